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
  <div class="given">
    <InTurn v-for="input in inputs" :key="input.id">
      <InputField
        :class="`span${span(input)}`"
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

<style scoped>
.given {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(148px, 1fr));
  gap: 6px 12px;
  align-items: end;
}
.given > * {
  min-width: 0;
}
.span2 {
  grid-column: span 2;
}
.span3 {
  grid-column: span 3;
}
.span4 {
  grid-column: span 4;
}
@media (max-width: 560px) {
  .given {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  .given > * {
    grid-column: 1 / -1;
  }
}
</style>
