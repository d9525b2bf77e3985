<script setup lang="ts">
import type { EntryLine } from '@rook/contract'
import { Button, Select } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { call } from '../../app/call.ts'
import { useContextLine } from '../../app/context.ts'
import { useEntries, useMachines, usePeople } from '../../app/queries.ts'
import { vAccessible } from '../../ui/accessible-select.ts'
import EntryRow from './EntryRow.vue'

useContextLine(() => ['Ledger'])
const route = useRoute()
const router = useRouter()
const machines = useMachines()
const people = usePeople()

const text = (value: unknown) => (typeof value === 'string' && value ? value : undefined)
const filter = computed(() => ({
  machine: text(route.query.machine),
  person: text(route.query.person),
  register: text(route.query.register),
}))
const first = useEntries(filter)

// The newest page stays live; older ones are added below it as they are asked for.
const older = ref<EntryLine[]>([])
const next = ref<string | null | undefined>(undefined)
const trouble = ref<string | null>(null)
watch(filter, () => {
  older.value = []
  next.value = undefined
})
const entries = computed(() => {
  const newest = first.data.value?.entries ?? []
  const known = new Set(newest.map(({ id }) => id))
  return [...newest, ...older.value.filter(({ id }) => !known.has(id))]
})
const more = computed(() => (next.value === undefined ? first.data.value?.next : next.value) ?? null)

async function loadMore(): Promise<void> {
  const before = more.value
  if (!before) return
  trouble.value = null
  const page = await call('entries', { query: { ...filter.value, before } }).catch((error: Error) => {
    trouble.value = error.message
  })
  if (!page) return
  older.value.push(...page.entries)
  next.value = page.next
}

function choose(name: 'machine' | 'person', value: unknown): void {
  void router.replace({ query: { ...route.query, [name]: typeof value === 'string' ? value : undefined, register: undefined } })
}

const machineOf = (id: string) => machines.data.value?.find((machine) => machine.id === id)
</script>

<template>
  <div class="page">
    <h1>Ledger</h1>
    <div class="filters">
      <Select
        :value="filter.machine"
        allow-clear
        placeholder="every machine"
        v-accessible="'Machine'"
        :options="machines.data.value?.map(({ id, name }) => ({ value: id, label: name })) ?? []"
        @change="(value) => choose('machine', value)"
      />
      <Select
        :value="filter.person"
        allow-clear
        placeholder="everybody"
        v-accessible="'Person'"
        :options="people.data.value?.people.map(({ id, name }) => ({ value: id, label: name })) ?? []"
        @change="(value) => choose('person', value)"
      />
      <p v-if="filter.register" class="quiet">only {{ entries[0]?.writes.find((write) => write.register === filter.register)?.name }}</p>
    </div>
    <p v-if="first.isError.value && !first.data.value" class="stop">{{ first.error.value?.message }}</p>
    <p v-else-if="first.data.value && entries.length === 0" class="quiet">
      Nothing is recorded here yet. Entries come from the routines in Setup.
    </p>
    <ol v-if="machines.data.value" class="sheet list">
      <EntryRow v-for="entry in entries" :key="entry.id" :entry="entry" :machine="machineOf(entry.machine)!" />
    </ol>
    <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
    <Button type="link" v-if="more" @click="loadMore">Older entries</Button>
  </div>
</template>

<style scoped>
.filters {
  display: flex;
  gap: 12px;
  margin-bottom: 12px;
  align-items: center;
}
.filters :deep(.ant-select) {
  width: 200px;
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
}
</style>
