<script setup lang="ts">
import { asShown, PROBE_SIDES, probeRegister, registerKey, type Nm } from '@rook/core'
import { scaleLinear, scaleTime } from 'd3-scale'
import { line } from 'd3-shape'
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useEntries, useMachines } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import ChartFrame from '../../parts/ChartFrame.vue'
import { dayTicks } from '../../parts/day-ticks.ts'

/** The four radii over all calibrations on one machine, so that the last one has something to be compared with. */
const props = defineProps<{ probe: string }>()
const session = useSession()
const machines = useMachines()
const entries = useEntries(() => ({ register: registerKey(probeRegister(props.probe, 'X+')), limit: 200 }))
const width = ref(0)
const HEIGHT = 210
const [LEFT, RIGHT, TOP, BOTTOM] = [76, 70, 14, 30]
/** Each side has its own dash: meaning is never colour alone. */
const DASHES: Record<string, string> = { 'X+': '', 'X-': '9 4', 'Y+': '2 4', 'Y-': '10 3 2 3' }

const chosen = ref<string | null>(null)
const byMachine = computed(() => {
  const groups = new Map<string, { at: Date; radii: Record<string, Nm> }[]>()
  for (const entry of [...(entries.data.value?.entries ?? [])].reverse()) {
    if (entry.kind === 'correction' || entry.correctedBy) continue
    const radii = Object.fromEntries(
      PROBE_SIDES.flatMap((side) => {
        const after = entry.writes.find(({ register }) => register === registerKey(probeRegister(props.probe, side)))?.after
        return after == null ? [] : [[side, after]]
      }),
    )
    if (Object.keys(radii).length < 4) continue
    groups.set(entry.machine, [...(groups.get(entry.machine) ?? []), { at: new Date(entry.at), radii }])
  }
  return groups
})
const machine = computed(() => {
  const id = chosen.value ?? [...byMachine.value.keys()][0]
  return machines.data.value?.find((one) => one.id === id) ?? null
})
const points = computed(() => (machine.value ? (byMachine.value.get(machine.value.id) ?? []) : []))

const x = computed(() => {
  const times = points.value.map(({ at }) => at)
  const [first, last] = [times[0] ?? new Date(), times.at(-1) ?? new Date()]
  const pad = Math.max(3_600_000, (last.getTime() - first.getTime()) * 0.04)
  return scaleTime([new Date(first.getTime() - pad), new Date(last.getTime() + pad)], [LEFT, Math.max(LEFT + 40, width.value - RIGHT)])
})
const y = computed(() => {
  const all = points.value.flatMap(({ radii }) => Object.values(radii))
  const [low, high] = [Math.min(...all), Math.max(...all)]
  const pad = Math.max(500, (high - low) * 0.15)
  return scaleLinear([low - pad, high + pad], [HEIGHT - BOTTOM, TOP])
})
const days = computed(() => dayTicks(x.value, session.shop))
const curves = computed(() =>
  PROBE_SIDES.map((side) => {
    const own = points.value.map(({ at, radii }) => ({ at, value: radii[side]! }))
    const path = line<{ at: Date; value: Nm }>(
      (one) => x.value(one.at),
      (one) => y.value(one.value),
    )(own)
    return { side, path, own, last: own.at(-1) }
  }),
)
/** The names at the right end, moved apart where they would hide each other. */
const names = computed(() => {
  const placed = curves.value.flatMap(({ side, last }) => (last ? [{ side, y: y.value(last.value) }] : [])).sort((a, b) => a.y - b.y)
  placed.forEach((name, at) => at > 0 && (name.y = Math.max(name.y, placed[at - 1]!.y + 16)))
  return placed
})
const change = computed(() => {
  const [before, last] = points.value.slice(-2)
  if (!before || !last || !machine.value) return null
  return PROBE_SIDES.map(
    (side) => `${side.replace('-', '\u2212')} ${asShown((last.radii[side]! - before.radii[side]!) as Nm, machine.value!, 'always')}`,
  ).join(', ')
})
</script>

<template>
  <section v-if="machine" aria-label="Radii over its calibrations">
    <h2>
      Radii on {{ machine.name }}
      <Button type="link" v-for="id in [...byMachine.keys()].filter((one) => one !== machine!.id)" :key="id" @click="chosen = id">
        {{ machines.data.value?.find((one) => one.id === id)?.name }}
      </Button>
    </h2>
    <ChartFrame
      v-model:width="width"
      :height="HEIGHT"
      :left="LEFT"
      :right="RIGHT"
      :y="y"
      :written="(value) => asShown(Math.round(value) as Nm, machine!)"
      :below="days"
      :label="`${points.length} calibrations; since the one before: ${change ?? 'nothing to compare with'}`"
    >
      <g v-for="curve in curves" :key="curve.side">
        <path class="fill-none stroke-act stroke-2" :d="curve.path ?? ''" :stroke-dasharray="DASHES[curve.side]" />
        <circle v-for="(point, at) in curve.own" :key="at" class="fill-act" :cx="x(point.at)" :cy="y(point.value)" r="3.5" />
      </g>
      <text v-for="name in names" :key="name.side" class="name fill-ink" :x="width - RIGHT + 10" :y="name.y + 5">
        {{ name.side.replace('-', '\u2212') }}
      </text>
    </ChartFrame>
    <p class="quiet mx-0 mt-1 mb-0" v-if="change">Since the calibration before: {{ change }} {{ machine.unit }}.</p>
  </section>
</template>

<style scoped>
text.name {
  font-weight: 700;
}
</style>
