<script setup lang="ts">
import type { PracticePanel } from '@rook/contract'
import { displayed } from './jog-steps.ts'

/** The displays of a machine side by side, so that one learns to tell them apart. */
const props = defineProps<{ panel: PracticePanel }>()
const DISPLAYS = [
  ['machine', 'Machine'],
  ['part', 'Part'],
  ['relative', 'Relative'],
  ['to-go', 'To go'],
] as const
const shown = (value: number) => displayed(value, props.panel.unit, props.panel.increment)
</script>

<template>
  <div role="table" class="displays grid grid-cols-[auto_1.3fr_1fr_1fr_1fr]" aria-label="Displays">
    <div class="grid grid-cols-[subgrid] col-span-full items-baseline text-right gap-x-4 gap-y-0 px-2 py-1.5" role="row">
      <span role="columnheader"></span>
      <span v-for="[id, name] in DISPLAYS" :key="id" role="columnheader" class="quiet">{{ name }}</span>
    </div>
    <div
      v-for="place in panel.places"
      :key="place.axis"
      class="grid grid-cols-[subgrid] col-span-full items-baseline text-right gap-x-4 gap-y-0 px-2 py-1.5"
      role="row"
      :data-axis="place.axis"
    >
      <strong class="text-22" role="rowheader">{{ place.axis }}</strong>
      <span
        v-for="[id] in DISPLAYS"
        :key="id"
        role="cell"
        class="figure text-19 whitespace-nowrap [&.first]:text-25 [&.first]:font-bold"
        :class="{ first: id === 'machine' }"
        :data-display="id"
        >{{ shown(place[id]) }}</span
      >
    </div>
  </div>
</template>

<style scoped>
.displays > div + div {
  border-top: 1px solid var(--rule);
}
</style>
