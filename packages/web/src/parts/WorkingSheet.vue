<script setup lang="ts">
import { minus, registerKey, asShown, type InputSpec, type LengthInput, type Problem, type Scene, type Sheet } from '@rook/core'
import { computed, nextTick, ref } from 'vue'
import { useSession } from '../app/session.ts'
import { when } from '../app/time.ts'
import ChoiceField from './ChoiceField.vue'
import Figure from './Figure.vue'
import FigureField from './FigureField.vue'
import { inOtherUnit } from './figure.ts'
import { lineWords, whereItMoved } from './working-words.ts'

const props = defineProps<{
  inputs: InputSpec[]
  raw: Record<string, string>
  sheet: Sheet
  scene: Scene
  problems: Problem[]
  asked: string | null
}>()
const emit = defineEmits<{ type: [input: string, text: string]; agree: [input: string] }>()

const session = useSession()
const root = ref<HTMLElement | null>(null)

const choices = computed(() => props.inputs.filter((input) => input.kind === 'choice'))
/** Options with a note under each need the whole width. */
const isWide = (input: InputSpec) => input.kind === 'choice' && input.shown === 'row' && input.options.some(({ note }) => note)
const lengthOf = (id: string | undefined) => props.inputs.find((input): input is LengthInput => input.id === id && input.kind === 'length')
const problemOf = (id: string) => props.problems.find((problem) => problem.input === id)

const standing = computed(() => (props.sheet.target ? props.scene.standing[registerKey(props.sheet.target)] : undefined))
const figure = computed(() => props.sheet.working.result.figure)
const moved = computed(() => (standing.value && figure.value !== null ? minus(figure.value, standing.value.value) : null))
const standingWord = computed(() => {
  if (!standing.value) return ''
  if (standing.value.state === 'deliberately-zero') return 'zero on purpose'
  return props.scene.plan && standing.value.setup !== props.scene.plan.setup ? 'carried over' : 'measured'
})

/** Enter goes to the next figure that is asked for, or to the next one on the sheet. */
function go(step: 1 | -1, from: string): void {
  void nextTick(() => {
    const fields = [...(root.value?.querySelectorAll<HTMLInputElement>('input[data-input]') ?? [])]
    const at = fields.findIndex((field) => field.dataset.input === from)
    const next = fields[at + step]
    if (next) next.focus()
    else fields[at]?.blur()
  })
}
</script>

<template>
  <div ref="root" class="sheet working">
    <div class="choices">
      <ChoiceField
        v-for="input in choices"
        :key="input.id"
        :input="input"
        :model-value="raw[input.id] ?? ''"
        :problem="problemOf(input.id)?.sentence"
        :asked="asked === input.id"
        :class="{ whole: isWide(input) }"
        @update:model-value="(value) => emit('type', input.id, value)"
      />
    </div>
    <p class="unit quiet small">{{ scene.machine.unit }}</p>
    <ol class="lines">
      <li v-for="(line, at) in sheet.working.lines" :key="line.input ?? at">
        <span class="label"
          ><span class="quiet">{{ lineWords(line).operation }}</span> {{ lineWords(line).label }}</span
        >
        <FigureField
          v-if="lengthOf(line.input)"
          :input="lengthOf(line.input)!"
          :machine="scene.machine"
          :model-value="raw[line.input!] ?? ''"
          :problem="problemOf(line.input!)"
          :asked="asked === line.input"
          @update:model-value="(text) => emit('type', line.input!, text)"
          @next="go(1, line.input!)"
          @back="go(-1, line.input!)"
          @agree="emit('agree', line.input!)"
        />
        <Figure v-else-if="line.figure !== null" class="derived" :value="line.figure" :machine="scene.machine" />
        <span v-else class="derived quiet" aria-label="not known yet">&middot;&middot;&middot;</span>
        <p
          v-if="line.input && problemOf(line.input)"
          class="problem small"
          :class="problemOf(line.input)!.kind === 'ask' ? 'query' : 'stop'"
          role="alert"
        >
          {{ problemOf(line.input)!.sentence }}
          <button v-if="problemOf(line.input)!.kind === 'ask'" type="button" class="agree" @click="emit('agree', line.input!)">
            Use {{ asShown(problemOf(line.input)!.offered!, scene.machine) }}
          </button>
        </p>
      </li>
    </ol>
    <div class="result" data-result>
      <span class="what">
        <strong>{{ sheet.working.result.label }}</strong>
        <span v-if="sheet.working.result.expanded !== null" class="quiet figure">
          &plusmn; {{ asShown(sheet.working.result.expanded, scene.machine) }}</span
        >
        <span v-if="figure !== null" class="quiet small figure other">{{ inOtherUnit(figure, scene.machine) }}</span>
      </span>
      <Figure v-if="figure !== null" class="value" :value="figure" :machine="scene.machine" />
      <span v-else class="value quiet">&middot;&middot;&middot;</span>
    </div>
    <p v-if="standing" class="was">
      <span class="quiet small">was, {{ when(standing.at, session.shop) }}, {{ standing.by }}, {{ standingWord }}</span>
      <Figure class="derived" :value="standing.value" :machine="scene.machine" />
    </p>
    <p v-else-if="sheet.target" class="was quiet"><span>was unset</span></p>
    <p v-if="moved !== null && standing" class="moves">
      <span class="quiet"
        >moves<template v-if="whereItMoved(sheet.target!, moved, scene.machine)"
          >; {{ whereItMoved(sheet.target!, moved, scene.machine) }}</template
        ></span
      >
      <span class="figure derived">{{ asShown(moved, scene.machine, 'always') }}</span>
    </p>
  </div>
</template>

<style scoped>
.working {
  padding: 12px 40px 10px 18px;
  display: flex;
  flex-direction: column;
}
.choices {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 7px 12px;
  padding-bottom: 6px;
  margin-right: -22px;
}
.choices > .whole {
  grid-column: 1 / -1;
}
.unit {
  margin: 0;
  text-align: right;
  padding-right: 8px;
  line-height: 1;
}
.lines {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: center;
  min-height: 48px;
  border-bottom: 1px solid var(--rule);
  column-gap: 10px;
}
li:last-child {
  border-bottom: 0;
}
.derived {
  padding-right: 8px;
  font-size: 21px;
}
.problem {
  grid-column: 1 / -1;
  margin: 2px 0 6px;
}
.agree {
  min-height: 44px;
  margin-left: 8px;
  padding: 0 14px;
  font: inherit;
  font-size: 16px;
  border: 1px solid var(--query);
  border-radius: 3px;
  background: var(--query-soft);
  color: var(--query);
  cursor: pointer;
}
.result {
  display: flex;
  align-items: center;
  gap: 14px;
  border-top: 3px double var(--ink);
  padding: 4px 8px 4px 0;
}
.what strong {
  font-size: 19px;
}
.value {
  margin-left: auto;
  font-size: 30px;
  font-weight: 700;
}
.was,
.moves {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  margin: 0;
  gap: 12px;
  min-height: 30px;
}
.was .derived,
.moves .derived {
  font-size: 19px;
  color: var(--quiet);
}
.other {
  display: block;
}
@media (max-width: 760px) {
  .working {
    padding: 10px 30px 10px 12px;
  }
}
</style>
