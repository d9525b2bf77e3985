<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useContextLine } from '../../client/context.ts'
import { usePart } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import { calendarDay } from '../../client/time.ts'
import MayNot from '../../parts/MayNot.vue'
import Opening from '../../parts/Opening.vue'
import Remarks from '../../parts/Remarks.vue'
import Facts from '../../ui/Facts.vue'
import GoTo from '../../ui/GoTo.vue'
import Rows from '../../ui/Rows.vue'
import JobRows from './JobRows.vue'

const props = defineProps<{ part: string }>()
const page = usePart(() => props.part)
const session = useSession()
const own = computed(() => page.data.value?.part ?? null)
useContextLine(() => ['Parts', ...(own.value?.number ? [own.value?.number] : [])])
/** The revision whose drawings are shown; the newest unless another one is asked for. */
const asked = ref<string | null>(null)
const drawn = computed({ get: () => asked.value ?? own.value?.revision ?? null, set: (revision) => (asked.value = revision) })
const doing = ref<'change' | 'job' | null>(null)
const PartDialog = defineAsyncComponent(() => import('./PartDialog.vue'))
const JobDialog = defineAsyncComponent(() => import('./JobDialog.vue'))

const facts = computed(() =>
  own.value
    ? [
        { label: 'Number', text: own.value.number },
        { label: 'Revision', text: own.value.revision },
        { label: 'Material', text: own.value.material || 'not said' },
      ]
    : [],
)
const COLUMNS = [
  { key: 'name', title: 'Operation' },
  { key: 'kind', title: 'On a', wide: 'md' },
  { key: 'program', title: 'Program' },
  { key: 'steps', title: 'Steps', align: 'right', wide: 'md' },
  { key: 'edition', title: 'Edition', align: 'right', wide: 'md' },
  { key: 'running', title: 'Set up now', align: 'right' },
] as const
</script>

<template>
  <div v-if="!page.data.value || !own" class="page"><Opening :error="page.error.value" /></div>
  <div v-else class="page">
    <header class="flex flex-wrap gap-x-3.5 gap-y-1 items-center">
      <h1>{{ own.name }}</h1>
      <span class="flex-1" />
      <MayNot to="changePart" what="change the part"><Button @click="doing = 'change'">Change it</Button></MayNot>
    </header>
    <Facts :facts="facts" />
    <div class="flex flex-wrap gap-x-3.5 gap-y-1 items-center">
      <h2 class="mx-0 mt-4 mb-1.5">Operations</h2>
      <GoTo v-if="!session.mayNot('addOperation')" type="link" :to="{ name: 'new-operation', params: { part } }">A new operation</GoTo>
    </div>
    <Rows
      :columns="COLUMNS"
      :rows="page.data.value.operations"
      :row-key="({ id }) => id"
      :row-is="({ name }) => ({ 'data-operation': name })"
      empty="No operation is planned yet."
    >
      <template #name="{ row }">
        <RouterLink class="name" :to="{ name: 'operation', params: { operation: row.id } }"
          >{{ row.name }}, rev {{ row.revision }}</RouterLink
        >
        <span v-if="row.revision !== own.revision" class="query small"> not yet at revision {{ own.revision }}</span>
      </template>
      <template #running="{ row }">{{ row.running || '' }}</template>
    </Rows>
    <div class="flex flex-wrap gap-x-3.5 gap-y-1 items-center">
      <h2 class="mx-0 mt-4 mb-1.5">Jobs</h2>
      <Button v-if="!session.mayNot('addJob')" type="link" @click="doing = 'job'">Add a job</Button>
    </div>
    <JobRows :jobs="page.data.value.jobs" :loading="false" without-part />
    <h2 class="mx-0 mt-4 mb-1.5">Revisions</h2>
    <ul class="list-none m-0 p-0">
      <li
        v-for="one in page.data.value.revisions"
        :key="one.revision + one.at"
        class="grid grid-cols-[48px_minmax(0,1fr)_auto] gap-3 px-0 py-2 border-b border-b-rule"
      >
        <strong>{{ one.revision }}</strong>
        <span>{{ one.change || 'nothing is said of what it changed' }}</span>
        <span class="quiet small"
          >{{ calendarDay(one.at, session.shop) }}<template v-if="one.by">, {{ one.by }}</template></span
        >
        <Button v-if="one.revision !== drawn" class="col-[2/-1] justify-self-start" type="link" @click="drawn = one.revision"
          >its drawings</Button
        >
        <Remarks v-else class="col-[2/-1] justify-self-start" about="revision" :of="`${part}/${one.revision}`" />
      </li>
    </ul>
    <Remarks about="part" :of="part" />
    <PartDialog v-if="doing === 'change'" :part="own" @close="doing = null" />
    <JobDialog v-if="doing === 'job'" :job="null" :part="own" @close="doing = null" />
  </div>
</template>
