<script setup lang="ts">
import { formatExact, plainFigure, nm, rangeText, sizeText } from '@rook/core'
import type { GaugeRecord } from '@rook/contract'
import { Button } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useContextLine } from '../../client/context.ts'
import { useGauges } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import { calendarDay } from '../../client/time.ts'
import VerdictMark from '../../parts/VerdictMark.vue'
import SaveCsv from '../../ui/SaveCsv.vue'
import Rows from '../../ui/Rows.vue'
import { FAMILIES } from './gauge-names.ts'
import { stateOf, type GaugeWord } from './gauge-state.ts'

useContextLine(() => ['Gauges'])
const gauges = useGauges()
const session = useSession()
const now = new Date().toISOString()
const ORDER: GaugeWord[] = ['disturbed', 'due', 'in use', 'withdrawn']
const rows = computed(() =>
  [...(gauges.data.value ?? [])]
    .map((gauge) => ({ gauge, state: stateOf(gauge, now) }))
    .sort((a, b) => ORDER.indexOf(a.state) - ORDER.indexOf(b.state)),
)
const MARK = { 'in use': 'clear', due: 'query', disturbed: 'stop', withdrawn: 'to-see' } as const
const um = (gauge: GaugeRecord) => `${formatExact(nm(gauge.uncertainty * 1000), 'mm')} \u00b5m`

type Row = (typeof rows.value)[number]
const spans = ({ gauge }: Row) => gauge.most ?? gauge.size
const COLUMNS = [
  { key: 'gauge', title: 'Gauge', compare: (a: Row, b: Row) => a.gauge.name.localeCompare(b.gauge.name) },
  { key: 'state', title: 'State', compare: (a: Row, b: Row) => ORDER.indexOf(a.state) - ORDER.indexOf(b.state) },
  { key: 'kind', title: 'Kind', wide: 'md', compare: (a: Row, b: Row) => FAMILIES[a.gauge.family].localeCompare(FAMILIES[b.gauge.family]) },
  { key: 'size', title: 'Size or range', align: 'right', compare: (a: Row, b: Row) => spans(a) - spans(b) },
  { key: 'uncertainty', title: 'Standard uncertainty', align: 'right', wide: 'md' },
  { key: 'calibrated', title: 'Calibrated', wide: 'lg' },
  { key: 'due', title: 'Due', wide: 'md', compare: (a: Row, b: Row) => (a.gauge.due ?? '9').localeCompare(b.gauge.due ?? '9') },
] as const

const mm = (value: number) => plainFigure(nm(value), 'mm')
const CSV = {
  gauge: ({ gauge }: Row) => gauge.name,
  state: ({ state }: Row) => state,
  kind: ({ gauge }: Row) => FAMILIES[gauge.family],
  'size mm': ({ gauge }: Row) => mm(gauge.size),
  'least mm': ({ gauge }: Row) => (gauge.least === null ? '' : mm(gauge.least)),
  'greatest mm': ({ gauge }: Row) => (gauge.most === null ? '' : mm(gauge.most)),
  'standard uncertainty mm': ({ gauge }: Row) => mm(gauge.uncertainty),
  calibrated: ({ gauge }: Row) => gauge.calibrated,
  due: ({ gauge }: Row) => gauge.due,
}
const adding = ref(false)
/** The list is read a hundred times for once that a gauge is added. */
const AddGauge = defineAsyncComponent(() => import('./AddGauge.vue'))
</script>

<template>
  <div class="page">
    <header>
      <h1>Gauges</h1>
      <span class="flex-1" />
      <SaveCsv name="gauges" :rows="rows" :columns="CSV" />
    </header>
    <Rows
      :columns="COLUMNS"
      :rows="rows"
      :row-key="({ gauge }) => gauge.id"
      :row-is="({ gauge, state }) => ({ 'data-gauge': gauge.id, 'data-state': state })"
      :loading="gauges.isPending.value"
      empty="No gauge is on record yet."
    >
      <template #gauge="{ row }">
        <RouterLink class="name" :to="{ name: 'gauge', params: { gauge: row.gauge.id } }">{{ row.gauge.name }}</RouterLink>
      </template>
      <template #state="{ row }">
        <span
          class="state whitespace-nowrap"
          :class="{ query: row.state === 'due', stop: row.state === 'disturbed', quiet: row.state === 'withdrawn' }"
          ><VerdictMark class="align-[-2px] mr-1.5" :verdict="MARK[row.state]" /> {{ row.state }}</span
        >
      </template>
      <template #kind="{ row }"
        ><span class="quiet">{{ FAMILIES[row.gauge.family] }}</span></template
      >
      <template #size="{ row }"
        ><span class="figure">{{ rangeText(row.gauge) || (row.gauge.size === 0 ? '' : sizeText(row.gauge.size)) }}</span></template
      >
      <template #uncertainty="{ row }"
        ><span class="figure">{{ um(row.gauge) }}</span></template
      >
      <template #calibrated="{ row }"
        ><span class="quiet">{{ row.gauge.calibrated ? calendarDay(row.gauge.calibrated, session.shop) : 'never' }}</span></template
      >
      <template #due="{ row }"
        ><span class="quiet">{{
          row.gauge.due ? calendarDay(row.gauge.due, session.shop) : row.gauge.intervalDays === null ? 'no interval' : ''
        }}</span></template
      >
    </Rows>
    <template v-if="!session.mayNot('addGauge')">
      <Button v-if="!adding" type="link" @click="adding = true">Add a gauge</Button>
      <AddGauge v-else @done="adding = false" />
    </template>
  </div>
</template>
