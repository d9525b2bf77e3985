<script setup lang="ts">
import { asShown, minus, type Scene } from '@rook/core'
import { computed } from 'vue'
import TogetherSheet from '../../sending/TogetherSheet.vue'
import type { Outcome } from '../../sending/use-send.ts'
import type { Release } from '../../routine/use-recording.ts'
import type { EditsState } from './use-edits.ts'

/** The list of what will change, before all of it is recorded together. */
const props = defineProps<{ scene: Scene; edits: EditsState; sent: Outcome }>()
defineEmits<{ back: []; record: [what: { reason: string; answers: Record<string, string>; release: Release | null }] }>()

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
const worths = [
  { value: 'measured', words: 'measured', note: 'read off something that measured them' },
  { value: 'estimated', words: 'estimates', note: 'near, still to be measured' },
] as const
</script>

<template>
  <div class="changes">
    <p class="line">
      <button type="button" class="plain" @click="$emit('back')">Back to the table</button>
      <strong>{{ assessed.changes.length }} {{ assessed.changes.length === 1 ? 'change' : 'changes' }} on {{ scene.machine.name }}</strong>
      <span class="quiet">all are recorded together, or none</span>
    </p>
    <ul v-if="problems.length > 0" class="stop" role="alert">
      <li v-for="[register, sentence] in problems" :key="register">{{ sentence }}</li>
    </ul>
    <p v-if="moved.length > 0" class="query" role="alert">
      {{ moved.map(({ name }) => name).join(', ') }} {{ moved.length === 1 ? 'has' : 'have' }} been written since you typed. “Was” shows
      what stands now.
      <button type="button" class="plain" @click="accept">Go on from there</button>
    </p>
    <div class="sheet list">
      <table>
        <thead>
          <tr>
            <th>Register</th>
            <th>Tool</th>
            <th class="right">Was</th>
            <th class="right">Becomes</th>
            <th class="right">Moves</th>
            <th></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="change in assessed.changes" :key="change.register" :data-change="change.register">
            <th scope="row">{{ change.name }}</th>
            <td class="quiet">
              {{
                scene.tools.find(({ offset, diameterOffset }) => [offset, diameterOffset].includes(change.register.split('/')[1]!))?.name
              }}
            </td>
            <td class="right figure">{{ change.before === null ? 'unset' : asShown(change.before, scene.machine) }}</td>
            <td class="right figure after">{{ asShown(change.after, scene.machine) }}</td>
            <td class="right figure quiet">
              {{ change.before === null ? '' : asShown(minus(change.after, change.before), scene.machine, 'always') }}
            </td>
            <td class="query small">
              {{ assessed.rounded[change.register] ? 'rounded' : '' }}
              <button type="button" class="link" @click="edits.drop(change.register)">leave it as it was</button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <div class="worth" role="radiogroup" aria-label="These figures are">
      <span class="quiet">These figures are</span>
      <button
        v-for="one in worths"
        :key="one.value"
        type="button"
        class="plain"
        role="radio"
        :aria-checked="worth === one.value"
        :class="{ chosen: worth === one.value }"
        @click="worth = one.value"
      >
        {{ one.words }}, <span class="quiet">&nbsp;{{ one.note }}</span>
      </button>
    </div>
    <TogetherSheet
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

<style scoped>
.changes {
  display: flex;
  flex-direction: column;
  gap: 10px;
  min-height: 0;
  flex: 1;
  overflow: auto;
}
.line {
  display: flex;
  gap: 14px;
  align-items: center;
  margin: 0;
}
p {
  margin: 0;
}
/* Many checks must not squeeze it: what is to be recorded stands first, and the sheet scrolls as a whole. */
.list {
  flex: none;
  overflow: auto;
  max-height: 46vh;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  font-weight: 400;
  padding: 4px 14px;
  border-bottom: 1px solid var(--rule);
}
thead th {
  color: var(--quiet);
  font-size: 15px;
}
tbody th {
  font-weight: 700;
}
.right {
  text-align: right;
}
td.figure {
  font-size: 19px;
}
.after {
  font-weight: 700;
}
.worth {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
.chosen {
  border-color: var(--act);
  background: var(--act-soft);
  box-shadow: inset 0 -3px 0 var(--act);
}
</style>
