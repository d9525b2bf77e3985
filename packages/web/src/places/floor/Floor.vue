<script setup lang="ts">
import { useContextLine } from '../../app/context.ts'
import { useFloor } from '../../app/queries.ts'
import MachineCard from './MachineCard.vue'

const floor = useFloor()
useContextLine(() => ['Floor'])
</script>

<template>
  <div class="page">
    <h1>Floor</h1>
    <p v-if="floor.isError.value && !floor.data.value" class="stop">{{ floor.error.value?.message }}</p>
    <p v-else-if="floor.data.value?.length === 0">
      No machine is on record yet. <RouterLink to="/machines/new">Add the first machine</RouterLink>
    </p>
    <div class="cards">
      <MachineCard v-for="one in floor.data.value" :key="one.machine.id" :on="one" />
    </div>
  </div>
</template>

<style scoped>
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(360px, 1fr));
  gap: 14px;
}
@media (max-width: 760px) {
  .cards {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
