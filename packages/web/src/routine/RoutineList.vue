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
    <h3 class="quiet text-15 font-normal mx-0 mt-3 mb-1.5">{{ group.heading }}</h3>
    <ul class="list-none m-0 p-0 grid grid-cols-[repeat(auto-fill,minmax(260px,1fr))] gap-2.5">
      <li v-for="{ routine, unfit } in group.routines" :key="routine.id" class="sheet">
        <RouterLink v-if="!unfit" class="grid gap-0.5 px-3.5 py-2.5 min-h-17 text-inherit no-underline content-start" :to="to(routine.id)">
          <strong class="in-[a:hover]:text-act">{{ routine.name }}</strong>
          <span class="quiet small">{{ routine.purpose }}</span>
        </RouterLink>
        <div v-else class="grid gap-0.5 px-3.5 py-2.5 min-h-17 text-inherit no-underline content-start">
          <strong class="quiet">{{ routine.name }}</strong>
          <span class="quiet small">{{ unfit }}</span>
        </div>
      </li>
    </ul>
  </section>
</template>
