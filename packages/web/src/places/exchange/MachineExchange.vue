<script setup lang="ts">
import { useRoute } from 'vue-router'
import { useSceneAtHand } from '../../client/at-hand.ts'
import { useContextLine } from '../../client/context.ts'
import MachinePick from '../../parts/MachinePick.vue'
import Opening from '../../parts/Opening.vue'
import GoTo from '../../ui/GoTo.vue'

const props = defineProps<{ machine: string }>()
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
      <MachinePick
        :model-value="machine"
        @update:model-value="(to) => $router.push({ name: String(route.name), params: { machine: to } })"
      />
      <nav aria-label="Ways of exchange">
        <GoTo
          v-for="way in WAYS"
          :key="way.name"
          class="[&.here]:border-act [&.here]:bg-act-soft"
          :class="{ here: route.name === way.name }"
          :to="{ name: way.name, params: { machine } }"
          >{{ way.words }}</GoTo
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
  box-shadow: inset 0 -3px 0 var(--act);
}
</style>
