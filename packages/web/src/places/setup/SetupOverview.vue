<script setup lang="ts">
import type { Setup } from '@rook/contract'
import { useScene } from '../../app/queries.ts'
import StandingTable from '../../parts/StandingTable.vue'
import RoutineList from '../../routine/RoutineList.vue'
import GoTo from '../../ui/GoTo.vue'

const props = defineProps<{ setup: string; data: Setup }>()
const scene = useScene(
  () => props.data.summary.machine,
  () => props.setup,
)
</script>

<template>
  <div class="page">
    <h1>{{ data.summary.partName }}</h1>
    <dl class="facts">
      <dt>Operation</dt>
      <dd>{{ data.summary.operationName }}, writes {{ data.slots.join(', ') }}</dd>
      <dt>Fixture</dt>
      <dd>{{ data.summary.fixture }}</dd>
      <dt>Program</dt>
      <dd>{{ data.summary.program }}</dd>
    </dl>
    <p v-if="data.next" class="next">
      <GoTo type="primary" size="large" :to="{ name: 'step', params: { setup, step: data.next } }">
        Next: {{ data.steps.find((step) => step.id === data.next)?.title }}
      </GoTo>
    </p>
    <p v-else class="quiet">Every step is done or skipped.</p>
    <template v-if="scene.data.value">
      <h2>What stands in {{ data.summary.machineName }}</h2>
      <StandingTable :scene="scene.data.value" :slots="data.slots" />
      <h2>Routines outside the plan</h2>
      <RoutineList :machine="scene.data.value.machine" :to="(routine) => ({ name: 'setup-routine', params: { setup, routine } })" />
    </template>
  </div>
</template>

<style scoped>
h2 {
  margin: 26px 0 8px;
}
.facts {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 4px 18px;
  margin: 0 0 18px;
}
dt {
  color: var(--quiet);
}
dd {
  margin: 0;
}
</style>
