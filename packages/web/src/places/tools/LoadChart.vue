<script setup lang="ts">
import { judgeLoad, loadAt } from '@rook/core'
import type { LoadBaselineRecord } from '@rook/contract'
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { computed, ref } from 'vue'
import { useSession } from '../../client/session.ts'
import { dayTime } from '../../client/time.ts'
import ChartFrame from '../../parts/ChartFrame.vue'

/** What was seen part after part, against the sample cut, its warning and its alarm. */
const props = defineProps<{ load: LoadBaselineRecord }>()
const session = useSession()
const width = ref(0)
const HEIGHT = 190
const [LEFT, RIGHT, TOP, BOTTOM] = [58, 118, 10, 26]

const levels = computed(() => [
  { words: 'sample cut', value: props.load.value, class: 'base' },
  { words: 'warning', value: loadAt(props.load, props.load.warning), class: 'query' },
  { words: 'alarm', value: loadAt(props.load, props.load.alarm), class: 'stop' },
])
const points = computed(() => props.load.seen.map((one, at) => ({ ...one, at, judged: judgeLoad(props.load, one.value), when: one.at })))
const x = computed(() => scaleLinear([0, Math.max(1, points.value.length - 1)], [LEFT + 8, Math.max(LEFT + 60, width.value - RIGHT)]))
const y = computed(() => {
  const all = [...levels.value.map(({ value }) => value), ...points.value.map(({ value }) => value)]
  const [low, high] = [Math.min(...all), Math.max(...all)]
  const pad = Math.max((high - low) * 0.12, high * 0.02)
  return scaleLinear([Math.max(0, low - pad), high + pad], [HEIGHT - BOTTOM, TOP]).nice(4)
})
const path = computed(() =>
  line<(typeof points.value)[number]>(
    (one) => x.value(one.at),
    (one) => y.value(one.value),
  )(points.value),
)
const ticks = computed(() => {
  const step = Math.max(1, Math.ceil(points.value.length / 8))
  return points.value.filter(({ at }) => at % step === 0).map(({ at, part }) => ({ key: at, x: x.value(at), words: String(part) }))
})
const last = computed(() => points.value.at(-1) ?? null)
const over = computed(() => points.value.filter(({ judged }) => judged.verdict !== 'clear').length)
/** A diamond for a query, a bar for a stop, a ring for what is clear: never colour alone. */
const mark = { clear: '', query: 'M0 -6L6 0L0 6L-6 0z', stop: 'M-7 -3h14v6h-14z' }
</script>

<template>
  <div>
    <ChartFrame
      v-model:width="width"
      :height="HEIGHT"
      :left="LEFT"
      :right="RIGHT"
      :y="y"
      :written="String"
      :below="ticks"
      :label="`${points.length} parts; ${over} over the warning; the last ${last ? last.judged.sentence : 'not seen yet'}`"
    >
      <g v-for="level in levels" :key="level.words">
        <line
          class="[&.base]:stroke-ink [&.query]:stroke-query [&.query]:[stroke-dasharray:8_4] [&.stop]:stroke-stop [&.stop]:stroke-2"
          :class="level.class"
          :x1="LEFT"
          :x2="width - RIGHT"
          :y1="y(level.value)"
          :y2="y(level.value)"
        />
        <text class="[&.query]:fill-query [&.stop]:fill-stop" :class="level.class" :x="width - RIGHT + 8" :y="y(level.value) + 5">
          {{ level.words }} {{ Math.round(level.value * 100) / 100 }}
        </text>
      </g>
      <path class="seen fill-none stroke-act stroke-[1.4]" :d="path ?? ''" />
      <g v-for="point in points" :key="point.at" :transform="`translate(${x(point.at)} ${y(point.value)})`">
        <title>part {{ point.part }}: {{ point.value }} {{ load.unit }}, {{ dayTime(point.when, session.shop) }}, {{ point.by }}</title>
        <circle v-if="point.judged.verdict === 'clear'" class="fill-sheet stroke-act stroke-[1.6]" r="2.6" />
        <path v-else class="[&.query]:fill-query [&.stop]:fill-stop" :d="mark[point.judged.verdict]" :class="point.judged.verdict" />
      </g>
    </ChartFrame>
    <p class="small mx-0 mt-0 mb-1.5" :class="last && last.judged.verdict !== 'clear' ? last.judged.verdict : 'quiet'" v-if="last">
      Part {{ last.part }}: {{ last.value }} {{ load.unit }}, {{ last.judged.sentence }}
    </p>
    <p v-else class="small quiet mx-0 mt-0 mb-1.5">Nothing was seen since the sample cut of {{ load.value }} {{ load.unit }}.</p>
  </div>
</template>
