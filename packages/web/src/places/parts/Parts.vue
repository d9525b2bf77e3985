<script setup lang="ts">
import type { Job, PartLine } from '@rook/contract'
import { Button, Input } from 'ant-design-vue'
import { refDebounced } from '@vueuse/core'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useContextLine } from '../../client/context.ts'
import { useJobs, useParts } from '../../client/queries.ts'
import MayNot from '../../parts/MayNot.vue'
import SaveCsv from '../../ui/SaveCsv.vue'
import Rows from '../../ui/Rows.vue'
import JobRows from './JobRows.vue'

useContextLine(() => ['Parts'])
const sought = ref('')
/** Asked for when the fingers rest. */
const words = refDebounced(sought, 200)
const parts = useParts(words)
const jobs = useJobs(undefined, words)
const router = useRouter()
const adding = ref<'part' | 'job' | 'record' | null>(null)
const RecordIn = defineAsyncComponent(() => import('./RecordIn.vue'))
const PartDialog = defineAsyncComponent(() => import('./PartDialog.vue'))
const JobDialog = defineAsyncComponent(() => import('./JobDialog.vue'))
const partsShown = computed(() => parts.data.value ?? [])
const jobsShown = computed(() => jobs.data.value ?? [])
/** A page of the list; the rest is found by its words. */
const PAGE = 100
const isFull = computed(() => partsShown.value.length >= PAGE || jobsShown.value.length >= PAGE)

const PARTS_CSV = {
  number: (row: PartLine) => row.number,
  part: (row: PartLine) => row.name,
  revision: (row: PartLine) => row.revision,
  material: (row: PartLine) => row.material,
  operations: (row: PartLine) => row.operations,
  'open jobs': (row: PartLine) => row.openJobs,
}
const JOBS_CSV = {
  job: (row: Job) => row.number,
  part: (row: Job) => row.partNumber,
  name: (row: Job) => row.partName,
  revision: (row: Job) => row.revision,
  quantity: (row: Job) => row.quantity,
  made: (row: Job) => row.made,
  scrapped: (row: Job) => row.scrapped,
  due: (row: Job) => row.due,
  state: (row: Job) => row.state,
}
const COLUMNS = [
  { key: 'name', title: 'Part', compare: (a: PartLine, b: PartLine) => a.name.localeCompare(b.name) },
  { key: 'number', title: 'Number', wide: 'md', compare: (a: PartLine, b: PartLine) => a.number.localeCompare(b.number) },
  { key: 'revision', title: 'Rev' },
  { key: 'material', title: 'Material', wide: 'md' },
  { key: 'operations', title: 'Operations', align: 'right', wide: 'md' },
  { key: 'openJobs', title: 'Open jobs', align: 'right' },
] as const
</script>

<template>
  <div class="page">
    <header>
      <h1>Parts and jobs</h1>
      <Input v-model:value="sought" class="w-60" placeholder="job, part or number" aria-label="Show only" :maxlength="60" allow-clear />
      <span class="flex-1" />
      <Button type="link" @click="adding = 'record'">Read a setup record</Button>
      <MayNot to="addJob" what="add a job"><Button @click="adding = 'job'">Add a job</Button></MayNot>
      <MayNot to="addPart" what="add a part"><Button @click="adding = 'part'">Add a part</Button></MayNot>
    </header>
    <div class="flex gap-3.5 items-baseline">
      <h2 class="mx-0 mt-4 mb-1.5">Jobs</h2>
      <SaveCsv name="jobs" :rows="jobsShown" :columns="JOBS_CSV" />
    </div>
    <JobRows :jobs="jobsShown" :loading="jobs.isPending.value" />
    <div class="flex gap-3.5 items-baseline">
      <h2 class="mx-0 mt-4 mb-1.5">Parts</h2>
      <SaveCsv name="parts" :rows="partsShown" :columns="PARTS_CSV" />
    </div>
    <Rows
      :columns="COLUMNS"
      :rows="partsShown"
      :row-key="({ id }) => id"
      :row-is="({ number }) => ({ 'data-part': number })"
      :loading="parts.isPending.value"
      :page="25"
      empty="No part yet."
    >
      <template #name="{ row }"
        ><RouterLink class="name" :to="{ name: 'part', params: { part: row.id } }">{{ row.name }}</RouterLink></template
      >
    </Rows>
    <p v-if="isFull" class="quiet small">The first {{ PAGE }} of each are shown. Type a few letters of what you look for.</p>
    <PartDialog
      v-if="adding === 'part'"
      :part="null"
      @close="adding = null"
      @kept="(part: string) => router.push({ name: 'part', params: { part } })"
    />
    <JobDialog v-if="adding === 'job'" :job="null" @close="adding = null" />
    <RecordIn v-if="adding === 'record'" @close="adding = null" />
  </div>
</template>
