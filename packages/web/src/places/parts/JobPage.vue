<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useContextLine } from '../../client/context.ts'
import { useJob } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import { plainDay, when } from '../../client/time.ts'
import MayNot from '../../parts/MayNot.vue'
import Opening from '../../parts/Opening.vue'
import Remarks from '../../parts/Remarks.vue'
import { useSend } from '../../client/use-send.ts'
import Facts from '../../ui/Facts.vue'
import GoTo from '../../ui/GoTo.vue'
import Rows from '../../ui/Rows.vue'
import SetupRows from './SetupRows.vue'
import { isLate } from './late.ts'
import { closing } from './plan-forms.ts'

/** A job: what is wanted and by when, where it was set up, what has been made of it. */
const props = defineProps<{ job: string }>()
const page = useJob(() => props.job)
const session = useSession()
const own = computed(() => page.data.value?.job ?? null)
useContextLine(() => ['Parts', ...(own.value ? [`Job ${own.value.number}`] : [])])
const changing = ref(false)
const JobDialog = defineAsyncComponent(() => import('./JobDialog.vue'))
const { trouble, busy, send } = useSend()

const facts = computed(() => {
  if (!own.value) return []
  const { quantity, made, scrapped, due, note, revision, state } = own.value
  return [
    { label: 'State', text: state },
    { label: 'Revision', text: revision },
    { label: 'Made', text: `${made} of ${quantity}${scrapped > 0 ? `, ${scrapped} scrapped` : ''}` },
    { label: 'Due', text: due ? plainDay(due) : 'not said', class: isLate(own.value, session.shop) ? 'query' : undefined },
    ...(note ? [{ label: 'Remark', text: note }] : []),
  ]
})
const COUNTS = [
  { key: 'at', title: 'Counted' },
  { key: 'by', title: 'By' },
  { key: 'made', title: 'Good', align: 'right' },
  { key: 'scrapped', title: 'Scrapped', align: 'right' },
  { key: 'reason', title: 'Why scrapped', wide: 'md' },
] as const

const close = (closed: boolean) => send('changeJob', closing(own.value!, closed))
</script>

<template>
  <div v-if="!page.data.value || !own" class="page"><Opening :error="page.error.value" /></div>
  <div v-else class="page">
    <header>
      <div class="flex-1 min-w-65">
        <h1>Job {{ own.number }}</h1>
        <p class="quiet mx-0 mt-0.5 mb-0">
          <RouterLink :to="{ name: 'part', params: { part: own.part } }">{{ own.partName }}</RouterLink>, {{ own.partNumber }}
        </p>
      </div>
      <GoTo type="link" :to="{ name: 'ledger', query: { job: own.number } }">Its entries</GoTo>
      <MayNot to="changeJob" what="change the job"><Button @click="changing = true">Change it</Button></MayNot>
      <Button v-if="own.state !== 'running' && !session.mayNot('changeJob')" :disabled="busy" @click="close(own.state !== 'closed')">{{
        own.state === 'closed' ? 'Open it again' : 'Close it'
      }}</Button>
    </header>
    <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
    <Facts :facts="facts" />
    <h2 class="mx-0 mt-4.5 mb-1.5">Set up so far</h2>
    <SetupRows
      :setups="page.data.value.setups"
      :columns="['operationName']"
      empty="It has not been set up yet. Begin from its operation."
    />
    <template v-if="page.data.value.counts.length > 0">
      <h2 class="mx-0 mt-4.5 mb-1.5">Counted</h2>
      <Rows :columns="COUNTS" :rows="page.data.value.counts" :row-key="({ entry }) => entry" :page="10">
        <template #at="{ row }"
          ><RouterLink :to="{ name: 'entry', params: { entry: row.entry } }">{{ when(row.at, session.shop) }}</RouterLink></template
        >
        <template #scrapped="{ row }"
          ><span :class="{ query: row.scrapped }">{{ row.scrapped || '' }}</span></template
        >
      </Rows>
    </template>
    <Remarks about="job" :of="job" />
    <JobDialog v-if="changing" :job="own" @close="changing = false" />
  </div>
</template>
