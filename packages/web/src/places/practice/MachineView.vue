<script setup lang="ts">
import type { PracticePanel } from '@rook/contract'
import { computed, ref } from 'vue'
import OneOf from '../../ui/OneOf.vue'
import { outside, panesOf, placesOf, type Pane, type Reach, type Shape } from './machine-view.ts'

/** What one sees who stands before the machine, to scale: what is on the table, what hangs over it, and what it touches. */
const props = defineProps<{ panel: PracticePanel }>()

const reach = ref<Reach>('all')
const panes = computed(() => panesOf(props.panel, reach.value))
const places = computed(() => placesOf(props.panel))
const REACHES = [
  { value: 'all', label: 'All of it' },
  { value: 'near', label: 'Around the tip' },
] as const
const box = ({ frame }: Pane) => `0 0 ${frame.right - frame.left} ${frame.high - frame.low}`
const points = (pane: Pane, of: readonly [number, number][]) =>
  of.map(([right, up]) => `${right - pane.frame.left},${pane.frame.high - up}`).join(' ')
/** What stands still is drawn quietly, the work as stock, and what moves in the colour of what is done. */
const LOOKS: Readonly<Record<Shape['what'], { fill: string; stroke: string }>> = {
  table: { fill: 'fill-paper', stroke: 'stroke-quiet' },
  chuck: { fill: 'fill-paper', stroke: 'stroke-quiet' },
  jaw: { fill: 'fill-paper', stroke: 'stroke-quiet' },
  plate: { fill: 'fill-paper', stroke: 'stroke-quiet' },
  setter: { fill: 'fill-sheet', stroke: 'stroke-ink' },
  hole: { fill: 'fill-sheet', stroke: 'stroke-ink' },
  part: { fill: 'fill-stock', stroke: 'stroke-ink' },
  bar: { fill: 'fill-stock', stroke: 'stroke-ink' },
  tool: { fill: 'fill-act-soft', stroke: 'stroke-act' },
}
const isTouched = ({ name, what }: Shape) => name === props.panel.touching && what !== 'hole'
const ARM = 8
function cross({ spindle, frame }: Pane): string {
  const [x, y] = [spindle!.right - frame.left, frame.high - spindle!.up]
  return `M${x - ARM} ${y}H${x + ARM}M${x} ${y - ARM}V${y + ARM}`
}
const share = ({ frame }: Pane) => ({ flexGrow: (frame.right - frame.left) / (frame.high - frame.low) })
</script>

<template>
  <section class="sheet flex flex-wrap gap-x-4 gap-y-2.5 px-4.5 py-3 mb-3.5" aria-label="The machine">
    <figure v-for="pane in panes" :key="pane.id" class="m-0 basis-0 min-w-60" :style="share(pane)" :data-pane="pane.id">
      <figcaption class="quiet small">{{ pane.name }}{{ outside(pane) ? ', the tool is outside' : '' }}</figcaption>
      <svg class="block w-full h-58" :viewBox="box(pane)" role="img" :aria-label="`${panel.name}, ${pane.name.toLowerCase()}`">
        <polygon
          v-for="(shape, at) in pane.shapes"
          :key="at"
          :points="points(pane, shape.points)"
          :class="[LOOKS[shape.what].fill, isTouched(shape) ? 'stroke-query stroke-3' : [LOOKS[shape.what].stroke, 'stroke-[1.3]']]"
          vector-effect="non-scaling-stroke"
        >
          <title>{{ shape.name }}</title>
        </polygon>
        <path v-if="pane.spindle" class="stroke-act" :d="cross(pane)" vector-effect="non-scaling-stroke" />
      </svg>
    </figure>
    <div class="grid gap-2 content-start min-w-55">
      <OneOf v-model="reach" name="How much is shown" :options="REACHES" />
      <dl class="m-0 small">
        <template v-for="{ name, where } in places" :key="name">
          <dt class="quiet">{{ name }}, about</dt>
          <dd class="figure m-0 mb-1 whitespace-normal!">{{ where }}</dd>
        </template>
      </dl>
    </div>
  </section>
</template>
