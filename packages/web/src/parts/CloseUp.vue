<script setup lang="ts">
import { nm, type CloseUp, type LengthUnit } from '@rook/core'
import { computed } from 'vue'
import { exactly } from './written.ts'

/** A touch as it is seen from the side: how far the spindle's axis is from the wall, and what makes up the distance. */
const props = defineProps<{ closeUp: CloseUp; unit: LengthUnit }>()

const WIDTH = 196
const HEIGHT = 172
/** Heights: where the picture of what touches ends, and the line that the distance is written on. */
const FLOOR = 118
const AXIS = 62

const perPixel = computed(() => {
  const { tall, radius, pieces, thickness } = props.closeUp
  const widest = Math.max(radius, ...pieces.flatMap(({ half }) => half.map(({ r }) => r)))
  return Math.max(tall / FLOOR, widest / (AXIS - 6), (radius + thickness) / (WIDTH - AXIS - 60))
})
const px = (value: number) => value / perPixel.value
const shapes = computed(() =>
  props.closeUp.pieces.map(({ what, half }) => {
    const side = (sign: 1 | -1) => half.map(({ r, z }) => `${AXIS + sign * px(r)},${px(z)}`)
    return { what, points: [...side(1), ...side(-1).reverse()].join(' ') }
  }),
)
const contact = computed(() => px(props.closeUp.contact))
const surface = computed(() => AXIS + px(props.closeUp.radius))
const wall = computed(() => surface.value + px(props.closeUp.thickness))
/** The wall stands up to a little above where it is touched. */
const top = computed(() => Math.max(20, contact.value - 26))
const figure = (value: number) => exactly(nm(Math.round(value)), props.unit)
const words = computed(() => {
  const { name, between, thickness, radius, way } = props.closeUp
  return `${name} from the side, moving ${way}: ${figure(radius)} from the axis to where it touches${between ? `, then ${figure(thickness)} ${between}` : ''}`
})
</script>

<template>
  <svg class="block flex-none" :width="WIDTH" :height="HEIGHT" role="img" :aria-label="words">
    <rect class="stroke-ink stroke-[1.4] fill-stock" :x="wall" :y="top" :width="WIDTH - wall - 2" :height="FLOOR - top + 12" />
    <rect
      v-if="closeUp.thickness > 0"
      class="stroke-[1.4] fill-query stroke-none"
      :x="surface"
      :y="top + 6"
      :width="Math.max(2, wall - surface)"
      :height="FLOOR - top"
    />
    <polygon
      v-for="(shape, at) in shapes"
      :key="at"
      class="stroke-ink stroke-[1.4] fill-sheet [&.body]:fill-act-soft [&.tip]:stroke-act [&.tip]:stroke-2"
      :class="shape.what"
      :points="shape.points"
    />
    <line class="stroke-quiet [stroke-dasharray:14_4_3_4]" :x1="AXIS" :x2="AXIS" y1="0" y2="146" />
    <g class="distance">
      <line class="stroke-note stroke-2" :x1="AXIS" :x2="wall" y1="140" y2="140" />
      <line :x1="surface" :x2="surface" :y1="contact" y2="146" class="stroke-note stroke-1" />
      <line v-if="closeUp.thickness > 0" :x1="wall" :x2="wall" :y1="contact" y2="146" class="stroke-note stroke-1" />
      <circle class="fill-note" :cx="AXIS" cy="140" r="2.5" />
      <circle class="fill-note" :cx="surface" cy="140" r="2.5" />
      <circle v-if="closeUp.thickness > 0" class="fill-note" :cx="wall" cy="140" r="2.5" />
    </g>
    <text class="text-15 fill-ink" x="2" y="163">
      axis to wall&#32;
      {{ figure(closeUp.radius) }}
      <tspan v-if="closeUp.thickness > 0">+ {{ figure(closeUp.thickness) }}</tspan>
    </text>
    <text class="way text-15 fill-quiet" :x="WIDTH - 4" y="14" text-anchor="end">moving {{ closeUp.way }}</text>
  </svg>
</template>
