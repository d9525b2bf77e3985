<script setup lang="ts">
import type { JobPage } from '@rook/contract'
import { computed } from 'vue'
import { useSession } from '../../client/session.ts'
import { when } from '../../client/time.ts'
import Rows from '../../ui/Rows.vue'

type Line = JobPage['setups'][number]

/** Setups of an operation or of a job, newest first; what the two do not share is given as columns and slots of their own. */
const props = defineProps<{
  setups: readonly Line[]
  columns: readonly ('operationName' | 'job' | 'edition' | 'beside')[]
  empty: string
}>()
const session = useSession()
const OWN = {
  operationName: { key: 'operationName', title: 'Operation' },
  job: { key: 'job', title: 'Job' },
  edition: { key: 'edition', title: 'Edition', align: 'right', wide: 'md' },
  beside: { key: 'beside', title: 'Side by side', wide: 'md' },
} as const
const columns = computed(() => [
  { key: 'startedAt', title: 'Begun' } as const,
  { key: 'machineName', title: 'Machine' } as const,
  ...props.columns.filter((key) => key !== 'beside').map((key) => OWN[key]),
  { key: 'made', title: 'Made', align: 'right' } as const,
  { key: 'endedAt', title: 'Ended', wide: 'md' } as const,
  ...(props.columns.includes('beside') ? [OWN.beside] : []),
])
</script>

<template>
  <Rows :columns="columns" :rows="setups" :row-key="({ id }) => id" :row-is="({ id }) => ({ 'data-setup': id })" :page="10" :empty="empty">
    <template #startedAt="{ row }"
      ><RouterLink class="name" :to="{ name: 'setup', params: { setup: row.id } }">{{
        when(row.startedAt, session.shop)
      }}</RouterLink></template
    >
    <template #operationName="{ row }"
      ><RouterLink :to="{ name: 'operation', params: { operation: row.operation } }">{{ row.operationName }}</RouterLink></template
    >
    <template #beside="{ row }"><slot name="beside" :row="row" /></template>
    <template #made="{ row }"
      >{{ row.made || '' }}<span v-if="row.scrapped" class="query small">, {{ row.scrapped }} scrapped</span></template
    >
    <template #endedAt="{ row }"
      ><span :class="{ quiet: row.endedAt }">{{ row.endedAt ? when(row.endedAt, session.shop) : 'stands now' }}</span></template
    >
  </Rows>
</template>
