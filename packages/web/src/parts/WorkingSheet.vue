<script setup lang="ts">
import {
  asShown,
  listed,
  minus,
  parseRegisterKey,
  standingNote,
  type InputSpec,
  type Nm,
  type Problem,
  type ResultCell,
  type Scene,
  type Sheet,
  type WorkingCell,
  type WorkingLine,
} from '@rook/core'
import { Tag } from 'ant-design-vue'
import { computed, nextTick, ref } from 'vue'
import { useSession } from '../client/session.ts'
import { inOther } from '../client/other-unit.ts'
import { when } from '../client/time.ts'
import InputField from './InputField.vue'
import Figure from './Figure.vue'
import { holdsOf } from './figure.ts'
import { lineWords } from './line-words.ts'
import { whereItMoved } from './where-it-moved.ts'
import { asRegister, inOtherUnit } from './written.ts'

const props = defineProps<{
  inputs: InputSpec[]
  raw: Record<string, string>
  sheet: Sheet
  scene: Scene
  problems: Problem[]
  asked: string | null
  /** Inputs whose figure came over the wire. */
  taken?: readonly string[]
  /** The input that something may be taken for: what can be had stands under its line. */
  offered?: string | null
}>()
const emit = defineEmits<{ type: [input: string, text: string]; agree: [input: string] }>()

const session = useSession()
const root = ref<HTMLElement | null>(null)

const working = computed(() => props.sheet.working)
const several = computed(() => working.value.columns.length > 1)
const crowded = computed(() => working.value.columns.length > 2 || working.value.lines.length > 9)
const inputOf = (cell: WorkingCell | null) => (cell?.input ? props.inputs.find(({ id }) => id === cell.input) : undefined)
const problemsOf = (line: WorkingLine) => props.problems.filter(({ input }) => line.cells.some((cell) => cell?.input === input))
const isTaken = (line: WorkingLine) => line.cells.some((cell) => cell?.input && props.taken?.includes(cell.input))
const isAsked = (line: WorkingLine) => line.cells.some((cell) => cell?.input && cell.input === props.asked)

const isOfferedAt = computed(() =>
  working.value.lines.findIndex((line) => line.cells.some((cell) => cell?.input && cell.input === props.offered)),
)

/** The unit that the result is not written in: usually the other one, its own while the other one is read. */
const theOther = (value: Nm) =>
  inOther.value ? `${asShown(value, props.scene.machine)} ${props.scene.machine.unit}` : inOtherUnit(value, props.scene.machine)

const expandedOf = (cell: ResultCell) =>
  cell.register ? asRegister(cell.register, cell.expanded!, props.scene.machine) : asShown(cell.expanded!, props.scene.machine)

/** What stood in each register of the first row, and by how much it would move. */
const former = computed(() => {
  const row = working.value.results.find(({ cells }) => cells.some((cell) => cell?.register))
  if (!row) return null
  const cells = row.cells.map((cell) => {
    const standing = cell?.register ? props.scene.standing[cell.register] : undefined
    if (!cell?.register || !standing) return null
    return {
      key: cell.register,
      standing,
      word: standingNote(cell.register, props.scene).word,
      moved: cell.figure === null ? null : minus(cell.figure, standing.value),
    }
  })
  const known = cells.filter((cell) => cell !== null)
  const newest = known.map(({ standing }) => standing).sort((a, b) => b.at.localeCompare(a.at))[0]
  const words = [...new Set(known.map(({ word }) => word))]
  const rows = working.value.results.filter(({ cells: all }) => all.some((cell) => cell?.register))
  return {
    cells,
    newest,
    name: rows.length > 1 ? `${row.label} was` : 'was',
    words: listed(words),
    anyUnset: row.cells.some((cell, at) => cell?.register && !cells[at]),
  }
})
const moves = computed(() => {
  const cells = former.value?.cells ?? []
  if (!cells.some((cell) => cell?.moved != null)) return null
  const words = cells.flatMap((cell) => {
    const where = cell?.moved == null ? null : whereItMoved(parseRegisterKey(cell.key), cell.moved, props.scene.machine)
    return where ? [where] : []
  })
  return { cells, words: several.value ? '' : words.join(', ') }
})
const largest = computed(() =>
  [...new Set(working.value.results.flatMap(({ cells }) => cells.flatMap((cell) => cell?.largest ?? [])))].slice(0, 2),
)

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
  <div
    ref="root"
    class="sheet pt-2 pb-2.5 pl-4.5 pr-5.5 flex flex-col overflow-auto max-phone:pt-2 max-phone:pb-2.5 max-phone:pl-3 max-phone:pr-2.5"
    :class="{ several, crowded }"
  >
    <table>
      <thead>
        <tr>
          <th class="font-normal text-right px-2 pt-0 pb-0.5 text-15"></th>
          <th v-for="(column, at) in working.columns" :key="at" scope="col" class="quiet font-normal text-right px-2 pt-0 pb-0.5 text-15">
            {{ column }} <span v-if="!several || at === working.columns.length - 1" class="small">{{ scene.machine.unit }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <template v-for="(line, at) in working.lines" :key="at">
          <tr :class="{ now: isAsked(line), touch: line.operation === 'touch' }">
            <th class="in-[.now]:font-bold" scope="row">
              <span class="quiet">{{ lineWords(line).operation }}</span> {{ lineWords(line).label }}
              <Tag v-if="isTaken(line)" class="my-0 ml-1.5 mr-0">over the wire</Tag>
            </th>
            <td v-for="(cell, column) in line.cells" :key="column">
              <InputField
                v-if="inputOf(cell)"
                bare
                :input="inputOf(cell)!"
                :machine="scene.machine"
                :model-value="raw[cell!.input!] ?? ''"
                :problem="problems.find(({ input }) => input === cell!.input)"
                :asked="asked === cell!.input"
                :narrow="working.columns.length > 3 ? 'most' : several"
                @update:model-value="(text) => emit('type', cell!.input!, text)"
                @next="go(1, cell!.input!)"
                @back="go(-1, cell!.input!)"
                @agree="emit('agree', cell!.input!)"
              />
              <Figure
                v-else-if="cell && cell.figure !== null"
                class="derived pr-2 in-[.crowded]:pr-1.5"
                :value="cell.figure"
                :machine="scene.machine"
                :holds="holdsOf(cell)"
              />
              <span v-else-if="cell" class="derived quiet pr-2 in-[.crowded]:pr-1.5" aria-label="not known yet"
                >&middot;&middot;&middot;</span
              >
            </td>
          </tr>
          <tr v-if="isOfferedAt === at && $slots.offer" class="offer">
            <td :colspan="working.columns.length + 1"><slot name="offer" /></td>
          </tr>
          <tr v-for="problem in problemsOf(line)" :key="problem.input" class="trouble">
            <td
              class="text-left whitespace-normal text-15 px-0 pt-0.5 pb-1.5"
              :colspan="working.columns.length + 1"
              :class="problem.kind === 'ask' ? 'query' : 'stop'"
              role="alert"
            >
              {{ problem.sentence }}
              <button
                v-if="problem.kind === 'ask'"
                type="button"
                class="agree min-h-11 ml-2 px-3.5 py-0 [font:inherit] text-16 rounded-3 bg-query-soft text-query cursor-pointer"
                @click="emit('agree', problem.input)"
              >
                Use {{ asShown(problem.offered!, scene.machine) }}
              </button>
            </td>
          </tr>
        </template>
      </tbody>
      <tbody class="results" data-result>
        <tr v-for="(row, at) in working.results" :key="row.label" :class="{ first: at === 0 }">
          <th scope="row">
            <strong class="text-19">{{ row.label }}</strong>
            <span v-if="!several && row.cells[0]?.expanded != null" class="quiet figure"> &plusmn; {{ expandedOf(row.cells[0]) }}</span>
            <span
              v-if="!several && row.cells[0]?.figure != null && holdsOf(row.cells[0]) === 'length'"
              class="quiet small figure other block pr-2"
              >{{ theOther(row.cells[0].figure) }}</span
            >
          </th>
          <td v-for="(cell, column) in row.cells" :key="column">
            <template v-if="cell">
              <span v-if="cell.figure !== null" class="value pr-2 font-bold in-[.crowded]:pr-1.5"
                ><Figure :value="cell.figure" :machine="scene.machine" :register="cell.register"
              /></span>
              <span v-else class="value quiet pr-2 font-bold in-[.crowded]:pr-1.5">&middot;&middot;&middot;</span>
              <span v-if="several && cell.expanded !== null" class="quiet small figure other block pr-2"
                >&plusmn; {{ expandedOf(cell) }}</span
              >
            </template>
          </td>
        </tr>
        <tr v-if="former?.newest" class="was">
          <th scope="row" class="quiet small">
            {{ former.name }}, {{ when(former.newest.at, session.shop) }}, {{ former.newest.by }}, {{ former.words }}
          </th>
          <td v-for="(cell, column) in former.cells" :key="column">
            <Figure
              v-if="cell"
              class="derived pr-2 in-[.crowded]:pr-1.5 text-18 text-quiet"
              :value="cell.standing.value"
              :machine="scene.machine"
              :register="cell.key"
            />
          </td>
        </tr>
        <tr v-else-if="former?.anyUnset" class="was">
          <th scope="row" class="quiet">was unset</th>
          <td v-for="column in working.columns.length" :key="column"></td>
        </tr>
        <tr v-if="moves" class="was">
          <th scope="row" class="quiet">
            moves<template v-if="moves.words">; {{ moves.words }}</template>
          </th>
          <td v-for="(cell, column) in moves.cells" :key="column">
            <span v-if="cell?.moved != null" class="figure derived pr-2 in-[.crowded]:pr-1.5 text-18 text-quiet">{{
              asRegister(cell.key, cell.moved, scene.machine, 'always')
            }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="largest.length > 0" class="quiet small">&plusmn;U comes mostly from {{ listed(largest) }}.</p>
    <dl v-if="working.facts.length > 0" class="mx-0 mt-auto mb-0 pt-2 flex flex-wrap gap-x-6.5 gap-y-1 border-t border-t-rule">
      <div v-for="fact in working.facts" :key="fact.label" class="flex gap-2 items-baseline" :data-fact="fact.label">
        <dt class="quiet whitespace-nowrap">{{ fact.label }}</dt>
        <dd class="figure m-0 text-18 whitespace-normal">
          {{ fact.text }}<span v-if="fact.wanted" class="quiet small"> expected {{ fact.wanted }}</span>
        </dd>
      </div>
    </dl>
  </div>
</template>

<style scoped>
table {
  border-collapse: collapse;
  width: 100%;
}
tbody th {
  text-align: left;
  font-weight: 400;
  padding: 2px 10px 2px 0;
}
td {
  text-align: right;
  padding: 2px 0 2px 6px;
  white-space: nowrap;
}
tbody:not(.results) tr:not(.trouble, .offer) > * {
  height: 48px;
  border-bottom: 1px solid var(--rule);
}
tbody:not(.results) tr:last-child > * {
  border-bottom: 0;
}
.several tbody:not(.results) tr:not(.trouble, .offer) > * {
  height: 46px;
}
.crowded tbody th {
  font-size: 15px;
  line-height: 1.2;
}
.derived {
  font-size: 20px;
}
.offer td {
  text-align: left;
  white-space: normal;
  padding: 0;
}
.agree {
  border: 1px solid var(--query);
}
.results .first > * {
  border-top: 3px double var(--ink);
}
.value {
  font-size: 29px;
}
.several .value {
  font-size: 23px;
}
.crowded .value {
  font-size: 21px;
}
.several .derived {
  font-size: 19px;
}
.crowded .derived {
  font-size: 18px;
}
.was > * {
  height: 30px;
}
p {
  margin: 6px 0 0;
}
@media (max-width: 760px) {
  .several tbody th {
    font-size: 14px;
    min-width: 74px;
  }
}
</style>
