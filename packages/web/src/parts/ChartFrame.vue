<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref, watchEffect } from 'vue'

/** The frame of a chart: as wide as its place, level lines with their figures at the left, words below. */
const props = defineProps<{
  height: number
  left: number
  right: number
  y: { (value: number): number; ticks(count: number): number[] }
  /** How a figure of the upright axis is written. */
  written: (value: number) => string
  below: readonly { key: string | number; x: number; words: string }[]
  /** The chart in one sentence, for people who cannot see it. */
  label: string
}>()
const width = defineModel<number>('width', { required: true })
/** As many level lines as can be told apart by their figures: two that read the same say nothing. */
const levels = computed(() => {
  for (let count = 4; count > 1; count--) {
    const ticks = props.y.ticks(count)
    if (new Set(ticks.map((tick) => props.written(tick))).size === ticks.length) return ticks
  }
  return props.y.ticks(1).slice(0, 1)
})
const frame = ref<HTMLElement | null>(null)
const size = useElementSize(frame)
watchEffect(() => (width.value = size.width.value))
</script>

<template>
  <div ref="frame" class="chart">
    <svg :width="width" :height="height" role="img" :aria-label="label">
      <g v-for="tick in levels" :key="tick">
        <line class="stroke-rule" :x1="left" :x2="width - right" :y1="y(tick)" :y2="y(tick)" />
        <text :x="left - 8" :y="y(tick) + 5" text-anchor="end">{{ written(tick) }}</text>
      </g>
      <text v-for="tick in below" :key="tick.key" :x="tick.x" :y="height - 7" text-anchor="middle">{{ tick.words }}</text>
      <slot />
    </svg>
  </div>
</template>

<style scoped>
text,
.chart :slotted(text) {
  fill: var(--quiet);
  font-size: 14px;
}
</style>
