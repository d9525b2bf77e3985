<script setup lang="ts">
import type { SetupSummary } from '@rook/contract'
import { computed } from 'vue'
import { useChain } from '../client/queries.ts'
import WantList from './WantList.vue'

/** Where a setup stands now and what it wants next: open points that whoever comes can go and do. */
const props = defineProps<{ at: SetupSummary }>()
const chain = useChain(() => props.at.id)
const wants = computed(() => {
  const found = chain.data.value?.chain
  return found?.stages.find(({ stage }) => stage === found.here)?.wants ?? []
})
</script>

<template>
  <section v-if="chain.data.value" :aria-label="`Job ${at.job}`" :data-open="at.id">
    <p class="m-0 content-center min-h-11">
      <RouterLink class="leading-11" :to="{ name: 'setup', params: { setup: at.id } }">Job {{ at.job }}, {{ at.partName }}</RouterLink
      >:
      {{ wants.length > 1 ? `${wants.length} open points.` : chain.data.value.words }}
    </p>
    <WantList v-if="wants.length > 1" :wants="wants" :at="at" />
  </section>
</template>
