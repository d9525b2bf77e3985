<script setup lang="ts">
import { computed, watchEffect } from 'vue'
import { useRoute } from 'vue-router'
import { useContext } from '../../app/context.ts'
import { useMachines, useScene, useSetups } from '../../app/queries.ts'

const props = defineProps<{ machine: string }>()
const machines = useMachines()
const setups = useSetups()
const route = useRoute()
const own = computed(() => setups.data.value?.find((setup) => setup.machine === props.machine) ?? null)
const scene = useScene(
  () => (setups.data.value ? props.machine : null),
  () => own.value?.id ?? null,
)
const context = useContext()
watchEffect(() =>
  context.set(
    scene.data.value?.machine.name ?? 'Exchange',
    ...(own.value ? [`Job ${own.value.job}, ${own.value.partName}`, own.value.operationName] : []),
  ),
)
const WAYS = [
  { name: 'values-out', words: 'Values out' },
  { name: 'presets-in', words: 'Presets in' },
  { name: 'held', words: 'What the control holds' },
  { name: 'template', words: 'How lines are written' },
]
</script>

<template>
  <div class="page">
    <header>
      <h1>Exchange</h1>
      <select
        class="text-field"
        :value="machine"
        aria-label="Machine"
        @change="$router.push({ name: String(route.name), params: { machine: ($event.target as HTMLSelectElement).value } })"
      >
        <option v-for="one in machines.data.value" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select>
      <nav aria-label="Ways of exchange">
        <RouterLink
          v-for="way in WAYS"
          :key="way.name"
          class="plain"
          :class="{ here: route.name === way.name }"
          :to="{ name: way.name, params: { machine } }"
          >{{ way.words }}</RouterLink
        >
      </nav>
    </header>
    <RouterView v-if="scene.data.value" v-slot="{ Component }">
      <component :is="Component" :key="`${machine}:${String(route.name)}`" :scene="scene.data.value" />
    </RouterView>
    <p v-else-if="scene.isError.value" class="stop">{{ scene.error.value?.message }}</p>
    <p v-else class="quiet">Opening …</p>
  </div>
</template>

<style scoped>
header,
nav {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
header {
  margin-bottom: 14px;
}
.here {
  border-color: var(--act);
  background: var(--act-soft);
  box-shadow: inset 0 -3px 0 var(--act);
}
</style>
