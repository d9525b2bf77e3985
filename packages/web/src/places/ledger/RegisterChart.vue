<script setup lang="ts">
import type { MachineRecord, Nm } from '@rook/core'
import { useRegisterName } from '../../parts/use-register-name.ts'
import type { EntryLine } from '@rook/contract'
import { scaleLinear, scaleTime } from 'd3-scale'
import { curveStepAfter, line } from 'd3-shape'
import { computed, ref } from 'vue'
import { useSession } from '../../client/session.ts'
import ChartFrame from '../../parts/ChartFrame.vue'
import { dayTicks } from '../../parts/day-ticks.ts'
import { asRegister } from '../../parts/written.ts'

/** What a register did: each value stands until the next one is written. Where it was unset the line is broken. */
const props = defineProps<{ register: string; machine: MachineRecord; entries: readonly EntryLine[] }>()
const session = useSession()
const width = ref(0)
const HEIGHT = 170
const [LEFT, RIGHT, TOP, BOTTOM] = [98, 22, 12, 30]

const points = computed(() =>
  [...props.entries].reverse().flatMap(({ id, at, writes, correctedBy }) => {
    const write = writes.find(({ register }) => register === props.register)
    return write ? [{ id, at: new Date(at), value: write.after as Nm | null, takenBack: correctedBy !== null }] : []
  }),
)
const x = computed(() => {
  const first = points.value[0]?.at ?? new Date()
  return scaleTime([first, new Date()], [LEFT, Math.max(LEFT + 40, width.value - RIGHT)])
})
const y = computed(() => {
  const values = points.value.flatMap(({ value }) => (value === null ? [] : [value as number]))
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const pad = Math.max(1_000, (high - low) * 0.12)
  return scaleLinear([low - pad, high + pad], [HEIGHT - BOTTOM, TOP])
})
const path = computed(() => {
  const steps = [...points.value, ...(points.value.length > 0 ? [{ ...points.value.at(-1)!, at: new Date() }] : [])]
  return line<(typeof steps)[number]>(
    ({ at }) => x.value(at),
    ({ value }) => y.value(value ?? 0),
  )
    .defined(({ value }) => value !== null)
    .curve(curveStepAfter)(steps)
})
const days = computed(() => dayTicks(x.value, session.shop))
const nameOf = useRegisterName()
const name = computed(() => nameOf(props.register))
const written = (value: number) => asRegister(props.register, Math.round(value) as Nm, props.machine)
</script>

<template>
  <figure v-if="points.length > 1" class="sheet mx-0 mt-0 mb-3 px-3 py-2">
    <ChartFrame
      v-model:width="width"
      :height="HEIGHT"
      :left="LEFT"
      :right="RIGHT"
      :y="y"
      :written="written"
      :below="days"
      :label="`${name}, ${points.length} times written; it stands at ${points.at(-1)!.value === null ? 'unset' : written(points.at(-1)!.value!)}`"
    >
      <path class="fill-none stroke-act stroke-2" :d="path ?? ''" />
      <template v-for="point in points" :key="point.id">
        <circle
          v-if="point.value !== null"
          class="fill-act stroke-act stroke-2 [&.back]:fill-sheet"
          :class="{ back: point.takenBack }"
          :cx="x(point.at)"
          :cy="y(point.value)"
          r="4"
        />
      </template>
    </ChartFrame>
    <figcaption class="quiet small">
      {{ name }} on {{ machine.name }}, {{ machine.unit }}: {{ points.length }} values shown. A hollow point was taken back.
    </figcaption>
  </figure>
</template>
