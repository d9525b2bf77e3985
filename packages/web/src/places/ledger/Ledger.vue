<script setup lang="ts">
import type { EntryLine } from '@rook/contract'
import { ENTRY_KINDS } from '@rook/contract/entry-kind'
import type { RegisterKey } from '@rook/core'
import { useRegisterName } from '../../parts/use-register-name.ts'
import { Button, Tag } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { call } from '../../client/call.ts'
import { useContextLine } from '../../client/context.ts'
import { useEntries, useMachines, useSetups } from '../../client/queries.ts'
import { aFewAtATime } from '../../ui/a-few-at-a-time.ts'
import { saveFile } from '../../client/file.ts'
import { asCsv } from './as-csv.ts'
import EntryRow from './EntryRow.vue'
import { inSetups } from './in-setups.ts'
import type { LedgerFilter } from './ledger-filter.ts'

/** The entries are read first; what narrows them, and what draws them, comes a moment later. */
const LedgerFilters = defineAsyncComponent(() => import('./LedgerFilters.vue'))
const RegisterChart = defineAsyncComponent(() => import('./RegisterChart.vue'))

useContextLine(() => ['Ledger'])
const route = useRoute()
const router = useRouter()
const machines = useMachines()
const setups = useSetups()

const text = (value: unknown) => (typeof value === 'string' && value ? value : undefined)
const kindOf = (value: unknown) => ENTRY_KINDS.find((kind) => kind === value)
const filter = computed<LedgerFilter>(() => ({
  machine: text(route.query.machine),
  person: text(route.query.person),
  kind: kindOf(route.query.kind),
  setup: text(route.query.setup),
  register: text(route.query.register),
  job: text(route.query.job),
  since: text(route.query.since),
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

function choose(name: keyof LedgerFilter, value: unknown): void {
  // A register belongs to its machine.
  const register = name === 'machine' ? { register: undefined } : {}
  void router.replace({ query: { ...route.query, ...register, [name]: typeof value === 'string' && value ? value : undefined } })
}
function between(since: string | undefined, until: string | undefined): void {
  void router.replace({ query: { ...route.query, since, until } })
}
/** Jobs that somebody may mean: those at hand, and those of the entries that are shown. Any other number can be typed. */
const jobs = computed(() => {
  const known = [...(setups.data.value ?? []).map(({ job }) => job), ...entries.value.flatMap(({ setup }) => setup?.job ?? [])]
  return [...new Set(known)].sort()
})
/** One machine's work, or one job's, falls into setups; a list of everything would change from one to the other at every line. */
const shown = aFewAtATime(() => entries.value)
const groups = computed(() => inSetups(shown.value, Boolean(filter.value.machine ?? filter.value.job ?? filter.value.setup)))
const isNarrowed = computed(() => Object.values(filter.value).some(Boolean))

const setupName = computed(() => {
  const one = setups.data.value?.find(({ id }) => id === filter.value.setup)
  return one ? `job ${one.job}, ${one.operationName}` : 'one setup'
})
const nameOf = useRegisterName()
const registerWord = computed(() => filter.value.register && nameOf(filter.value.register as RegisterKey))
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
    <div class="flex flex-wrap gap-x-3 gap-y-2.5 min-h-11 mb-3 items-center">
      <LedgerFilters :filter="filter" :jobs="jobs" @choose="choose" @between="between" />
      <Button v-if="isNarrowed" type="link" @click="router.replace({ query: {} })">Show all</Button>
      <span class="flex-1" />
      <Button :disabled="entries.length === 0" @click="save">Save as CSV</Button>
    </div>
    <p v-if="filter.register || filter.setup" class="mx-0 mt-0 mb-2.5">
      <Tag v-if="registerWord" closable @close="choose('register', undefined)">{{ registerWord }}</Tag>
      <Tag v-if="filter.setup" closable @close="choose('setup', undefined)">{{ setupName }}</Tag>
    </p>
    <RegisterChart v-if="charted" :register="filter.register!" :machine="charted" :entries="entries" />
    <p v-if="first.isError.value && !first.data.value" class="stop">{{ first.error.value?.message }}</p>
    <p v-else-if="first.data.value && entries.length === 0" class="quiet">
      {{ isNarrowed ? 'No entry fits.' : 'Nothing is recorded here yet. Entries come from the routines in Setup.' }}
    </p>
    <section v-for="group in groups" :key="group.entries[0]!.id" :data-group="group.setup?.id">
      <h2 v-if="group.heading" class="mx-0 mt-3.5 mb-1 text-16">
        <RouterLink
          v-if="group.setup"
          class="inline-block px-0 py-2.5 text-inherit"
          :to="{ name: 'ledger', query: { setup: group.setup.id } }"
          >{{ group.heading }}</RouterLink
        >
        <template v-else>{{ group.heading }}</template>
      </h2>
      <ol v-if="machines.data.value" class="sheet list-none m-0 p-0">
        <EntryRow v-for="entry in group.entries" :key="entry.id" :entry="entry" :machine="machineOf(entry.machine)!" />
      </ol>
    </section>
    <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
    <Button type="link" v-if="more" @click="loadMore">Older entries</Button>
  </div>
</template>
