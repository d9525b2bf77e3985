<script setup lang="ts">
import type { Drawing, Point } from '@rook/core'
import { useElementSize } from '@vueuse/core'
import { scaleLinear } from 'd3-scale'
import { computed, ref } from 'vue'

const props = defineProps<{
  drawing: Drawing
  /** True when touching a side of the stock chooses axis and direction. */
  sides?: boolean
  zeroName?: string
}>()
const emit = defineEmits<{ side: [axis: 'X' | 'Y', direction: '+' | '-'] }>()

const frame = ref<HTMLElement | null>(null)
const { width, height } = useElementSize(frame)
const MARGIN = 46
/** Room for the caption under the drawing. */
const FOOT = 30
/** How wide a strip along a side a gloved finger may hit. */
const REACH = 44

/** One scale for both directions: the drawing is never stretched. */
const scale = computed(() => {
  const points: Point[] = [
    { x: 0, y: 0 } as Point,
    ...props.drawing.solids.flatMap(({ box }) => [box.min, box.max]),
    ...props.drawing.touches.flatMap(({ at, radius }) => [
      { x: at.x - (radius ?? 0), y: at.y - (radius ?? 0) } as Point,
      { x: at.x + (radius ?? 0), y: at.y + (radius ?? 0) } as Point,
    ]),
  ]
  const xs = points.map(({ x }) => x)
  const ys = points.map(({ y }) => y)
  const [left, right, low, high] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const perPixel = Math.max(
    (right - left) / Math.max(60, width.value - 2 * MARGIN),
    (high - low) / Math.max(60, height.value - FOOT - 2 * MARGIN),
    1,
  )
  const middle = { x: (left + right) / 2, y: (low + high) / 2 }
  const x = scaleLinear([middle.x - (perPixel * width.value) / 2, middle.x + (perPixel * width.value) / 2], [0, width.value])
  const tall = height.value - FOOT
  const y = scaleLinear([middle.y - (perPixel * tall) / 2, middle.y + (perPixel * tall) / 2], [tall, 0])
  return { x, y, perPixel }
})

const boxes = computed(() =>
  props.drawing.solids.map((solid) => {
    const { x, y } = scale.value
    const { min, max } = solid.box
    return { ...solid, left: x(min.x), top: y(max.y), width: x(max.x) - x(min.x), height: Math.max(2, y(min.y) - y(max.y)) }
  }),
)
const stock = computed(() => boxes.value.find(({ kind }) => kind === 'stock'))

const zero = computed(() => ({ x: scale.value.x(0), y: scale.value.y(0) }))
const former = computed(() => {
  const at = props.drawing.formerZero
  if (!at) return null
  const point = { x: scale.value.x(at.x), y: scale.value.y(at.y) }
  const apart = Math.hypot(point.x - zero.value.x, point.y - zero.value.y)
  const inside = point.x > 0 && point.x < width.value && point.y > 0 && point.y < height.value
  return { ...point, drawn: apart > 4 && inside, far: !inside }
})

const surface = computed(() => {
  const line = props.drawing.surface
  if (!line || !stock.value) return null
  const across = line.axis === props.drawing.horizontal
  const at = across ? scale.value.x(line.at) : scale.value.y(line.at)
  return across
    ? {
        x1: at,
        x2: at,
        y1: stock.value.top - 12,
        y2: stock.value.top + stock.value.height + 18,
        label: line.label,
        tx: at,
        ty: stock.value.top + stock.value.height + 34,
        anchor: 'middle',
      }
    : {
        x1: stock.value.left - 14,
        x2: stock.value.left + stock.value.width + 14,
        y1: at,
        y2: at,
        label: line.label,
        tx: stock.value.left + stock.value.width - 6,
        ty: at + 20,
        anchor: 'end',
      }
})

const inside = (x: number) => Math.min(width.value - 8, Math.max(8, x))
const touches = computed(() =>
  props.drawing.touches.map((touch) => {
    const { x, y, perPixel } = scale.value
    const at = { x: x(touch.at.x), y: y(touch.at.y) }
    const r = touch.radius === null ? 0 : Math.max(5, touch.radius / perPixel)
    const way = { x: touch.toward.x, y: -touch.toward.y }
    const tail = { x: at.x - way.x * (r + 34), y: at.y - way.y * (r + 34) }
    const head = { x: at.x - way.x * (r + 4), y: at.y - way.y * (r + 4) }
    const side = { x: -way.y, y: way.x }
    const barb = (sign: number) => `${head.x - way.x * 9 + side.x * 5 * sign},${head.y - way.y * 9 + side.y * 5 * sign}`
    const anchor = at.x > width.value / 2 ? 'end' : 'start'
    return {
      ...touch,
      at,
      r,
      tail,
      head,
      tip: `${head.x},${head.y} ${barb(1)} ${barb(-1)}`,
      text:
        way.x === 0
          ? { x: tail.x + 12, y: way.y > 0 ? tail.y - 4 : tail.y + 4, anchor: 'start' }
          : { x: inside(tail.x), y: at.y + r + 24, anchor },
    }
  }),
)

const sideLines = computed(() => {
  const box = stock.value
  if (!props.sides || !box) return []
  const [l, r, t, b] = [box.left, box.left + box.width, box.top, box.top + box.height]
  return [
    { axis: 'X' as const, direction: '+' as const, x: l - REACH / 2, y: t, width: REACH, height: b - t, label: 'left side, moving X+' },
    {
      axis: 'X' as const,
      direction: '-' as const,
      x: r - REACH / 2,
      y: t,
      width: REACH,
      height: b - t,
      label: 'right side, moving X\u2212',
    },
    { axis: 'Y' as const, direction: '+' as const, x: l, y: b - REACH / 2, width: r - l, height: REACH, label: 'near side, moving Y+' },
    { axis: 'Y' as const, direction: '-' as const, x: l, y: t - REACH / 2, width: r - l, height: REACH, label: 'far side, moving Y\u2212' },
  ]
})

const caption = computed(() => {
  const from = props.drawing.view === 'above' ? 'seen from above' : 'seen from the front'
  return props.drawing.toScale ? `${from}, to scale` : `${from}, stock size not on record`
})
</script>

<template>
  <figure ref="frame" class="sheet drawing">
    <svg :width="width" :height="height" :viewBox="`0 0 ${width} ${height}`" role="group" :aria-label="`Drawing, ${caption}`">
      <template v-for="box in boxes" :key="box.kind + (box.label ?? '')">
        <rect :class="['solid', box.kind]" :x="box.left" :y="box.top" :width="box.width" :height="box.height" />
        <text v-if="box.label && box.kind === 'setter'" :x="box.left + box.width / 2" :y="box.top + box.height + 18" text-anchor="middle">
          {{ box.label }}
        </text>
        <text v-if="box.label && box.kind === 'shim'" class="small-text" :x="box.left + box.width + 8" :y="box.top - 5">
          {{ box.label }}
        </text>
      </template>
      <rect
        v-for="side in sideLines"
        :key="side.label"
        class="side"
        :x="side.x"
        :y="side.y"
        :width="side.width"
        :height="side.height"
        role="button"
        tabindex="0"
        :aria-label="side.label"
        @click="emit('side', side.axis, side.direction)"
        @keydown.enter="emit('side', side.axis, side.direction)"
      >
        <title>{{ side.label }}</title>
      </rect>
      <g v-if="surface">
        <line class="surface" :x1="surface.x1" :x2="surface.x2" :y1="surface.y1" :y2="surface.y2" />
        <text :x="surface.tx" :y="surface.ty" :text-anchor="surface.anchor">{{ surface.label }}</text>
      </g>
      <g v-if="former?.drawn" class="former">
        <path :d="`M${former.x - 12} ${former.y}h24M${former.x} ${former.y - 12}v24`" />
        <text :x="former.x + 10" :y="former.y - 10">was</text>
      </g>
      <g class="zero" :style="{ transform: `translate(${zero.x}px, ${zero.y}px)` }">
        <circle r="5.5" />
        <path d="M-13 0h26M0 -13v26" />
        <text x="10" y="26">{{ zeroName ?? 'part zero' }}</text>
      </g>
      <g v-for="touch in touches" :key="touch.label" :class="['touch', { lit: touch.lit }]">
        <line :x1="touch.tail.x" :y1="touch.tail.y" :x2="touch.head.x" :y2="touch.head.y" />
        <polygon :points="touch.tip" />
        <circle v-if="touch.radius !== null" :cx="touch.at.x" :cy="touch.at.y" :r="touch.r" />
        <circle v-else :cx="touch.at.x" :cy="touch.at.y" r="4" class="tip" />
        <text :x="touch.text.x" :y="touch.text.y" :text-anchor="touch.text.anchor">{{ touch.label }}</text>
      </g>
    </svg>
    <figcaption class="quiet small">{{ caption }}<template v-if="former?.far">; the former zero lies off the drawing</template></figcaption>
  </figure>
</template>

<style scoped>
.drawing {
  margin: 0;
  position: relative;
  min-height: 260px;
  overflow: hidden;
}
svg {
  display: block;
  position: absolute;
  inset: 0;
}
figcaption {
  position: absolute;
  left: 12px;
  bottom: 8px;
}
text {
  fill: var(--quiet);
  font-size: 15px;
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
  stroke-linejoin: round;
}
.small-text {
  font-size: 14px;
}
.solid {
  stroke: var(--ink);
  stroke-width: 1.5;
  fill: var(--stock);
}
.solid.tool {
  fill: var(--sheet);
}
.solid.shim {
  fill: var(--query);
  stroke: none;
}
.solid.setter {
  fill: var(--act-soft);
}
.surface {
  stroke: var(--note);
  stroke-width: 1.5;
  stroke-dasharray: 10 3 2 3;
}
.side {
  fill: transparent;
  cursor: pointer;
}
.side:hover,
.side:focus-visible {
  fill: color-mix(in srgb, var(--act) 22%, transparent);
  outline: none;
}
.zero {
  transition: transform 0.18s ease-out;
}
.zero path,
.zero circle {
  stroke: var(--ink);
  stroke-width: 1.8;
  fill: none;
}
.former path {
  stroke: var(--quiet);
  stroke-dasharray: 3 3;
  stroke-width: 1.5;
}
.touch line {
  stroke: var(--act);
  stroke-width: 2;
}
.touch polygon {
  fill: var(--act);
}
.touch circle {
  stroke: var(--act);
  stroke-width: 2;
  fill: var(--sheet);
  fill-opacity: 0.85;
}
.touch .tip {
  fill: var(--act);
}
.touch.lit circle {
  fill: var(--act);
  fill-opacity: 1;
}
.touch.lit text {
  fill: var(--ink);
  font-weight: 700;
}
</style>
