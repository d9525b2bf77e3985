<script setup lang="ts">
import { mm, nm, readLength, formatExact, type GaugeFamily } from '@rook/core'
import type { GaugeRecord } from '@rook/contract'
import { computed, reactive, ref } from 'vue'
import { useSend } from '../../sending/use-send.ts'
import { useContextLine } from '../../app/context.ts'
import { useGauges } from '../../app/queries.ts'
import { useSession } from '../../app/session.ts'
import { calendarDay } from '../../app/time.ts'
import VerdictMark from '../../parts/VerdictMark.vue'
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

const adding = ref(false)
const form = reactive({ name: '', family: 'edge-finder' as GaugeFamily, size: '', uncertainty: '5 um', interval: '365' })
const problems = ref<string[]>([])
const { trouble, send } = useSend()

async function add(): Promise<void> {
  problems.value = []
  const read = (name: string, text: string) => {
    const reading = readLength(text, { name, unit: 'mm', grid: nm(1) })
    if (reading.kind === 'length') return reading.value
    problems.value.push(reading.kind === 'empty' ? `${name}: nothing is given yet.` : reading.sentence)
    return mm(0)
  }
  const size = read('Size', form.size)
  const uncertainty = read('Standard uncertainty', form.uncertainty)
  const interval = form.interval.trim() === '' ? null : Number(form.interval)
  if (interval !== null && !Number.isInteger(interval)) problems.value.push('Interval: whole days, or empty for none.')
  if (form.name.trim() === '') problems.value.push('Name: give the gauge a name.')
  if (problems.value.length > 0) return
  if (await send('addGauge', { body: { name: form.name, family: form.family, size, uncertainty, intervalDays: interval } }))
    adding.value = false
  else problems.value = [trouble.value!]
}
</script>

<template>
  <div class="page">
    <h1>Gauges</h1>
    <table class="rows">
      <thead>
        <tr>
          <th>State</th>
          <th>Gauge</th>
          <th>Kind</th>
          <th class="right">Size</th>
          <th class="right">Standard uncertainty</th>
          <th>Calibrated</th>
          <th>Due</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ gauge, state } in rows" :key="gauge.id" :data-gauge="gauge.id" :data-state="state">
          <td class="state" :class="{ query: state === 'due', stop: state === 'disturbed', quiet: state === 'withdrawn' }">
            <VerdictMark :verdict="MARK[state]" /> {{ state }}
          </td>
          <td>
            <RouterLink class="name" :to="{ name: 'gauge', params: { gauge: gauge.id } }">{{ gauge.name }}</RouterLink>
          </td>
          <td class="quiet">{{ FAMILIES[gauge.family] }}</td>
          <td class="right figure">{{ gauge.size === 0 ? '' : sizeText(gauge.size) }}</td>
          <td class="right figure">{{ um(gauge) }}</td>
          <td class="quiet">{{ gauge.calibrated ? calendarDay(gauge.calibrated, session.shop) : 'no interval' }}</td>
          <td class="quiet">{{ gauge.due ? calendarDay(gauge.due, session.shop) : '' }}</td>
        </tr>
      </tbody>
    </table>
    <template v-if="!session.mayNot('addGauge')">
      <button v-if="!adding" type="button" class="link" @click="adding = true">Add a gauge</button>
      <form v-else class="add sheet" @submit.prevent="add">
        <label><span>Name</span><input class="text-field" v-model="form.name" maxlength="60" /></label>
        <label
          ><span>Kind</span>
          <select class="text-field" v-model="form.family">
            <option v-for="(words, family) in FAMILIES" :key="family" :value="family">{{ words }}</option>
          </select></label
        >
        <label><span>Size, mm unless said</span><input class="text-field figure" v-model="form.size" maxlength="40" /></label>
        <label><span>Standard uncertainty</span><input class="text-field figure" v-model="form.uncertainty" maxlength="40" /></label>
        <label><span>Interval, days</span><input class="text-field figure" v-model="form.interval" maxlength="5" /></label>
        <button type="submit" class="plain">Add it</button>
        <p v-for="problem in problems" :key="problem" class="stop" role="alert">{{ problem }}</p>
      </form>
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
label {
  display: grid;
  gap: 2px;
  font-size: 15px;
}
label span {
  color: var(--quiet);
}
p {
  flex-basis: 100%;
  margin: 0;
}
@media (max-width: 760px) {
  th:nth-child(n + 5),
  td:nth-child(n + 5),
  th:nth-child(3),
  td:nth-child(3) {
    display: none;
  }
}
</style>
