<script setup lang="ts">
import type { Job } from '@rook/contract'
import { Button } from 'ant-design-vue'
import { defineAsyncComponent, ref } from 'vue'
import { useSession } from '../../client/session.ts'
import { plainDay } from '../../client/time.ts'
import { useSend } from '../../client/use-send.ts'
import Rows from '../../ui/Rows.vue'
import { isLate } from './late.ts'
import { closing } from './plan-forms.ts'

/** Jobs in the order in which they are due, with what has been made of them. */
defineProps<{ jobs: readonly Job[]; loading: boolean; withoutPart?: boolean }>()
const session = useSession()
const changing = ref<Job | null>(null)
const JobDialog = defineAsyncComponent(() => import('./JobDialog.vue'))
const { trouble, busy, send } = useSend()

const COLUMNS = [
  { key: 'number', title: 'Job', compare: (a: Job, b: Job) => a.number.localeCompare(b.number) },
  { key: 'part', title: 'Part' },
  { key: 'made', title: 'Made', align: 'right' },
  { key: 'due', title: 'Due', wide: 'md', compare: (a: Job, b: Job) => (a.due ?? '9').localeCompare(b.due ?? '9') },
  { key: 'state', title: 'State' },
  { key: 'ways', title: '', wide: 'md' },
] as const

const close = (job: Job, closed: boolean) => send('changeJob', closing(job, closed))
</script>

<template>
  <Rows
    :columns="withoutPart ? COLUMNS.filter(({ key }) => key !== 'part') : COLUMNS"
    :rows="jobs"
    :row-key="({ id }) => id"
    :row-is="({ number, state }) => ({ 'data-job': number, 'data-state': state })"
    :loading="loading"
    :page="10"
    empty="No job yet."
  >
    <template #number="{ row }"
      ><RouterLink class="name" :to="{ name: 'job', params: { job: row.id } }">{{ row.number }}</RouterLink></template
    >
    <template #part="{ row }">
      <RouterLink :to="{ name: 'part', params: { part: row.part } }">{{ row.partName }}</RouterLink>
      <span class="quiet small"> rev {{ row.revision }}</span>
    </template>
    <template #made="{ row }"
      ><span class="figure"
        >{{ row.made }} of {{ row.quantity }}<span v-if="row.scrapped" class="query small">, {{ row.scrapped }} scrapped</span></span
      ></template
    >
    <template #due="{ row }"
      ><span :class="isLate(row, session.shop) ? 'query' : 'quiet'">{{ row.due ? plainDay(row.due) : '' }}</span></template
    >
    <template #state="{ row }"
      ><span :class="{ quiet: row.state === 'closed' }">{{ row.state }}</span></template
    >
    <template #ways="{ row }">
      <template v-if="!session.mayNot('changeJob')">
        <Button type="link" @click="changing = row">change</Button>
        <Button v-if="row.state !== 'running'" type="link" :disabled="busy" @click="close(row, row.state !== 'closed')">{{
          row.state === 'closed' ? 'open again' : 'close'
        }}</Button>
      </template>
    </template>
  </Rows>
  <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
  <JobDialog v-if="changing" :job="changing" @close="changing = null" />
</template>
