<script setup lang="ts">
import type { EntryLine } from '@rook/contract'
import { ENTRY_KINDS } from '@rook/contract/entry-kind'
import { parseRegisterKey, registerName, type RegisterKey } from '@rook/core'
import { Button, DatePicker, Select, Tag } from 'ant-design-vue'
import dayjs from 'dayjs'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { call } from '../../app/call.ts'
import { useContextLine } from '../../app/context.ts'
import { useEntries, useMachines, usePeople, useSetups } from '../../app/queries.ts'
import { vAccessible } from '../../ui/accessible-select.ts'
import { optionsOf } from '../../ui/options.ts'
import { saveFile } from '../exchange/save-file.ts'
import { asCsv } from './as-csv.ts'
import EntryRow from './EntryRow.vue'
import { ENTRY_WORDS } from './kind-words.ts'
import RegisterChart from './RegisterChart.vue'

useContextLine(() => ['Ledger'])
const route = useRoute()
const router = useRouter()
const machines = useMachines()
const people = usePeople()
const setups = useSetups()

const text = (value: unknown) => (typeof value === 'string' && value ? value : undefined)
const kindOf = (value: unknown) => ENTRY_KINDS.find((kind) => kind === value)
const filter = computed(() => ({
  machine: text(route.query.machine),
  person: text(route.query.person),
  kind: kindOf(route.query.kind),
  setup: text(route.query.setup),
  register: text(route.query.register),
  until: text(route.query.until),
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

function choose(name: keyof typeof filter.value, value: unknown): void {
  // A register belongs to its machine.
  const register = name === 'machine' ? { register: undefined } : {}
  void router.replace({ query: { ...route.query, ...register, [name]: typeof value === 'string' ? value : undefined } })
}
/** The end of the day that is picked, as the clock of this tablet has it. */
const day = computed(() => (filter.value.until ? dayjs(filter.value.until) : undefined))
const until = (picked: unknown) => choose('until', dayjs.isDayjs(picked) ? picked.endOf('day').toISOString() : undefined)
const isNarrowed = computed(() => Object.values(filter.value).some(Boolean))

const setupName = computed(() => {
  const one = setups.data.value?.find(({ id }) => id === filter.value.setup)
  return one ? `job ${one.job}, ${one.operationName}` : 'one setup'
})
const registerWord = computed(() => filter.value.register && registerName(parseRegisterKey(filter.value.register as RegisterKey)))
const charted = computed(() => (filter.value.register && filter.value.machine ? machineOf(filter.value.machine) : undefined))

function save(): void {
  const unit = (machine: string) => machineOf(machine)?.unit ?? 'mm'
  saveFile('ledger.csv', asCsv(entries.value, unit))
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
      <Select
        :value="filter.kind"
        allow-clear
        placeholder="every kind"
        v-accessible="'Kind'"
        :options="optionsOf(ENTRY_WORDS)"
        @change="(value) => choose('kind', value)"
      />
      <DatePicker :value="day" placeholder="up to today" aria-label="Up to" format="D MMM YYYY" @change="until" />
      <Button v-if="isNarrowed" type="link" @click="router.replace({ query: {} })">Show all</Button>
      <span class="grow" />
      <Button :disabled="entries.length === 0" @click="save">Save as CSV</Button>
    </div>
    <p v-if="filter.register || filter.setup" class="narrowed">
      <Tag v-if="registerWord" closable @close="choose('register', undefined)">{{ registerWord }}</Tag>
      <Tag v-if="filter.setup" closable @close="choose('setup', undefined)">{{ setupName }}</Tag>
    </p>
    <RegisterChart v-if="charted" :register="filter.register!" :machine="charted" :entries="entries" />
    <p v-if="first.isError.value && !first.data.value" class="stop">{{ first.error.value?.message }}</p>
    <p v-else-if="first.data.value && entries.length === 0" class="quiet">
      {{ isNarrowed ? 'No entry fits.' : 'Nothing is recorded here yet. Entries come from the routines in Setup.' }}
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
  flex-wrap: wrap;
  gap: 10px 12px;
  margin-bottom: 12px;
  align-items: center;
}
.filters :deep(.ant-select) {
  width: 168px;
}
.grow {
  flex: 1;
}
.narrowed {
  margin: 0 0 10px;
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
}
</style>
