<script setup lang="ts">
import type { InputSpec, MachineRecord, Problem } from '@rook/core'
import InTurn from '../ui/InTurn.vue'
import InputField from './InputField.vue'

/** What is chosen and given before anything is touched; the readings have their lines in the working. */
defineProps<{
  inputs: InputSpec[]
  raw: Record<string, string>
  problems: Problem[]
  asked: string | null
  machine: MachineRecord
}>()
const emit = defineEmits<{ type: [input: string, text: string]; agree: [input: string] }>()

/** The columns that a choice takes, by what `span` says of it. */
const SPANS = ['', '', 'col-span-2', 'col-span-3', 'col-span-4']

/** Options with a note under each, or many side by side, need more room. */
function span(input: InputSpec): number {
  // The angle as it was read stands behind the field.
  if (input.kind === 'angle') return 2
  if (input.kind !== 'choice' || input.shown !== 'row') return 1
  const letters = input.options.reduce((sum, { label, note }) => sum + Math.max(label.length, (note?.length ?? 0) * 0.9) + 4, 0)
  return Math.min(4, Math.max(1, Math.ceil(letters / 20)))
}
</script>

<template>
  <div class="grid grid-cols-[repeat(auto-fill,minmax(148px,1fr))] gap-x-3 gap-y-1.5 items-end max-[560px]:grid-cols-2">
    <InTurn v-for="input in inputs" :key="input.id">
      <InputField
        class="min-w-0 max-[560px]:col-span-full"
        :class="SPANS[span(input)]"
        :input="input"
        :machine="machine"
        :model-value="raw[input.id] ?? ''"
        :problem="problems.find((problem) => problem.input === input.id)"
        :asked="asked === input.id"
        @update:model-value="(text) => emit('type', input.id, text)"
        @agree="emit('agree', input.id)"
      />
    </InTurn>
  </div>
</template>
