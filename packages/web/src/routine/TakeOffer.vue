<script setup lang="ts">
import {
  asDisplayed,
  GAUGE_LASTS,
  IN_SPINDLE,
  plainFigure,
  spindleSays,
  takeRefusal,
  takesGauge,
  type Axis,
  type InputSpec,
  type LengthInput,
  type MachineRecord,
  type Nm,
  type Scene,
} from '@rook/core'
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useObserved } from '../client/observed.ts'
import { useGauges } from '../client/queries.ts'
import { useSend } from '../client/use-send.ts'
import { asShown } from '../parts/written.ts'

/** What stands at the machine or came from a gauge now, to be taken into the field that is asked; never without a press. */
const props = defineProps<{
  machine: MachineRecord
  /** What is mounted on it. */
  tools: Scene['tools']
  inputs: readonly InputSpec[]
  /** The input that it goes into. */
  into: string | null
  raw: Readonly<Record<string, string>>
  /** What was taken already, by input. */
  taken?: Readonly<Record<string, string>>
}>()
const emit = defineEmits<{ take: [taken: string, figures: Record<string, string>, known: Record<string, string>] }>()

const observed = useObserved(() => props.machine.id)
const gauges = useGauges()
const { trouble, busy, send } = useSend()
/** A figure that was taken already is not offered for the next field. */
const used = ref<number | null>(null)

type Reading = LengthInput & { axis: Axis }
const isReading = (input: InputSpec): input is Reading =>
  input.kind === 'length' && input.role === 'reading' && input.axis !== undefined && !input.otherDisplay
const isOpen = ({ id }: InputSpec) => (props.raw[id] ?? '').trim() === ''
const asked = computed(() => props.inputs.find(({ id }) => id === props.into))

/** The reading that is asked, with the others of the same position. */
const readings = computed((): Reading[] => {
  const first = asked.value
  if (!first || !isReading(first)) return []
  return first.position === undefined
    ? [first]
    : props.inputs.filter(isReading).filter((input) => input.id === first.id || (input.position === first.position && isOpen(input)))
})
const axes = computed(() => readings.value.map(({ axis }) => axis))
const at = (axis: Axis): Nm | null => {
  const machine = observed.value?.positions.find((one) => one.axis === axis)?.machine ?? null
  return machine === null ? null : asDisplayed(machine as Nm, props.machine)
}
const said = computed(() =>
  readings.value.map(({ axis }) => {
    const value = at(axis)
    return `${readings.value.length > 1 ? `${axis} ` : ''}${value === null ? '\u00b7\u00b7\u00b7' : asShown(value, props.machine)}`
  }),
)
const hasAgent = computed(() => observed.value !== null && observed.value.link !== 'none')
const refusal = computed(() =>
  observed.value ? takeRefusal({ ...observed.value, positions: observed.value.positions as never }, axes.value, props.machine.name) : null,
)
const age = (ms: number) => (ms < 10_000 ? `${(ms / 1000).toFixed(1)} s` : `${Math.round(ms / 1000)} s`)

/** A gauge that reads the same twice has measured twice: figures are told apart by when they came. */
const cameAt = (ms: number) => performance.now() - ms
const SAME = 700

const figure = computed(() => {
  const gauge = observed.value?.gauge
  const input = asked.value
  if (!gauge || gauge.age > GAUGE_LASTS || !input || !takesGauge(input)) return null
  return used.value !== null && Math.abs(cameAt(gauge.age) - used.value) < SAME ? null : gauge
})
const gaugeName = computed(() => gauges.data.value?.find(({ id }) => id === figure.value?.gauge)?.name ?? figure.value?.gauge)

async function takePosition(): Promise<void> {
  const into = readings.value
  const own = new Set(into.map(({ id }) => id))
  const after = [...new Set(Object.entries(props.taken ?? {}).flatMap(([input, id]) => (own.has(input) ? [] : [id])))]
  const taken = await send('take', { params: { id: props.machine.id }, body: { what: 'position', axes: axes.value, after } })
  if (!taken) return
  const asks = (input: string) => props.inputs.some(({ id }) => id === input)
  const stood = spindleSays(taken.tool, props)
  emit(
    'take',
    taken.id,
    Object.fromEntries(
      into.map(({ id, axis }) => [id, plainFigure(taken.positions.find((one) => one.axis === axis)!.value as Nm, props.machine.unit)]),
    ),
    { ...(asks('display') ? { display: 'machine' } : {}), ...(stood !== null && asks(IN_SPINDLE) ? { [IN_SPINDLE]: stood } : {}) },
  )
}

/** Where the sheet asks what it was measured with, the gauge that sent the figure is the answer. */
function measuredWith(gauge: string): Record<string, string> {
  const choices = props.inputs.filter((input) => input.kind === 'choice')
  // What cannot have measured it is left out of the list, and all the same it is what did.
  const asks =
    choices.find(({ measures }) => props.into !== null && measures?.includes(props.into)) ??
    choices.find(({ options }) => options.some(({ value }) => value === gauge))
  return asks ? { [asks.id]: gauge } : {}
}

async function takeFigure(): Promise<void> {
  const input = asked.value!.id
  const { age: old } = figure.value!
  const taken = await send('take', { params: { id: props.machine.id }, body: { what: 'gauge', axes: [], after: [] } })
  if (!taken) return
  used.value = cameAt(old)
  emit('take', taken.id, { [input]: taken.gauge!.text }, measuredWith(taken.gauge!.gauge))
}
</script>

<template>
  <div v-if="readings.length > 0 && hasAgent" class="flex flex-wrap gap-x-3 gap-y-1.5 items-center px-0 pt-1 pb-1.5">
    <Button size="large" :disabled="refusal !== null || busy" @click="takePosition"
      ><span
        >Take <span class="figure">{{ said.join(', ') }}</span></span
      ></Button
    >
    <span v-if="refusal" class="query small">{{ refusal }}</span>
    <span v-else class="quiet small">machine coordinates, {{ age(observed!.age) }} ago, at rest</span>
  </div>
  <div v-if="figure" class="flex flex-wrap gap-x-3 gap-y-1.5 items-center px-0 pt-1 pb-1.5">
    <Button size="large" :disabled="busy" @click="takeFigure"
      ><span
        >Take <span class="figure">{{ figure.text }}</span></span
      ></Button
    >
    <span class="quiet small">{{ gaugeName }}, {{ age(figure.age) }} ago</span>
  </div>
  <p v-if="trouble" class="stop small mx-0 mt-1 mb-0" role="alert">{{ trouble }}</p>
</template>
