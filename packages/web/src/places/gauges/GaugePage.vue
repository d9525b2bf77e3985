<script setup lang="ts">
import MayNot from '../../parts/MayNot.vue'
import {
  formatExact,
  GAUGE_SIZE,
  nm,
  parseRegisterKey,
  rangeText,
  readLength,
  registerName,
  type MachineRecord,
  type Nm,
  sizeText,
} from '@rook/core'
import type { GaugeEventBody } from '@rook/contract'
import { Button, Form } from 'ant-design-vue'
import { computed, reactive, ref } from 'vue'
import { useSend } from '../../client/use-send.ts'
import { useContextLine } from '../../client/context.ts'
import { useGauge, useMachines, useGauges } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import { calendarDay, dayTime } from '../../client/time.ts'
import Opening from '../../parts/Opening.vue'
import Remarks from '../../parts/Remarks.vue'
import PickField from '../../ui/PickField.vue'
import WordField from '../../ui/WordField.vue'
import VerdictMark from '../../parts/VerdictMark.vue'
import GaugeDialog from './GaugeDialog.vue'
import ProbeChart from './ProbeChart.vue'
import { EVENTS, FAMILIES } from './gauge-names.ts'
import { stateOf } from './gauge-state.ts'
import Facts from '../../ui/Facts.vue'
import { asRegister } from '../../parts/written.ts'

const props = defineProps<{ gauge: string }>()
const page = useGauge(() => props.gauge)
const machines = useMachines()
const session = useSession()
useContextLine(() => ['Gauges', page.data.value?.gauge.name ?? ''])

const gauges = useGauges()
const record = computed(() => page.data.value?.gauge ?? null)
const state = computed(() => (record.value ? stateOf(record.value, new Date().toISOString()) : null))
const machineOf = (id: string) => machines.data.value?.find((machine) => machine.id === id) as MachineRecord | undefined
const doubtful = computed(() => page.data.value?.entries.filter((entry) => entry.doubtful) ?? [])
/** The time in which nothing that was measured with it can be trusted. */
function spanOf({ from, to }: { from: string | null; to: string | null }): string {
  const after = from && `after ${dayTime(from, session.shop)}`
  const until = to && `until ${dayTime(to, session.shop)}`
  return [after, until].filter(Boolean).join(' and ') || 'at any time'
}
const stillStand = computed(() => doubtful.value.filter(({ standing }) => standing.length > 0).length)
/** What follows from other things that are done, and is not said here. */
const FOLLOWS: readonly (keyof typeof EVENTS)[] = ['added', 'taken-back', 'corrected']
const kinds = computed(() =>
  (Object.keys(EVENTS) as (keyof typeof EVENTS)[]).filter((kind) => {
    if (FOLLOWS.includes(kind)) return false
    if (kind === 'returned') return record.value?.state === 'withdrawn'
    if (record.value?.state === 'withdrawn') return false
    return kind !== 'stylus-changed' || record.value?.family === 'touch-probe'
  }),
)

const changing = ref(false)
const facts = computed(() => {
  if (!record.value) return []
  const { size, uncertainty, calibrated, due, intervalDays } = record.value
  return [
    { label: 'State', text: state.value ?? '', class: { disturbed: 'stop', due: 'query' }[state.value as string] },
    ...(size > 0 ? [{ label: GAUGE_SIZE[record.value.family].label, text: sizeText(size) }] : []),
    ...(rangeText(record.value) ? [{ label: 'Measures', text: rangeText(record.value) }] : []),
    { label: 'Standard uncertainty', text: `${formatExact(nm(uncertainty * 1000), 'mm')} µm` },
    { label: 'Calibrated', text: calibrated ? calendarDay(calibrated, session.shop) : 'not on record' },
    ...(due ? [{ label: 'Due', text: `${calendarDay(due, session.shop)}, every ${intervalDays} days` }] : []),
  ]
})

const form = reactive({ kind: '' as GaugeEventBody['kind'] | '', note: '', size: '', uncertainty: '' })
const { trouble, send } = useSend()

function lengthOrNull(name: string, text: string): Nm | null | undefined {
  const reading = readLength(text, { name, unit: 'mm', grid: nm(1) })
  if (reading.kind === 'empty') return null
  if (reading.kind === 'length') return reading.value
  trouble.value = reading.sentence
  return undefined
}

async function note(): Promise<void> {
  const { kind } = form
  if (kind === '') return
  const size = lengthOrNull('Size', form.size)
  const uncertainty = lengthOrNull('Standard uncertainty', form.uncertainty)
  if (size === undefined || uncertainty === undefined) return
  if (await send('gaugeEvent', { params: { id: props.gauge }, body: { kind, note: form.note, size, uncertainty } }))
    Object.assign(form, { kind: '', note: '', size: '', uncertainty: '' })
}
</script>

<template>
  <div class="page">
    <template v-if="record && page.data.value">
      <h1>
        {{ record.name }}, <span class="quiet">{{ FAMILIES[record.family] }}</span>
      </h1>
      <Facts :facts="facts" />
      <p v-if="!session.mayNot('changeGauge')">
        <Button type="link" class="px-0" @click="changing = true">Put its record right</Button>
      </p>
      <GaugeDialog v-if="changing" :gauge="record" @close="changing = false" />
      <ul v-if="record.doubtful.length > 0" class="list-none p-0">
        <li v-for="(time, at) in record.doubtful" :key="at" class="stop">
          <VerdictMark class="align-[-3px]" verdict="stop" /> In doubt: it {{ time.because }}; what was measured with it {{ spanOf(time) }}.
        </li>
      </ul>
      <ProbeChart v-if="record.family === 'touch-probe'" :probe="record.id" />
      <section>
        <h2 class="mb-2">What happened to it</h2>
        <MayNot to="gaugeEvent"
          ><Form class="sheet flex flex-wrap gap-x-3.5 gap-y-2.5 items-end px-4 pt-2.5 pb-3" @submit.prevent="note">
            <PickField v-model="form.kind" label="It was" :options="kinds.map((kind) => ({ value: kind, label: EVENTS[kind] }))" />
            <WordField v-model="form.note" class="wide flex-1 min-w-55" label="Where, by whom, how it was found" :maxlength="500" />
            <template v-if="form.kind === 'calibrated'">
              <WordField v-model="form.size" label="Size, if it has changed" figure :maxlength="40" />
              <WordField v-model="form.uncertainty" label="Standard uncertainty" figure :maxlength="40" />
            </template>
            <Button html-type="submit" :disabled="form.kind === '' || form.note.trim().length < 3">Note it</Button>
            <p v-if="trouble" class="stop basis-full m-0" role="alert">{{ trouble }}</p>
          </Form></MayNot
        >
        <ul class="list-none p-0">
          <li
            v-for="event in page.data.value.events"
            :key="event.id"
            class="flex flex-wrap gap-x-4 gap-y-1 px-0 py-2.25 border-b border-b-rule"
            :data-event="event.kind"
          >
            <span class="quiet figure">{{ dayTime(event.at, session.shop) }}</span>
            <strong>{{ EVENTS[event.kind] }}</strong>
            <span>{{ [event.note, event.size === null ? null : `size ${sizeText(event.size)}`].filter(Boolean).join(', ') }}</span>
            <span class="quiet">{{ event.by }}</span>
            <RouterLink v-if="event.entry" :to="{ name: 'entry', params: { entry: event.entry } }">entry</RouterLink>
          </li>
          <li v-if="page.data.value.events.length === 0" class="quiet flex flex-wrap gap-x-4 gap-y-1 px-0 py-2.25 border-b border-b-rule">
            Nothing on record yet.
          </li>
        </ul>
      </section>
      <section>
        <h2 class="mb-2">
          Entries made with it <span class="quiet small">{{ page.data.value.entries.length }}, newest first</span>
        </h2>
        <p v-if="doubtful.length > 0" class="stop" data-doubtful>
          {{ doubtful.length }} {{ doubtful.length === 1 ? 'was' : 'were' }} made while it was in doubt;
          {{ stillStand === 0 ? 'none of them stands' : `${stillStand} of them still ${stillStand === 1 ? 'stands' : 'stand'}` }} in a
          control.
        </p>
        <ul class="entries list-none p-0">
          <li
            v-for="{ line, standing, doubtful: inDoubt } in page.data.value.entries.slice(0, 60)"
            :key="line.id"
            :class="{ doubt: inDoubt }"
          >
            <RouterLink
              class="flex flex-wrap gap-x-3.5 gap-y-1 items-center min-h-11.5 border-b border-b-rule text-inherit no-underline hover:bg-sheet"
              :to="{ name: 'entry', params: { entry: line.id } }"
            >
              <VerdictMark :verdict="inDoubt ? 'stop' : 'clear'" />
              <span class="quiet figure">{{ dayTime(line.at, session.shop) }}</span>
              <span>{{ line.machineName }}</span>
              <span class="flex-1 min-w-50">{{ line.title }}</span>
              <span v-if="standing.length > 0 && machineOf(line.machine)" class="figure whitespace-normal!">{{
                standing.length > 2
                  ? `${standing.length} registers stand`
                  : standing
                      .map(
                        (key) =>
                          `${registerName(parseRegisterKey(key), gauges.data.value ?? [record!])} ${asRegister(key, line.writes.find((write) => write.register === key)?.after ?? nm(0), machineOf(line.machine)!)}`,
                      )
                      .join(', ')
              }}</span>
              <span v-else class="quiet">{{ line.correctedBy ? 'taken back' : line.writes.length > 0 ? 'replaced since' : '' }}</span>
              <span class="quiet">{{ line.by }}</span>
            </RouterLink>
          </li>
        </ul>
      </section>
      <Remarks about="gauge" :of="gauge" />
    </template>
    <Opening v-else :error="page.error.value" />
  </div>
</template>

<style scoped>
.page > * {
  margin: 0 0 14px;
}
ul {
  margin: 0;
}
</style>
