<script setup lang="ts">
import type { InputSpec, LengthInput, MachineRecord, Problem } from '@rook/core'
import AngleField from './AngleField.vue'
import ChoiceField from './ChoiceField.vue'
import FigureField from './FigureField.vue'
import NumberField from './NumberField.vue'
import SeveralField from './SeveralField.vue'

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
  if (input.kind !== 'choice' || input.shown !== 'row') return 1
  const letters = input.options.reduce((sum, { label, note }) => sum + Math.max(label.length, (note?.length ?? 0) * 0.9) + 4, 0)
  return Math.min(4, Math.max(1, Math.ceil(letters / 20)))
}
const problemOf = (problems: Problem[], id: string) => problems.find((problem) => problem.input === id)
</script>

<template>
  <div class="given">
    <template v-for="input in inputs" :key="input.id">
      <ChoiceField
        v-if="input.kind === 'choice'"
        :input="input"
        :model-value="raw[input.id] ?? ''"
        :problem="problemOf(problems, input.id)?.sentence"
        :asked="asked === input.id"
        :class="`span${span(input)}`"
        @update:model-value="(value) => emit('type', input.id, value)"
      />
      <SeveralField
        v-else-if="input.kind === 'several'"
        :input="input"
        :model-value="raw[input.id] ?? ''"
        @update:model-value="(value) => emit('type', input.id, value)"
      />
      <NumberField
        v-else-if="input.kind === 'number'"
        :input="input"
        :model-value="raw[input.id] ?? ''"
        :problem="problemOf(problems, input.id)"
        :asked="asked === input.id"
        @update:model-value="(value) => emit('type', input.id, value)"
      />
      <AngleField
        v-else-if="input.kind === 'angle'"
        :input="input"
        :model-value="raw[input.id] ?? ''"
        :problem="problemOf(problems, input.id)"
        :asked="asked === input.id"
        @update:model-value="(value) => emit('type', input.id, value)"
      />
      <div v-else class="figure-given">
        <span class="label" :class="{ now: asked === input.id }"
          >{{ input.label }}<span v-if="input.optional" class="quiet">, if known</span></span
        >
        <FigureField
          :input="input as LengthInput"
          :machine="machine"
          :model-value="raw[input.id] ?? ''"
          :problem="problemOf(problems, input.id)"
          :asked="asked === input.id"
          narrow
          @update:model-value="(text) => emit('type', input.id, text)"
          @agree="emit('agree', input.id)"
        />
        <p
          v-if="problemOf(problems, input.id)"
          class="small"
          :class="problemOf(problems, input.id)!.kind === 'ask' ? 'query' : 'stop'"
          role="alert"
        >
          {{ problemOf(problems, input.id)!.sentence }}
          <button v-if="problemOf(problems, input.id)!.kind === 'ask'" type="button" class="link" @click="emit('agree', input.id)">
            Use it
          </button>
        </p>
      </div>
    </template>
  </div>
</template>

<style scoped>
.given {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(148px, 1fr));
  gap: 6px 12px;
  align-items: start;
}
.figure-given {
  display: grid;
  gap: 1px;
  align-content: start;
}
.given > * {
  min-width: 0;
}
.label {
  color: var(--quiet);
  font-size: 14px;
  line-height: 1.2;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.figure-given :deep(.figure-field) {
  align-items: stretch;
}
.figure-given :deep(input) {
  width: 100%;
}
.now {
  color: var(--act);
  font-weight: 700;
}
p {
  margin: 0;
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
