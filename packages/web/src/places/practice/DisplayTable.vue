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
  <div role="table" class="displays" aria-label="Displays">
    <div role="row">
      <span role="columnheader"></span>
      <span v-for="[id, name] in DISPLAYS" :key="id" role="columnheader" class="quiet">{{ name }}</span>
    </div>
    <div v-for="place in panel.places" :key="place.axis" role="row" :data-axis="place.axis">
      <strong role="rowheader">{{ place.axis }}</strong>
      <span v-for="[id] in DISPLAYS" :key="id" role="cell" class="figure" :class="{ first: id === 'machine' }" :data-display="id">{{
        shown(place[id])
      }}</span>
    </div>
  </div>
</template>

<style scoped>
.displays {
  display: grid;
  grid-template-columns: auto 1.3fr 1fr 1fr 1fr;
}
.displays > div {
  display: grid;
  grid-template-columns: subgrid;
  grid-column: 1 / -1;
  align-items: baseline;
  text-align: right;
  gap: 0 16px;
  padding: 6px 8px;
}
.displays > div + div {
  border-top: 1px solid var(--rule);
}
strong {
  font-size: 22px;
}
.figure {
  font-size: 19px;
  white-space: nowrap;
}
.first {
  font-size: 25px;
  font-weight: 700;
}
</style>
