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
  <figure ref="whole" class="sheet drawing flex flex-col m-0 overflow-hidden [&.lies]:flex-row" :class="{ lies }">
    <div ref="frame" class="relative flex-1 min-w-0 min-h-0">
      <!-- The drawing moves and grows by keys too: arrows, plus, minus, 0 for the whole. -->
      <svg
        class="block absolute inset-0 touch-none cursor-grab focus-visible:-outline-offset-0.75"
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
            <line x1="0" y1="0" x2="0" y2="7" class="stroke-rule stroke-[1.6]" />
          </pattern>
        </defs>
        <polygon
          v-for="(piece, index) in laid.held.filter((one) => !one.before)"
          :key="`held-${index}`"
          class="held stroke-quiet stroke-[1.2]"
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
        <polyline
          v-for="(line, index) in laid.underlay"
          :key="`under-${index}`"
          class="underlay fill-none stroke-quiet stroke-[1.2]"
          :points="line.points"
        />
        <polygon
          v-for="(piece, index) in laid.held.filter((one) => one.before)"
          :key="`before-${index}`"
          class="held stroke-quiet stroke-[1.2] [fill-opacity:0.75]"
          :fill="`url(#${hatch})`"
          :points="piece.points"
        />
        <line
          v-if="drawing.turns"
          class="stroke-quiet [stroke-dasharray:14_4_3_4]"
          x1="0"
          :x2="width"
          :y1="laid.zero.y"
          :y2="laid.zero.y"
        />
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
          class="stroke-note stroke-[1.5] [stroke-dasharray:10_3_2_3]"
          :x1="surface.from.x"
          :x2="surface.to.x"
          :y1="surface.from.y"
          :y2="surface.to.y"
        />
        <g v-if="laid.fall">
          <line class="stroke-note stroke-2" :x1="laid.fall.from.x" :y1="laid.fall.from.y" :x2="laid.fall.head.x" :y2="laid.fall.head.y" />
          <polygon class="fill-note" :points="laid.fall.tip" />
        </g>
        <g v-for="(one, index) in laid.dimensions" :key="`dimension-${index}`" :class="['dimension', one.kind]">
          <line class="in-[.dimension.measured]:stroke-query" :x1="one.start.x" :y1="one.start.y" :x2="one.end.x" :y2="one.end.y" />
          <circle class="in-[.touch]:stroke-act in-[.touch]:stroke-2" :cx="one.start.x" :cy="one.start.y" r="3" />
          <circle class="in-[.touch]:stroke-act in-[.touch]:stroke-2" :cx="one.end.x" :cy="one.end.y" r="3" />
        </g>
        <path
          v-for="(mark, index) in laid.marks"
          :key="`mark-${index}`"
          class="mark stroke-ink stroke-[1.3]"
          :d="`M${mark.place.x - 6} ${mark.place.y}h12M${mark.place.x} ${mark.place.y - 6}v12`"
        />
        <path
          v-if="laid.former?.drawn"
          class="stroke-quiet [stroke-dasharray:3_3] stroke-[1.5]"
          :d="`M${laid.former.x - 12} ${laid.former.y}h24M${laid.former.x} ${laid.former.y - 12}v24`"
        />
        <g class="zero" :style="{ transform: `translate(${laid.zero.x}px, ${laid.zero.y}px)` }">
          <circle class="stroke-ink stroke-[1.8] fill-none" r="5.5" />
          <path class="stroke-ink stroke-[1.8] fill-none" d="M-13 0h26M0 -13v26" />
        </g>
        <line
          v-for="(one, index) in laid.deviations"
          :key="`deviation-${index}`"
          class="stroke-query stroke-3 [stroke-linecap:round]"
          :x1="one.start.x"
          :y1="one.start.y"
          :x2="one.end.x"
          :y2="one.end.y"
        />
        <g v-for="(touch, index) in laid.touches" :key="`touch-${index}`" :class="['touch', { lit: touch.lit, done: touch.done }]">
          <template v-if="!touch.still">
            <line :x1="touch.tail.x" :y1="touch.tail.y" :x2="touch.head.x" :y2="touch.head.y" />
            <polygon class="in-[.touch]:fill-act" :points="touch.tip" />
          </template>
          <circle
            v-if="touch.radius !== null"
            class="in-[.touch]:stroke-act in-[.touch]:stroke-2"
            :cx="touch.place.x"
            :cy="touch.place.y"
            :r="touch.r"
          />
          <circle v-else :cx="touch.place.x" :cy="touch.place.y" r="5" class="tip in-[.touch]:stroke-act in-[.touch]:stroke-2" />
        </g>
        <!-- Names come last: nothing lies over them. -->
        <text
          v-for="(one, index) in laid.texts"
          :key="`text-${index}`"
          class="[paint-order:stroke] [stroke-linejoin:round] pointer-events-none [&.lit]:font-bold [&.lit.inside]:fill-sheet"
          :class="one.look"
          :x="one.x"
          :y="one.y"
          :text-anchor="one.anchor"
        >
          {{ one.text }}
        </text>
      </svg>
      <div class="buttons absolute right-1 bottom-0 flex gap-0.5">
        <AButton type="text" aria-label="Larger" @click="zoom.by(1.5)">+</AButton>
        <AButton type="text" aria-label="Smaller" @click="zoom.by(1 / 1.5)">&minus;</AButton>
        <AButton v-if="zoom.isMoved.value" type="text" @click="zoom.whole()">whole</AButton>
      </div>
      <p class="caption quiet small m-0 absolute left-3 right-26 bottom-2.5">
        {{ caption }}<template v-if="laid.former?.far">; the former zero lies off the drawing</template>
      </p>
    </div>
    <CloseUp
      v-if="fromSide && unit"
      :close-up="fromSide"
      :unit="unit"
      class="self-center mx-3.5 mt-0 mb-2 border-t border-t-rule pt-2 in-[.lies]:border-t-0 in-[.lies]:pt-0"
    />
  </figure>
</template>

<style scoped>
.drawing {
  min-height: 260px;
}
.buttons button {
  min-width: 44px;
  min-height: 44px;
  color: var(--note);
}
.buttons [aria-label] {
  font-size: 20px;
}
text {
  fill: var(--quiet);
  font-size: 15px;
  stroke: var(--sheet);
  stroke-width: 4px;
}
/* A long and a short stroke: the axis that a bar turns about. */
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
.zero {
  transition: transform 0.18s ease-out;
}
.touch line {
  stroke: var(--act);
  stroke-width: 2;
}
.touch circle {
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
}
text.inside {
  stroke: none;
}
.dimension line {
  stroke: var(--note);
  stroke-width: 1.5;
}
.dimension circle {
  fill: var(--note);
}
.dimension.measured circle,
text.measured {
  fill: var(--query);
}
text.wanted {
  fill: var(--note);
}
</style>
