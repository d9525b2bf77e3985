<script setup lang="ts">
import type { Drawing } from '@rook/core'
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { captionOf } from './drawing-caption.ts'
import { fitDrawing } from './drawing-scale.ts'
import { fallArrow } from './fall-arrow.ts'
import { readableMagnification } from './magnify.ts'
import { LETTER, touchShapes } from './touch-shapes.ts'
import { useZoom } from './use-zoom.ts'

const props = defineProps<{
  drawing: Drawing
  /** True when touching a side of the stock chooses axis and direction. */
  sides?: boolean
}>()
const emit = defineEmits<{ side: [axis: 'X' | 'Y', direction: '+' | '-'] }>()

const frame = ref<HTMLElement | null>(null)
const picture = ref<SVGSVGElement | null>(null)
const { width, height } = useElementSize(frame)
const zoom = useZoom(picture)
/** How wide a strip along a side a gloved finger may hit. */
const REACH = 44

const scale = computed(() => fitDrawing(props.drawing, width.value, height.value, zoom.transform.value))
const at = (point: { x: number; y: number }) => ({ x: scale.value.x(point.x), y: scale.value.y(point.y) })
const joined = (points: { x: number; y: number }[]) =>
  points
    .map(at)
    .map(({ x, y }) => `${x},${y}`)
    .join(' ')

const boxes = computed(() =>
  props.drawing.solids.map((solid) => {
    const [min, max] = [at(solid.box.min), at(solid.box.max)]
    return { ...solid, left: min.x, top: max.y, width: Math.max(1, max.x - min.x), height: Math.max(2, min.y - max.y) }
  }),
)
const stock = computed(() => boxes.value.find(({ kind }) => kind === 'stock') ?? boxes.value[0])
const rounds = computed(() =>
  (props.drawing.rounds ?? []).map((round) => ({ ...round, at: at(round.centre), r: round.radius / scale.value.perPixel })),
)
const outlines = computed(() =>
  (props.drawing.outlines ?? []).map((outline) => {
    const corners = outline.points.map(at)
    const middle = {
      x: corners.reduce((sum, { x }) => sum + x, 0) / corners.length,
      y: corners.reduce((sum, { y }) => sum + y, 0) / corners.length,
    }
    return { ...outline, path: joined(outline.points), middle }
  }),
)
const marks = computed(() =>
  (props.drawing.marks ?? []).map((mark) => {
    const place = at(mark.at)
    const right = place.x > width.value * 0.62
    return { ...mark, place, anchor: right ? 'end' : 'start', dx: right ? -10 : 10 }
  }),
)

const zero = computed(() => at({ x: 0, y: 0 }))
const zeroName = computed(() => props.drawing.zeroName ?? 'part zero')
const zeroOnLeft = computed(() => zero.value.x + 14 + zeroName.value.length * LETTER > width.value)
const former = computed(() => {
  if (!props.drawing.formerZero) return null
  const point = at(props.drawing.formerZero)
  const apart = Math.hypot(point.x - zero.value.x, point.y - zero.value.y)
  const inside = point.x > 0 && point.x < width.value && point.y > 0 && point.y < height.value
  return { ...point, drawn: apart > 4 && inside, far: !inside }
})

const surfaces = computed(() =>
  props.drawing.surfaces.flatMap((line) => {
    const box = stock.value
    if (!box) return []
    const across = line.axis === props.drawing.horizontal
    const place = across ? scale.value.x(line.at) : scale.value.y(line.at)
    return across
      ? [
          {
            x1: place,
            x2: place,
            y1: box.top - 12,
            y2: box.top + box.height + 18,
            label: line.label,
            tx: place,
            ty: box.top + box.height + 34,
            anchor: 'middle',
          },
        ]
      : [
          {
            x1: box.left - 14,
            x2: box.left + box.width + 14,
            y1: place,
            y2: place,
            label: line.label,
            tx: box.left + box.width - 6,
            ty: place + 20,
            anchor: 'end',
          },
        ]
  }),
)

const touches = computed(() =>
  touchShapes(props.drawing.touches, { at, perPixel: scale.value.perPixel, width: width.value, rounds: rounds.value }),
)

const magnified = computed(() => readableMagnification(props.drawing.deviations ?? [], scale.value.perPixel))
const deviations = computed(() =>
  (props.drawing.deviations ?? []).map(({ from, by }) => {
    const start = at(from)
    return {
      start,
      end: { x: start.x + (by.x * magnified.value) / scale.value.perPixel, y: start.y - (by.y * magnified.value) / scale.value.perPixel },
    }
  }),
)

const fall = computed(() => fallArrow(props.drawing.tilt, stock.value))

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

const caption = computed(() => captionOf(props.drawing, deviations.value.length > 0 ? magnified.value : 1, fall.value))
</script>

<template>
  <figure ref="frame" class="sheet drawing">
    <!-- The drawing moves and grows by keys too: arrows, plus, minus, 0 for the whole. -->
    <svg
      ref="picture"
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      role="group"
      tabindex="0"
      :aria-label="`Drawing, ${caption}. Arrow keys move it, plus and minus change its size, 0 shows the whole.`"
      @keydown="zoom.key"
    >
      <template v-for="(box, index) in boxes" :key="index">
        <rect :class="['solid', box.kind]" :x="box.left" :y="box.top" :width="box.width" :height="box.height" />
        <text
          v-if="box.label && (box.kind === 'setter' || box.kind === 'table')"
          :x="box.left + box.width / 2"
          :y="box.top + box.height + 18"
          text-anchor="middle"
        >
          {{ box.label }}
        </text>
        <text v-if="box.label && box.kind === 'shim'" class="small-text" :x="box.left + box.width + 8" :y="box.top - 5">
          {{ box.label }}
        </text>
      </template>
      <line v-if="drawing.turns" class="axis" x1="0" :x2="width" :y1="zero.y" :y2="zero.y" />
      <template v-for="(outline, index) in outlines" :key="`outline-${index}`">
        <polygon :class="['outline', outline.kind]" :points="outline.path" />
        <text v-if="outline.label" :x="outline.middle.x" :y="outline.middle.y + 5" text-anchor="middle" class="named">
          {{ outline.label }}
        </text>
      </template>
      <circle
        v-for="(round, index) in rounds"
        :key="`round-${index}`"
        :class="['round', round.kind]"
        :cx="round.at.x"
        :cy="round.at.y"
        :r="Math.max(3, round.r)"
      />
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
      <g v-for="(surface, index) in surfaces" :key="`surface-${index}`">
        <line class="surface" :x1="surface.x1" :x2="surface.x2" :y1="surface.y1" :y2="surface.y2" />
        <text v-if="surface.label" :x="surface.tx" :y="surface.ty" :text-anchor="surface.anchor">{{ surface.label }}</text>
      </g>
      <g v-if="fall" class="fall">
        <line :x1="fall.from.x" :y1="fall.from.y" :x2="fall.head.x" :y2="fall.head.y" />
        <polygon :points="fall.tip" />
      </g>
      <g v-for="(mark, index) in marks" :key="`mark-${index}`" class="mark">
        <path :d="`M${mark.place.x - 6} ${mark.place.y}h12M${mark.place.x} ${mark.place.y - 6}v12`" />
        <text v-if="mark.label" :x="mark.place.x + mark.dx" :y="mark.place.y - 9" :text-anchor="mark.anchor">{{ mark.label }}</text>
      </g>
      <g v-if="former?.drawn" class="former">
        <path :d="`M${former.x - 12} ${former.y}h24M${former.x} ${former.y - 12}v24`" />
        <text :x="former.x + 10" :y="former.y - 10">was</text>
      </g>
      <g class="zero" :style="{ transform: `translate(${zero.x}px, ${zero.y}px)` }">
        <circle r="5.5" />
        <path d="M-13 0h26M0 -13v26" />
      </g>
      <line
        v-for="(one, index) in deviations"
        :key="`deviation-${index}`"
        class="deviation"
        :x1="one.start.x"
        :y1="one.start.y"
        :x2="one.end.x"
        :y2="one.end.y"
      />
      <g v-for="(touch, index) in touches" :key="`touch-${index}`" :class="['touch', { lit: touch.lit, done: touch.done }]">
        <template v-if="!touch.still">
          <line :x1="touch.tail.x" :y1="touch.tail.y" :x2="touch.head.x" :y2="touch.head.y" />
          <polygon :points="touch.tip" />
        </template>
        <circle v-if="touch.radius !== null" :cx="touch.place.x" :cy="touch.place.y" :r="touch.r" />
        <circle v-else :cx="touch.place.x" :cy="touch.place.y" r="5" class="tip" />
        <text :x="touch.text.x" :y="touch.text.y" :text-anchor="touch.text.anchor" :class="{ inside: touch.text.inside }">
          {{ touch.label }}
        </text>
      </g>
      <!-- Its name comes last: what touches may lie over the zero. -->
      <g class="zero" :style="{ transform: `translate(${zero.x}px, ${zero.y}px)` }">
        <text :x="zeroOnLeft ? -10 : 10" y="26" :text-anchor="zeroOnLeft ? 'end' : 'start'">{{ zeroName }}</text>
      </g>
    </svg>
    <div class="buttons">
      <button type="button" aria-label="Larger" @click="zoom.by(1.5)">+</button>
      <button type="button" aria-label="Smaller" @click="zoom.by(1 / 1.5)">&minus;</button>
      <button v-if="zoom.isMoved.value" type="button" @click="zoom.whole()">whole</button>
    </div>
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
  touch-action: none;
  cursor: grab;
}
svg:focus-visible {
  outline-offset: -3px;
}
.buttons {
  position: absolute;
  right: 4px;
  top: 4px;
  display: flex;
  gap: 2px;
}
.buttons button {
  min-width: 44px;
  min-height: 44px;
  border: 0;
  background: none;
  color: var(--note);
  font: inherit;
  font-size: 20px;
  cursor: pointer;
}
.buttons button:last-child:not([aria-label]) {
  font-size: 15px;
}
figcaption {
  position: absolute;
  left: 12px;
  right: 12px;
  bottom: 8px;
}
text {
  fill: var(--quiet);
  font-size: 15px;
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
  stroke-linejoin: round;
  pointer-events: none;
}
/* A long and a short stroke: the axis that a bar turns about. */
.axis {
  stroke: var(--quiet);
  stroke-dasharray: 14 4 3 4;
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
.solid.table {
  fill: var(--rule);
}
.outline {
  fill: none;
  stroke: var(--act);
  stroke-width: 1.6;
}
.outline.part {
  fill: color-mix(in srgb, var(--act) 8%, transparent);
}
.named {
  fill: var(--ink);
}
.round {
  stroke: var(--ink);
  stroke-width: 1.5;
  fill: var(--sheet);
}
.round.fitted {
  stroke: var(--act);
  stroke-width: 2;
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
.fall line {
  stroke: var(--note);
  stroke-width: 2;
}
.fall polygon {
  fill: var(--note);
}
.mark path {
  stroke: var(--ink);
  stroke-width: 1.3;
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
.deviation {
  stroke: var(--query);
  stroke-width: 3;
  stroke-linecap: round;
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
.touch:not(.lit, .done) {
  opacity: 0.55;
}
.touch .tip,
.touch.lit circle {
  fill: var(--act);
  fill-opacity: 1;
}
.touch.lit text {
  fill: var(--ink);
  font-weight: 700;
}
.touch .inside {
  stroke: none;
}
.touch.lit .inside {
  fill: var(--sheet);
}
</style>
