<script setup lang="ts">
import type { PracticePanel } from '@rook/contract'
import { computed, ref } from 'vue'
import OneOf from '../../ui/OneOf.vue'
import { outside, panesOf, placesOf, type Pane, type Reach } from './machine-view.ts'

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
          :class="[shape.what, { lit: panel.touching !== null && shape.name === panel.touching && shape.what !== 'hole' }]"
          vector-effect="non-scaling-stroke"
        >
          <title>{{ shape.name }}</title>
        </polygon>
        <path v-if="pane.spindle" class="spindle" :d="cross(pane)" vector-effect="non-scaling-stroke" />
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

<style scoped>
polygon {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.3;
}
.table,
.chuck,
.jaw,
.plate {
  fill: var(--paper);
  stroke: var(--quiet);
}
.part,
.bar {
  fill: var(--stock);
}
.tool {
  fill: var(--act-soft);
  stroke: var(--act);
}
.spindle {
  stroke: var(--act);
}
.lit {
  stroke: var(--query);
  stroke-width: 3;
}
</style>
