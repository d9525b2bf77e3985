<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { computed, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useContextLine } from '../../client/context.ts'
import { useSetup } from '../../client/queries.ts'
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
  <div
    v-if="data"
    class="print:block grid grid-cols-[264px_minmax(0,1fr)] h-full max-narrow:grid-cols-[1fr] max-narrow:h-auto"
    :class="{ deep: route.name !== 'setup' }"
  >
    <OrderOfWork class="max-narrow:in-[.deep]:hidden" :setup="data" />
    <div class="relative print:overflow-visible overflow-auto scroll-pb-21 min-w-0 max-narrow:overflow-visible max-narrow:-order-1">
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
