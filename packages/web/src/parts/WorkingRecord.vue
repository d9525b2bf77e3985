<script setup lang="ts">
import { listed, type MachineRecord, type Working, type WorkingCell } from '@rook/core'
import type { EntryContent, EntryWrite } from '@rook/contract'
import { Tag } from 'ant-design-vue'
import { useSession } from '../app/session.ts'
import { clockTime } from '../app/time.ts'
import Figure from './Figure.vue'
import { holdsOf } from './figure.ts'
import { lineWords } from './line-words.ts'
import { asRegister, asShown } from './written.ts'

/** A working as it was recorded: for reading, not for typing. */
const session = useSession()
const props = defineProps<{
  working: Working
  machine: MachineRecord
  writes: EntryWrite[]
  inputs: Record<string, string> | null
  taken?: NonNullable<EntryContent['taken']>
}>()

/** What was typed, where it was more than the figure on the line shows: a fraction, a sum, another unit. */
function typedAs(cells: readonly (WorkingCell | null)[]): string {
  const texts = cells.flatMap((cell) => {
    const text = cell?.input ? props.inputs?.[cell.input] : undefined
    return text && !/^[-+]?\d*\.?\d*$/.test(text.trim()) ? [`\u201c${text}\u201d`] : []
  })
  return listed(texts)
}
/** What came over the wire and was not typed: from where, and when. */
function takenFor(cells: readonly (WorkingCell | null)[]): string | null {
  const one = props.taken?.find(({ input }) => cells.some((cell) => cell?.input === input))
  if (!one) return null
  const { gauge, at } = one.taken
  return gauge ? `over the wire from ${gauge.gauge}, ${clockTime(at, session.shop)}` : `over the wire, ${clockTime(at, session.shop)}`
}
const formerOf = (register: string | null | undefined) => props.writes.find((write) => write.register === register)
</script>

<template>
  <div class="sheet record" :class="{ several: working.columns.length > 1 }">
    <table>
      <thead v-if="working.columns.length > 1">
        <tr>
          <th></th>
          <th v-for="column in working.columns" :key="column" scope="col" class="quiet">{{ column }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(line, at) in working.lines" :key="at">
          <th scope="row">
            <span class="quiet">{{ lineWords(line).operation }}</span> {{ lineWords(line).label }}
            <span v-if="typedAs(line.cells)" class="quiet small">typed {{ typedAs(line.cells) }}</span>
            <Tag v-if="takenFor(line.cells)">{{ takenFor(line.cells) }}</Tag>
          </th>
          <td v-for="(cell, column) in line.cells" :key="column">
            <Figure v-if="cell && cell.figure !== null" :value="cell.figure" :machine="machine" :holds="holdsOf(cell)" />
          </td>
        </tr>
      </tbody>
      <tbody class="results">
        <template v-for="(row, at) in working.results" :key="row.label">
          <tr :class="{ first: at === 0 }">
            <th scope="row">
              <strong>{{ row.label }}</strong>
            </th>
            <td v-for="(cell, column) in row.cells" :key="column">
              <template v-if="cell && cell.figure !== null">
                <strong class="value"><Figure :value="cell.figure" :machine="machine" :register="cell.register" /></strong>
                <span v-if="cell.expanded !== null" class="quiet small figure other"
                  >&plusmn; {{ cell.register ? asRegister(cell.register, cell.expanded, machine) : asShown(cell.expanded, machine) }}</span
                >
              </template>
            </td>
          </tr>
          <tr v-if="row.cells.some((cell) => formerOf(cell?.register))" class="was quiet">
            <th scope="row">was</th>
            <td v-for="(cell, column) in row.cells" :key="column">
              <template v-if="formerOf(cell?.register)">
                <RouterLink
                  v-if="formerOf(cell?.register)!.before !== null && formerOf(cell?.register)!.beforeEntry"
                  :to="{ name: 'entry', params: { entry: formerOf(cell?.register)!.beforeEntry! } }"
                  >{{ asRegister(cell!.register!, formerOf(cell?.register)!.before!, machine) }}</RouterLink><span v-else>unset</span>
              </template>
            </td>
          </tr>
        </template>
      </tbody>
    </table>
    <dl v-if="working.facts?.length > 0" class="facts">
      <div v-for="fact in working.facts" :key="fact.label">
        <dt class="quiet">{{ fact.label }}</dt>
        <dd class="figure">{{ fact.text }}</dd>
      </div>
    </dl>
  </div>
</template>

<style scoped>
.record {
  padding: 8px 26px 14px 18px;
  overflow: auto;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th {
  text-align: left;
  font-weight: 400;
  padding: 6px 10px 6px 0;
}
thead th {
  text-align: right;
  padding: 0 0 2px;
}
td {
  text-align: right;
  padding: 6px 0 6px 10px;
  font-size: 19px;
  white-space: nowrap;
}
tbody:not(.results) tr > * {
  border-bottom: 1px solid var(--rule);
}
tbody:not(.results) tr:last-child > * {
  border-bottom: 0;
}
.first > * {
  border-top: 3px double var(--ink);
}
.value {
  font-size: 26px;
}
.several td {
  font-size: 17px;
}
.several .value {
  font-size: 21px;
}
.was td {
  font-size: 16px;
}
.other {
  display: block;
}
.facts {
  margin: 8px 0 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 26px;
}
.facts div {
  display: flex;
  gap: 8px;
}
dd {
  margin: 0;
}
</style>
