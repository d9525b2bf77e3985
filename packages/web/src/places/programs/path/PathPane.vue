<script setup lang="ts">
import { levelFor, nearestLine, type Around, type Level, type PathView } from '@rook/core'
import { useDevicePixelRatio, useElementSize, useMutationObserver } from '@vueuse/core'
import { Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { useZoom } from '../../../parts/use-zoom.ts'
import { drawLevel, drawLine } from './draw-level.ts'
import { joined, placeIn, reachOf, type Fitted } from './place.ts'

/** The path in one view, over the stock and what holds it. */
const props = defineProps<{
  view: PathView
  levels: Level[]
  around: Around | null
  /** How far the axes go, where it is to be shown. */
  travel: Fitted | null
  /** Height over part zero that clears everything, millimetres. */
  clearance: number | null
  zeroName: string
  wanted: (part: number) => boolean
  lit: number | null
}>()
const emit = defineEmits<{ line: [line: number] }>()

const frame = ref<HTMLElement | null>(null)
const canvas = ref<HTMLCanvasElement | null>(null)
const picture = ref<SVGSVGElement | null>(null)
const { width, height } = useElementSize(frame)
const { pixelRatio } = useDevicePixelRatio()
const zoom = useZoom(picture, [0.05, 2_000])
/** A finger counts as on a move that lies so many pixels off. */
const FINGER = 14

const stockBox = computed<Fitted | null>(() => {
  const box = props.around?.stock
  return box ? { left: box.min.x / 1e6, right: box.max.x / 1e6, low: box.min.y / 1e6, high: box.max.y / 1e6 } : null
})
const heldBox = computed(() => {
  const points = (props.around?.pieces ?? []).flatMap((piece) => piece.points)
  const [across, along] = [points.map((point) => point.x / 1e6), points.map((point) => point.y / 1e6)]
  return points.length === 0
    ? null
    : { left: Math.min(...across), right: Math.max(...across), low: Math.min(...along), high: Math.max(...along) }
})
const fitted = computed(() => joined([reachOf(props.levels.at(-1)!, props.view), stockBox.value, heldBox.value, props.travel]))
const at = computed(() => placeIn(fitted.value, { width: width.value, height: height.value }, zoom.transform.value))
const x = (right: number) => at.value.right + at.value.k * right
const y = (up: number) => at.value.up - at.value.k * up
const boxOf = ({ left, right, low, high }: Fitted) => ({
  x: x(left),
  y: y(high),
  width: at.value.k * (right - left),
  height: at.value.k * (high - low),
})
const pieces = computed(() =>
  (props.around?.pieces ?? []).map(({ points, before }) => ({
    before: before ?? false,
    points: points.map((point) => `${x(point.x / 1e6)},${y(point.y / 1e6)}`).join(' '),
  })),
)

const behind = computed(() => pieces.value.filter(({ before }) => !before))
const beforeIt = computed(() => pieces.value.filter(({ before }) => before))

function draw(): void {
  const own = canvas.value
  const brush = own?.getContext('2d')
  if (!own || !brush || width.value === 0) return
  own.width = Math.round(width.value * pixelRatio.value)
  own.height = Math.round(height.value * pixelRatio.value)
  brush.setTransform(pixelRatio.value, 0, 0, pixelRatio.value, 0, 0)
  const style = getComputedStyle(own)
  const colour = (name: string) => style.getPropertyValue(`--${name}`).trim()
  const colours = { feed: colour('act'), rapid: colour('note'), others: colour('rule'), lit: colour('query') }
  drawLevel(
    brush,
    levelFor(props.levels, 1 / at.value.k),
    props.view,
    at.value,
    { width: width.value, height: height.value },
    props.wanted,
    colours,
  )
  if (props.lit !== null) drawLine(brush, props.levels[0]!, props.view, at.value, props.lit, colours)
}
// As often as the screen is painted, however often the finger moves.
let waits = 0
function drawSoon(): void {
  cancelAnimationFrame(waits)
  waits = requestAnimationFrame(draw)
}
watch(() => [at.value, props.levels, props.wanted, props.lit, pixelRatio.value], drawSoon, { immediate: true, flush: 'post' })
// A canvas keeps its colours when day turns to night.
useMutationObserver(document.documentElement, drawSoon, { attributeFilter: ['data-theme'] })

function press(event: MouseEvent): void {
  const { left, top } = picture.value!.getBoundingClientRect()
  const point = { right: (event.clientX - left - at.value.right) / at.value.k, up: (at.value.up - event.clientY + top) / at.value.k }
  const line = nearestLine(levelFor(props.levels, 1 / at.value.k), props.view, point, FINGER / at.value.k, props.wanted)
  if (line !== null) emit('line', line)
}
</script>

<template>
  <figure class="sheet relative m-0 min-h-0 overflow-hidden" :data-view="view.id">
    <div ref="frame" class="absolute inset-0">
      <svg class="absolute inset-0" :width="width" :height="height" aria-hidden="true">
        <polygon v-for="(one, n) in behind" :key="`behind ${n}`" class="fill-rule stroke-quiet" :points="one.points" />
        <rect v-if="stockBox" v-bind="boxOf(stockBox)" class="fill-stock stroke-ink" data-stock />
        <polygon v-for="(one, n) in beforeIt" :key="`before ${n}`" class="fill-rule stroke-quiet opacity-60" :points="one.points" />
        <rect v-if="travel" v-bind="boxOf(travel)" class="fill-none stroke-note stroke-2 [stroke-dasharray:12_5]" data-travel />
        <path
          v-if="clearance !== null && view.up === 'Z'"
          class="stroke-quiet [stroke-dasharray:2_4]"
          :d="`M0 ${y(clearance)}H${width}`"
          data-clearance
        />
      </svg>
      <canvas ref="canvas" class="absolute inset-0 w-full h-full" />
      <svg
        ref="picture"
        class="absolute inset-0 touch-none cursor-grab focus-visible:-outline-offset-0.75"
        :width="width"
        :height="height"
        role="group"
        tabindex="0"
        :aria-label="`The path ${view.name}. Arrow keys move it, plus and minus change its size, 0 shows the whole. A press on a move leads to its line.`"
        @keydown="zoom.key"
        @click="press"
      >
        <g class="fill-none stroke-ink stroke-2" :transform="`translate(${x(0)} ${y(0)})`">
          <circle r="5.5" />
          <path d="M-13 0h26M0 -13v26" />
        </g>
        <text class="fill-ink stroke-sheet stroke-[4] [paint-order:stroke] text-14" :x="x(0) + 9" :y="y(0) - 9">{{ zeroName }}</text>
      </svg>
    </div>
    <figcaption class="quiet small absolute left-2.5 top-1.5 pointer-events-none">
      {{ view.name }}, {{ view.right }} right, {{ view.up }} up
    </figcaption>
    <Button v-if="zoom.isMoved.value" class="absolute right-1 bottom-1" type="text" @click="zoom.whole">the whole</Button>
  </figure>
</template>
