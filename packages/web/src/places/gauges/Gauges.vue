<script setup lang="ts">
import { formatExact, nm, type GaugeFamily } from '@rook/core'
import type { GaugeRecord } from '@rook/contract'
import { Button, Form } from 'ant-design-vue'
import { computed, reactive, ref } from 'vue'
import { useSend } from '../../sending/use-send.ts'
import { useContextLine } from '../../app/context.ts'
import { useGauges } from '../../app/queries.ts'
import { useSession } from '../../app/session.ts'
import { calendarDay } from '../../app/time.ts'
import VerdictMark from '../../parts/VerdictMark.vue'
import { optionsOf } from '../../ui/options.ts'
import PickField from '../../ui/PickField.vue'
import Rows from '../../ui/Rows.vue'
import WordField from '../../ui/WordField.vue'
import { useChecked } from '../../ui/checked.ts'
import { gaugeForm } from './gauge-form.ts'
import { FAMILIES } from './gauge-names.ts'
import { stateOf, type GaugeWord } from './gauge-state.ts'
import { sizeText } from './size-text.ts'

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
const COLUMNS = [
  { key: 'gauge', title: 'Gauge', compare: (a: Row, b: Row) => a.gauge.name.localeCompare(b.gauge.name) },
  { key: 'state', title: 'State', compare: (a: Row, b: Row) => ORDER.indexOf(a.state) - ORDER.indexOf(b.state) },
  { key: 'kind', title: 'Kind', wide: 'md', compare: (a: Row, b: Row) => FAMILIES[a.gauge.family].localeCompare(FAMILIES[b.gauge.family]) },
  { key: 'size', title: 'Size', align: 'right', compare: (a: Row, b: Row) => a.gauge.size - b.gauge.size },
  { key: 'uncertainty', title: 'Standard uncertainty', align: 'right', wide: 'md' },
  { key: 'calibrated', title: 'Calibrated', wide: 'lg' },
  { key: 'due', title: 'Due', wide: 'md', compare: (a: Row, b: Row) => (a.gauge.due ?? '9').localeCompare(b.gauge.due ?? '9') },
] as const

const adding = ref(false)
const form = reactive({ name: '', family: 'edge-finder' as GaugeFamily, size: '', uncertainty: '5 um', intervalDays: '365' })
const { trouble, send } = useSend()
const checked = useChecked(gaugeForm, () => ({ ...form }))

async function add(): Promise<void> {
  trouble.value = null
  const said = checked.take()
  if (said && (await send('addGauge', { body: said }))) adding.value = false
}
</script>

<template>
  <div class="page">
    <h1>Gauges</h1>
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
        <span class="state" :class="{ query: row.state === 'due', stop: row.state === 'disturbed', quiet: row.state === 'withdrawn' }"
          ><VerdictMark :verdict="MARK[row.state]" /> {{ row.state }}</span
        >
      </template>
      <template #kind="{ row }"
        ><span class="quiet">{{ FAMILIES[row.gauge.family] }}</span></template
      >
      <template #size="{ row }"
        ><span class="figure">{{ row.gauge.size === 0 ? '' : sizeText(row.gauge.size) }}</span></template
      >
      <template #uncertainty="{ row }"
        ><span class="figure">{{ um(row.gauge) }}</span></template
      >
      <template #calibrated="{ row }"
        ><span class="quiet">{{ row.gauge.calibrated ? calendarDay(row.gauge.calibrated, session.shop) : 'no interval' }}</span></template
      >
      <template #due="{ row }"
        ><span class="quiet">{{ row.gauge.due ? calendarDay(row.gauge.due, session.shop) : '' }}</span></template
      >
    </Rows>
    <template v-if="!session.mayNot('addGauge')">
      <Button v-if="!adding" type="link" @click="adding = true">Add a gauge</Button>
      <Form v-else class="add sheet" @submit.prevent="add">
        <WordField v-model="form.name" label="Name" :maxlength="60" :problem="checked.problems.value.name" />
        <PickField v-model="form.family" label="Kind" :options="optionsOf(FAMILIES)" />
        <WordField v-model="form.size" label="Size, mm unless said" figure :maxlength="40" :problem="checked.problems.value.size" />
        <WordField
          v-model="form.uncertainty"
          label="Standard uncertainty"
          figure
          :maxlength="40"
          :problem="checked.problems.value.uncertainty"
        />
        <WordField
          v-model="form.intervalDays"
          label="Interval, days"
          figure
          :maxlength="5"
          :problem="checked.problems.value.intervalDays"
        />
        <Button html-type="submit">Add it</Button>
        <Button type="link" @click="adding = false">Leave it</Button>
        <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
      </Form>
    </template>
  </div>
</template>

<style scoped>
.state {
  white-space: nowrap;
}
.state svg {
  vertical-align: -2px;
  margin-right: 6px;
}
.name {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  font-weight: 700;
}
.add {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 14px;
  align-items: end;
  padding: 12px 16px;
  margin-top: 10px;
}
p {
  flex-basis: 100%;
  margin: 0;
}
</style>
