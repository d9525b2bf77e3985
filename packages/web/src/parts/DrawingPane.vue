<script setup lang="ts">
import { closeUp, type Drawing, type LengthUnit, type PartOutline } from '@rook/core'
import { Button as AButton } from 'ant-design-vue'
import { useElementSize } from '@vueuse/core'
import { computed, defineAsyncComponent, ref, useId } from 'vue'
import { captionOf } from './drawing-caption.ts'
import { fitDrawing } from './drawing-scale.ts'
import SideStrips from './SideStrips.vue'
import { layOut } from './lay-out.ts'
import { useZoom } from './use-zoom.ts'

const props = defineProps<{
  drawing: Drawing
  /** True when touching a side of the stock chooses axis and direction. */
  sides?: boolean
  /** Where it is known, the touch is shown from the side too, with its figures in this unit. */
  unit?: LengthUnit
  /** The part's own outline, laid under the drawing. */
  outline?: PartOutline | null
}>()
const emit = defineEmits<{ side: [axis: 'X' | 'Y', direction: '+' | '-'] }>()

/** Nobody waits for it before the first figure. */
const CloseUp = defineAsyncComponent(() => import('./CloseUp.vue'))

const whole = ref<HTMLElement | null>(null)
const frame = ref<HTMLElement | null>(null)
const picture = ref<SVGSVGElement | null>(null)
const { width: allWidth, height: allHeight } = useElementSize(whole)
const { width, height } = useElementSize(frame)
const zoom = useZoom(picture)
const hatch = useId()
/** Room that the touch from the side needs beside or under the drawing. */
const ROOM = 190

const scale = computed(() => fitDrawing(props.drawing, width.value, height.value, zoom.transform.value))
const laid = computed(() => layOut(props.drawing, scale.value, { width: width.value, height: height.value }, props.outline ?? null))
const fromSide = computed(() => {
  const roomy = Math.max(allWidth.value, allHeight.value) > ROOM + 180 && Math.min(allWidth.value, allHeight.value) > ROOM
  return props.unit && roomy ? closeUp(props.drawing) : null
})
const lies = computed(() => allWidth.value > allHeight.value * 1.15)

const caption = computed(() => captionOf(props.drawing, laid.value.magnified, laid.value.fall))
</script>

<template>
  <figure ref="whole" class="sheet drawing" :class="{ lies }">
    <div ref="frame" class="main">
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
        <defs>
          <pattern :id="hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <line x1="0" y1="0" x2="0" y2="7" class="hatching" />
          </pattern>
        </defs>
        <polygon
          v-for="(piece, index) in laid.held.filter((one) => !one.before)"
          :key="`held-${index}`"
          class="held"
          :fill="`url(#${hatch})`"
          :points="piece.points"
        />
        <template v-for="(box, index) in laid.boxes" :key="index">
          <rect
            v-if="box.pieces.length === 0"
            :class="['solid', box.kind]"
            :x="box.left"
            :y="box.top"
            :width="box.width"
            :height="box.height"
          />
          <polygon
            v-for="(piece, at) in box.pieces"
            :key="at"
            :class="['solid', box.kind, piece.what, { nominal: piece.nominal }]"
            :points="piece.points"
          />
        </template>
        <polyline v-for="(line, index) in laid.underlay" :key="`under-${index}`" class="underlay" :points="line.points" />
        <polygon
          v-for="(piece, index) in laid.held.filter((one) => one.before)"
          :key="`before-${index}`"
          class="held before"
          :fill="`url(#${hatch})`"
          :points="piece.points"
        />
        <line v-if="drawing.turns" class="axis" x1="0" :x2="width" :y1="laid.zero.y" :y2="laid.zero.y" />
        <polygon v-for="(one, index) in laid.outlines" :key="`outline-${index}`" :class="['outline', one.kind]" :points="one.points" />
        <circle
          v-for="(round, index) in laid.rounds"
          :key="`round-${index}`"
          :class="['round', round.kind]"
          :cx="round.at.x"
          :cy="round.at.y"
          :r="round.r"
        />
        <SideStrips v-if="sides && laid.stock" :box="laid.stock" @side="(axis, direction) => emit('side', axis, direction)" />
        <line
          v-for="(surface, index) in laid.surfaces"
          :key="`surface-${index}`"
          class="surface"
          :x1="surface.from.x"
          :x2="surface.to.x"
          :y1="surface.from.y"
          :y2="surface.to.y"
        />
        <g v-if="laid.fall" class="fall">
          <line :x1="laid.fall.from.x" :y1="laid.fall.from.y" :x2="laid.fall.head.x" :y2="laid.fall.head.y" />
          <polygon :points="laid.fall.tip" />
        </g>
        <g v-for="(one, index) in laid.dimensions" :key="`dimension-${index}`" :class="['dimension', one.kind]">
          <line :x1="one.start.x" :y1="one.start.y" :x2="one.end.x" :y2="one.end.y" />
          <circle :cx="one.start.x" :cy="one.start.y" r="3" />
          <circle :cx="one.end.x" :cy="one.end.y" r="3" />
        </g>
        <path
          v-for="(mark, index) in laid.marks"
          :key="`mark-${index}`"
          class="mark"
          :d="`M${mark.place.x - 6} ${mark.place.y}h12M${mark.place.x} ${mark.place.y - 6}v12`"
        />
        <path
          v-if="laid.former?.drawn"
          class="former"
          :d="`M${laid.former.x - 12} ${laid.former.y}h24M${laid.former.x} ${laid.former.y - 12}v24`"
        />
        <g class="zero" :style="{ transform: `translate(${laid.zero.x}px, ${laid.zero.y}px)` }">
          <circle r="5.5" />
          <path d="M-13 0h26M0 -13v26" />
        </g>
        <line
          v-for="(one, index) in laid.deviations"
          :key="`deviation-${index}`"
          class="deviation"
          :x1="one.start.x"
          :y1="one.start.y"
          :x2="one.end.x"
          :y2="one.end.y"
        />
        <g v-for="(touch, index) in laid.touches" :key="`touch-${index}`" :class="['touch', { lit: touch.lit, done: touch.done }]">
          <template v-if="!touch.still">
            <line :x1="touch.tail.x" :y1="touch.tail.y" :x2="touch.head.x" :y2="touch.head.y" />
            <polygon :points="touch.tip" />
          </template>
          <circle v-if="touch.radius !== null" :cx="touch.place.x" :cy="touch.place.y" :r="touch.r" />
          <circle v-else :cx="touch.place.x" :cy="touch.place.y" r="5" class="tip" />
        </g>
        <!-- Names come last: nothing lies over them. -->
        <text v-for="(one, index) in laid.texts" :key="`text-${index}`" :class="one.look" :x="one.x" :y="one.y" :text-anchor="one.anchor">
          {{ one.text }}
        </text>
      </svg>
      <div class="buttons">
        <AButton type="text" aria-label="Larger" @click="zoom.by(1.5)">+</AButton>
        <AButton type="text" aria-label="Smaller" @click="zoom.by(1 / 1.5)">&minus;</AButton>
        <AButton v-if="zoom.isMoved.value" type="text" @click="zoom.whole()">whole</AButton>
      </div>
      <p class="caption quiet small">{{ caption }}<template v-if="laid.former?.far">; the former zero lies off the drawing</template></p>
    </div>
    <CloseUp v-if="fromSide && unit" :close-up="fromSide" :unit="unit" class="from-side" />
  </figure>
</template>

<style scoped>
.drawing {
  display: flex;
  flex-direction: column;
  margin: 0;
  min-height: 260px;
  overflow: hidden;
}
.drawing.lies {
  flex-direction: row;
}
.main {
  position: relative;
  flex: 1;
  min-width: 0;
  min-height: 0;
}
.from-side {
  align-self: center;
  margin: 0 14px 8px;
  border-top: 1px solid var(--rule);
  padding-top: 8px;
}
.lies .from-side {
  border-top: 0;
  padding-top: 0;
}
.main > svg {
  display: block;
  position: absolute;
  inset: 0;
  touch-action: none;
  cursor: grab;
}
.main > svg:focus-visible {
  outline-offset: -3px;
}
.buttons {
  position: absolute;
  right: 4px;
  bottom: 0;
  display: flex;
  gap: 2px;
}
.buttons button {
  min-width: 44px;
  min-height: 44px;
  color: var(--note);
}
.buttons [aria-label] {
  font-size: 20px;
}
.caption {
  margin: 0;
  position: absolute;
  left: 12px;
  right: 104px;
  bottom: 10px;
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
.solid {
  stroke: var(--ink);
  stroke-width: 1.5;
  fill: var(--stock);
}
.solid.tool {
  fill: var(--sheet);
}
.solid.holder {
  fill: var(--stock);
}
.solid.nominal {
  stroke: var(--quiet);
}
.held {
  stroke: var(--quiet);
  stroke-width: 1.2;
}
.held.before {
  fill-opacity: 0.75;
}
.hatching {
  stroke: var(--rule);
  stroke-width: 1.6;
}
.underlay {
  fill: none;
  stroke: var(--quiet);
  stroke-width: 1.2;
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
.named,
.name {
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
.fall line {
  stroke: var(--note);
  stroke-width: 2;
}
.fall polygon {
  fill: var(--note);
}
.mark {
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
.former {
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
text.lit {
  fill: var(--ink);
  font-weight: 700;
}
text.inside {
  stroke: none;
}
text.lit.inside {
  fill: var(--sheet);
}
.dimension line {
  stroke: var(--note);
  stroke-width: 1.5;
}
.dimension circle {
  fill: var(--note);
}
.dimension.measured line {
  stroke: var(--query);
}
.dimension.measured circle,
text.measured {
  fill: var(--query);
}
text.wanted {
  fill: var(--note);
}
</style>
