<script setup lang="ts">
import { routinesFor, type MachineRecord } from '@rook/core'
import { computed } from 'vue'
import type { RouteLocationRaw } from 'vue-router'

const props = defineProps<{ machine: MachineRecord; to: (routine: string) => RouteLocationRaw }>()
const all = computed(() => routinesFor(props.machine))
</script>

<template>
  <ul class="routines">
    <li v-for="{ routine, unfit } in all" :key="routine.id" class="sheet">
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
</template>

<style scoped>
.routines {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(280px, 1fr));
  gap: 10px;
}
a,
.unfit {
  display: grid;
  gap: 2px;
  padding: 12px 16px;
  min-height: 68px;
  color: inherit;
  text-decoration: none;
}
a:hover strong {
  color: var(--act);
}
</style>
