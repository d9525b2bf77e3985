<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { computed, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useContextLine } from '../../app/context.ts'
import { useSetup } from '../../app/queries.ts'
import OrderOfWork from './OrderOfWork.vue'
import Opening from '../../parts/Opening.vue'

const props = defineProps<{ setup: string }>()
const query = useSetup(() => props.setup)
const route = useRoute()
const last = useStorage<string | null>('rook-last-setup', null)
const data = computed(() => query.data.value ?? null)

watch(
  () => data.value?.summary,
  (summary) => {
    if (!summary) return
    last.value = props.setup
  },
  { immediate: true },
)
useContextLine(() => {
  const summary = data.value?.summary
  return summary ? [summary.machineName, `Job ${summary.job}, ${summary.partName}`, summary.operationName] : null
})
</script>

<template>
  <div v-if="data" class="setup" :class="{ deep: route.name !== 'setup' }">
    <OrderOfWork :setup="data" />
    <div class="work">
      <RouterView v-slot="{ Component }">
        <component :is="Component" :key="route.fullPath" :data="data" />
      </RouterView>
    </div>
  </div>
  <div v-else class="page">
    <Opening :error="query.error.value" />
    <RouterLink v-if="query.isError.value" :to="{ name: 'setups', query: { all: '' } }">Setups at hand</RouterLink>
  </div>
</template>

<style scoped>
.setup {
  display: grid;
  grid-template-columns: 264px minmax(0, 1fr);
  height: 100%;
}
.work {
  overflow: auto;
  scroll-padding-bottom: 84px;
  min-width: 0;
}
@media (max-width: 900px) {
  .setup {
    grid-template-columns: 1fr;
    height: auto;
  }
  /* The page scrolls as a whole; what keeps to the foot of the screen goes by that. */
  .work {
    overflow: visible;
    /* What to do stands before the list of all there is to do. */
    order: -1;
  }
  .setup.deep > :first-child {
    display: none;
  }
}
</style>
