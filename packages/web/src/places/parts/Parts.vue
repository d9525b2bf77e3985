<script setup lang="ts">
import type { PartLine } from '@rook/contract'
import { Button, Input } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useContextLine } from '../../app/context.ts'
import { useJobs, useParts } from '../../app/queries.ts'
import MayNot from '../../parts/MayNot.vue'
import Rows from '../../ui/Rows.vue'
import JobRows from './JobRows.vue'

useContextLine(() => ['Parts'])
const parts = useParts()
const jobs = useJobs()
const router = useRouter()
const adding = ref<'part' | 'job' | null>(null)
const PartDialog = defineAsyncComponent(() => import('./PartDialog.vue'))
const JobDialog = defineAsyncComponent(() => import('./JobDialog.vue'))
const sought = ref('')
const isSought = (...texts: string[]) => texts.join(' ').toLowerCase().includes(sought.value.trim().toLowerCase())
const partsShown = computed(() => (parts.data.value ?? []).filter(({ number, name, material }) => isSought(number, name, material)))
const jobsShown = computed(() =>
  (jobs.data.value ?? []).filter(({ number, partName, partNumber }) => isSought(number, partName, partNumber)),
)

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
      <Input v-model:value="sought" class="sought" placeholder="job, part or number" aria-label="Show only" :maxlength="60" allow-clear />
      <span class="grow" />
      <MayNot to="addJob"><Button @click="adding = 'job'">A new job</Button></MayNot>
      <MayNot to="addPart"><Button @click="adding = 'part'">A new part</Button></MayNot>
    </header>
    <h2>Jobs</h2>
    <JobRows :jobs="jobsShown" :loading="jobs.isPending.value" />
    <h2>Parts</h2>
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
    <PartDialog
      v-if="adding === 'part'"
      :part="null"
      @close="adding = null"
      @kept="(part: string) => router.push({ name: 'part', params: { part } })"
    />
    <JobDialog v-if="adding === 'job'" :job="null" @close="adding = null" />
  </div>
</template>

<style scoped>
.sought {
  width: 240px;
}
h2 {
  margin: 16px 0 6px;
}
</style>
