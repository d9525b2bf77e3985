<script setup lang="ts">
import { listed, type MachineRecord, type Working, type WorkingCell } from '@rook/core'
import type { EntryContent, EntryWrite } from '@rook/contract'
import { Tag } from 'ant-design-vue'
import { useSession } from '../client/session.ts'
import { clockTime } from '../client/time.ts'
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
  <div class="sheet record pt-2 pb-3.5 pl-4.5 pr-6.5 overflow-auto" :class="{ several: working.columns.length > 1 }">
    <table class="border-collapse w-full">
      <thead v-if="working.columns.length > 1">
        <tr>
          <th class="font-normal text-right px-0 pt-0 pb-0.5"></th>
          <th v-for="column in working.columns" :key="column" scope="col" class="quiet font-normal text-right px-0 pt-0 pb-0.5">
            {{ column }}
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(line, at) in working.lines" :key="at">
          <th class="text-left font-normal py-1.5 pl-0 pr-2.5 border-b border-b-rule in-[tr:last-child]:border-b-0" scope="row">
            <span class="quiet">{{ lineWords(line).operation }}</span> {{ lineWords(line).label }}
            <span v-if="typedAs(line.cells)" class="quiet small">typed {{ typedAs(line.cells) }}</span>
            <Tag v-if="takenFor(line.cells)">{{ takenFor(line.cells) }}</Tag>
          </th>
          <td
            v-for="(cell, column) in line.cells"
            :key="column"
            class="text-right py-1.5 pl-2.5 pr-0 text-19 whitespace-nowrap in-[.several]:text-17 border-b border-b-rule in-[tr:last-child]:border-b-0"
          >
            <Figure v-if="cell && cell.figure !== null" :value="cell.figure" :machine="machine" :holds="holdsOf(cell)" />
          </td>
        </tr>
      </tbody>
      <tbody class="results">
        <template v-for="(row, at) in working.results" :key="row.label">
          <tr :class="{ first: at === 0 }">
            <th class="text-left font-normal py-1.5 pl-0 pr-2.5" scope="row">
              <strong>{{ row.label }}</strong>
            </th>
            <td
              v-for="(cell, column) in row.cells"
              :key="column"
              class="text-right py-1.5 pl-2.5 pr-0 text-19 whitespace-nowrap in-[.several]:text-17"
            >
              <template v-if="cell && cell.figure !== null">
                <strong class="value text-26 in-[.several]:text-21"
                  ><Figure :value="cell.figure" :machine="machine" :register="cell.register"
                /></strong>
                <span v-if="cell.expanded !== null" class="quiet small figure other block"
                  >&plusmn; {{ cell.register ? asRegister(cell.register, cell.expanded, machine) : asShown(cell.expanded, machine) }}</span
                >
              </template>
            </td>
          </tr>
          <tr v-if="row.cells.some((cell) => formerOf(cell?.register))" class="was quiet">
            <th class="text-left font-normal py-1.5 pl-0 pr-2.5" scope="row">was</th>
            <td v-for="(cell, column) in row.cells" :key="column" class="text-right py-1.5 pl-2.5 pr-0 whitespace-nowrap text-16">
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
    <dl v-if="working.facts?.length > 0" class="mx-0 mt-2 mb-0 flex flex-wrap gap-x-6.5 gap-y-1">
      <div v-for="fact in working.facts" :key="fact.label" class="flex gap-2">
        <dt class="quiet">{{ fact.label }}</dt>
        <dd class="figure m-0">{{ fact.text }}</dd>
      </div>
    </dl>
  </div>
</template>

<style scoped>
.first > * {
  border-top: 3px double var(--ink);
}
</style>
