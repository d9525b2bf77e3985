<script setup lang="ts">
import { routinesFor, type MachineRecord, type Routine } from '@rook/core'
import { computed } from 'vue'
import type { RouteLocationRaw } from 'vue-router'

const props = defineProps<{ machine: MachineRecord; to: (routine: string) => RouteLocationRaw }>()
const HEADINGS: [Routine['kind'], string][] = [
  ['pick-up', 'Part zero'],
  ['touch-off', 'Tools'],
  ['wear', 'Wear, from sizes on the part'],
  ['measured', 'Measured on the part'],
  ['calibration', 'Setters and probes'],
  ['statement', 'Said, not measured'],
]
const groups = computed(() => {
  const all = routinesFor(props.machine)
  return HEADINGS.map(([kind, heading]) => ({ kind, heading, routines: all.filter(({ routine }) => routine.kind === kind) })).filter(
    ({ routines }) => routines.length > 0,
  )
})
</script>

<template>
  <section v-for="group in groups" :id="`routines-${group.kind}`" :key="group.heading">
    <h3 class="quiet">{{ group.heading }}</h3>
    <ul class="routines">
      <li v-for="{ routine, unfit } in group.routines" :key="routine.id" class="sheet">
        <RouterLink v-if="!unfit" :to="to(routine.id)">
          <strong>{{ routine.name }}</strong>
          <span class="quiet small">{{ routine.purpose }}</span>
        </RouterLink>
        <div v-else class="unfit">
          <strong class="quiet">{{ routine.name }}</strong>
          <span class="quiet small">{{ unfit }}</span>
        </div>
      </li>
    </ul>
  </section>
</template>

<style scoped>
h3 {
  font-size: 15px;
  font-weight: 400;
  margin: 12px 0 6px;
}
.routines {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(260px, 1fr));
  gap: 10px;
}
a,
.unfit {
  display: grid;
  gap: 2px;
  padding: 10px 14px;
  min-height: 68px;
  color: inherit;
  text-decoration: none;
  align-content: start;
}
a:hover strong {
  color: var(--act);
}
</style>
