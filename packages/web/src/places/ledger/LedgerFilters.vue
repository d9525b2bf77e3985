<script setup lang="ts">
import { AutoComplete, Button, Select } from 'ant-design-vue'
import { defineAsyncComponent, ref, watch } from 'vue'
import { useMachines } from '../../client/queries.ts'
import { vAccessible } from '../../ui/accessible-select.ts'
import InTurn from '../../ui/InTurn.vue'
import type { LedgerFilter } from './ledger-filter.ts'

const props = defineProps<{ filter: LedgerFilter; jobs: readonly string[] }>()
const emit = defineEmits<{
  choose: [name: keyof LedgerFilter, value: unknown]
  between: [since: string | undefined, until: string | undefined]
}>()
const machines = useMachines()

/** Person, kind and days stand there when they are wanted: a slow tablet takes its time to make them. */
const MoreFilters = defineAsyncComponent(() => import('./MoreFilters.vue'))
const all = ref(Boolean(props.filter.person ?? props.filter.kind ?? props.filter.since ?? props.filter.until))
const typedJob = ref(props.filter.job ?? '')
watch(
  () => props.filter.job,
  (job) => (typedJob.value = job ?? ''),
)
const isPartOf = (typed: string, option: { value?: string | number } | undefined) => String(option?.value ?? '').includes(typed)
</script>

<template>
  <InTurn>
    <Select
      :value="filter.machine"
      allow-clear
      placeholder="every machine"
      v-accessible="'Machine'"
      :options="machines.data.value?.map(({ id, name }) => ({ value: id, label: name })) ?? []"
      @change="(value) => emit('choose', 'machine', value)"
    />
  </InTurn>
  <InTurn>
    <AutoComplete
      v-model:value="typedJob"
      class="job"
      allow-clear
      placeholder="every job"
      v-accessible="'Job'"
      :options="jobs.map((value) => ({ value }))"
      :filter-option="isPartOf"
      @select="(value: unknown) => emit('choose', 'job', value)"
      @blur="emit('choose', 'job', typedJob.trim())"
      @keydown.enter="emit('choose', 'job', typedJob.trim())"
      @clear="emit('choose', 'job', undefined)"
    />
  </InTurn>
  <MoreFilters
    v-if="all"
    :filter="filter"
    @choose="(name, value) => emit('choose', name, value)"
    @between="(since, until) => emit('between', since, until)"
  />
  <Button v-else @click="all = true">More to choose by</Button>
</template>

<style scoped>
.ant-select {
  width: 168px;
}
.ant-select.job {
  width: 120px;
}
</style>
