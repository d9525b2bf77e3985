<script setup lang="ts">
import type { PlanDifference } from '@rook/core'
import Rows from '../../ui/Rows.vue'

/** What two editions say differently, side by side. */
defineProps<{ differences: readonly PlanDifference[]; before: string; after: string }>()
const columns = (before: string, after: string) =>
  [
    { key: 'what', title: 'What' },
    { key: 'before', title: before },
    { key: 'after', title: after },
  ] as const
</script>

<template>
  <p v-if="differences.length === 0" class="quiet">They say the same.</p>
  <Rows
    v-else
    :columns="columns(before, after)"
    :rows="differences"
    :row-key="({ what }) => what"
    :row-is="({ what }) => ({ 'data-what': what })"
  >
    <template #before="{ row }"
      ><span :class="{ quiet: row.before === null }">{{ row.before ?? 'nothing' }}</span></template
    >
    <template #after="{ row }"
      ><span :class="{ quiet: row.after === null }">{{ row.after ?? 'nothing' }}</span></template
    >
  </Rows>
</template>
