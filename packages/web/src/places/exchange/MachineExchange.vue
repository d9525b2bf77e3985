<script setup lang="ts">
import { useRoute } from 'vue-router'
import { useSceneAtHand } from '../../app/at-hand.ts'
import { useContextLine } from '../../app/context.ts'
import { useMachines } from '../../app/queries.ts'
import Opening from '../../parts/Opening.vue'

const props = defineProps<{ machine: string }>()
const machines = useMachines()
const route = useRoute()
const { scene, error, line } = useSceneAtHand(() => props.machine)
useContextLine(() => line.value ?? ['Exchange'])
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
    <Opening v-else :error="error" />
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
