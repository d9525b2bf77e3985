<script setup lang="ts">
import { asksByHowMuch, asRegister, minus, numberOf, parseRegisterKey, type RegisterKey, type Scene } from '@rook/core'
import { Button, Input } from 'ant-design-vue'
import { computed } from 'vue'
import RecordSeveral from '../../routine/RecordSeveral.vue'
import type { Outcome } from '../../client/use-send.ts'
import type { Release } from '../../routine/use-recording.ts'
import type { EditsState } from './use-edits.ts'
import OneOf from '../../ui/OneOf.vue'
import Rows from '../../ui/Rows.vue'

/** The list of what will change, before all of it is recorded together. */
const props = defineProps<{ scene: Scene; edits: EditsState; sent: Outcome }>()
defineEmits<{ back: []; record: [what: { reason: string; answers: Record<string, string>; release: Release | null }] }>()

/** The tool under whose own number a register is: an H is no D, though both may be 4. */
function toolOf(key: RegisterKey) {
  const register = parseRegisterKey(key)
  return props.scene.tools.find((tool) => numberOf(tool, register) === register.slot)
}

const assessed = computed(() => props.edits.assessed.value!)
const problems = computed(() => Object.entries(assessed.value.problems))
const moved = computed(() =>
  assessed.value.changes.filter(
    ({ register }) => (props.scene.standing[register]?.entry ?? null) !== (props.edits.pending.value.basis[register] ?? null),
  ),
)
const hindrance = computed(() => {
  if (problems.value.length > 0) return 'Put right what is not understood first; nothing is recorded by halves.'
  if (moved.value.length > 0) return 'Somebody wrote in between: look at the figures again.'
  return assessed.value.changes.length === 0 ? 'Every figure equals what stands; there is nothing to record.' : null
})
function accept(): void {
  for (const { register } of moved.value) props.edits.accept(register)
}
const { worth, reason } = props.edits
const COLUMNS = [
  { key: 'name', title: 'Register' },
  { key: 'tool', title: 'Tool', wide: 'md' },
  { key: 'before', title: 'Was', align: 'right' },
  { key: 'after', title: 'Becomes', align: 'right' },
  { key: 'moves', title: 'Moves', align: 'right' },
  { key: 'by', title: 'Was to change by' },
  { key: 'leave', title: '' },
] as const
const columns = computed(() => COLUMNS.filter(({ key }) => key !== 'by' || assessed.value.changes.some(asksByHowMuch)))
const worths = [
  { value: 'measured', label: 'measured, read off something that measured them' },
  { value: 'estimated', label: 'estimates, still to be measured' },
] as const
</script>

<template>
  <div class="changes flex flex-col gap-2.5 min-h-0 flex-1 overflow-auto">
    <p class="line flex gap-3.5 items-center m-0">
      <Button @click="$emit('back')">Back to the table</Button>
      <strong>{{ assessed.changes.length }} {{ assessed.changes.length === 1 ? 'change' : 'changes' }} on {{ scene.machine.name }}</strong>
      <span class="quiet">all are recorded together, or none</span>
    </p>
    <ul v-if="problems.length > 0" class="stop" role="alert">
      <li v-for="[register, sentence] in problems" :key="register">{{ sentence }}</li>
    </ul>
    <p v-if="moved.length > 0" class="query m-0" role="alert">
      {{ moved.map(({ name }) => name).join(', ') }} {{ moved.length === 1 ? 'has' : 'have' }} been written since you typed. “Was” shows
      what stands now.
      <Button @click="accept">Go on from there</Button>
    </p>
    <div class="sheet flex-none overflow-auto max-h-[46vh]">
      <Rows
        :columns="columns"
        :rows="assessed.changes"
        :row-key="({ register }) => register"
        :row-is="({ register }) => ({ 'data-change': register })"
        :page="50"
      >
        <template #name="{ row }"
          ><strong>{{ row.name }}</strong></template
        >
        <template #tool="{ row }"
          ><span class="quiet">{{ toolOf(row.register)?.name }}</span></template
        >
        <template #before="{ row }"
          ><span class="figure">{{ row.before === null ? 'unset' : asRegister(row.register, row.before, scene.machine) }}</span></template
        >
        <template #after="{ row }"
          ><strong class="figure after font-bold">{{ asRegister(row.register, row.after, scene.machine) }}</strong></template
        >
        <template #moves="{ row }"
          ><span class="figure quiet">{{
            row.before === null ? '' : asRegister(row.register, minus(row.after, row.before), scene.machine, 'always')
          }}</span></template
        >
        <template #by="{ row }">
          <Input
            v-if="asksByHowMuch(row)"
            class="figure w-28! text-right"
            :value="edits.byOf(row.register)"
            :aria-label="`${row.name} was to change by`"
            placeholder="±"
            inputmode="decimal"
            :maxlength="40"
            autocomplete="off"
            :data-by="row.register"
            @update:value="edits.typeBy(row.register, $event)"
          />
        </template>
        <template #leave="{ row }">
          <span class="query small">{{ assessed.rounded[row.register] ? 'rounded' : '' }}</span>
          <Button type="link" @click="edits.drop(row.register)">leave it as it was</Button>
        </template>
      </Rows>
    </div>
    <div class="flex flex-wrap gap-2.5 items-center">
      <span class="quiet">These figures are</span>
      <OneOf v-model="worth" name="These figures are" :options="worths" />
    </div>
    <RecordSeveral
      v-model:reason="reason"
      :machine="scene.machine"
      :findings="assessed.findings"
      :sent="sent"
      :hindrance="hindrance"
      reason-label="Where the figures come from; kept with the entry"
      :label="`Record ${assessed.changes.length} ${assessed.changes.length === 1 ? 'change' : 'changes'}`"
      @send="$emit('record', $event)"
    />
  </div>
</template>
