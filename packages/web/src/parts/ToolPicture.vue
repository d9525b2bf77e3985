<script setup lang="ts">
import type { ToolOutline } from '@rook/core'
import { computed } from 'vue'

/** A tool seen from the side, hanging from the gauge line at the top. */
const props = defineProps<{ outline: ToolOutline; width: number; height: number; perPixel: number; lit?: boolean }>()

const shapes = computed(() =>
  props.outline.pieces.map(({ what, half, nominal }) => {
    const right = half.map(({ r, z }) => `${props.width / 2 + r / props.perPixel},${z / props.perPixel}`)
    const left = [...half].reverse().map(({ r, z }) => `${props.width / 2 - r / props.perPixel},${z / props.perPixel}`)
    return { what, nominal, points: [...right, ...left].join(' ') }
  }),
)
</script>

<template>
  <svg class="block overflow-visible" :width="width" :height="height" aria-hidden="true" :class="{ lit }">
    <polygon
      v-for="(shape, at) in shapes"
      :key="at"
      class="stroke-[1.4] [&.nominal:not(.holder)]:[stroke-dasharray:4_3]"
      :points="shape.points"
      :class="[shape.what, { nominal: shape.nominal }]"
    />
    <line :x1="width / 2" :x2="width / 2" y1="0" :y2="outline.length / perPixel + 6" class="stroke-rule [stroke-dasharray:8_3_2_3]" />
  </svg>
</template>

<style scoped>
polygon {
  fill: var(--sheet);
  stroke: var(--ink);
}
.holder {
  fill: var(--stock);
}
.nominal {
  stroke: var(--quiet);
}
.lit polygon {
  stroke: var(--act);
  fill: var(--act-soft);
}
</style>
