<script setup lang="ts">
import { compareStanding } from '@rook/core'
import { Checkbox } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { useContextLine } from '../../client/context.ts'
import { useMachines, useScene, useSceneAt } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import { when } from '../../client/time.ts'
import Opening from '../../parts/Opening.vue'
import MomentField from '../../ui/MomentField.vue'
import PickField from '../../ui/PickField.vue'
import SaveCsv from '../../ui/SaveCsv.vue'
import Rows from '../../ui/Rows.vue'

/** What stood in a machine at one minute, against another minute or another machine: differences first, each with the entry behind it. */
const props = defineProps<{ machine: string }>()
const machines = useMachines()
const session = useSession()
const machineOf = (id: string) => machines.data.value?.find((one) => one.id === id)
useContextLine(() => [machineOf(props.machine)?.name ?? 'Machine'])

/** Two setups side by side are two moments, which whoever comes here brings along. */
const { query } = useRoute()
const brought = (name: string) => (typeof query[name] === 'string' ? query[name] : null)
const broughtMoment = (name: string) => {
  const instant = brought(name)
  return instant && !Number.isNaN(Date.parse(instant)) ? instant : null
}
const from = ref<string | null>(broughtMoment('from') ?? new Date(Date.now() - 86_400_000).toISOString())
/** Null for now. */
const to = ref<string | null>(broughtMoment('to'))
const other = ref<string | null>(brought('in'))
const second = computed(() => other.value ?? props.machine)
const before = useSceneAt(
  () => props.machine,
  () => null,
  from,
)
const past = useSceneAt(second, () => null, to)
const now = useScene(second, () => null)
const after = computed(() => (to.value ? past.data.value : now.data.value))
const error = computed(() => before.error.value ?? (to.value ? past.error.value : now.error.value))
const compared = computed(() => (before.data.value && after.value ? compareStanding(before.data.value, after.value) : null))
const isAll = ref(false)
/** What stands alike comes after the differences, where somebody wants it. */
const rows = computed(() => {
  if (!compared.value) return []
  const { differs, alike } = compared.value
  return isAll.value ? [...differs, ...alike] : differs
})
const options = computed(() => (machines.data.value ?? []).map(({ id, name }) => ({ value: id as string | null, label: name })))
type Row = (typeof rows.value)[number]
const CSV = {
  register: (row: Row) => row.name,
  then: (row: Row) => row.before,
  later: (row: Row) => row.after,
  'moved by': (row: Row) => row.moved,
  'written by': (row: Row) => row.by?.name ?? null,
  at: (row: Row) => row.by?.at ?? null,
}
const COLUMNS = [
  { key: 'name', title: 'Register' },
  { key: 'before', title: 'Then', align: 'right' },
  { key: 'after', title: 'Later', align: 'right' },
  { key: 'moved', title: 'Moved by', align: 'right', wide: 'md' },
  { key: 'by', title: 'Written by', wide: 'md' },
] as const
</script>

<template>
  <div class="page">
    <h1>What stood in {{ machineOf(machine)?.name }}</h1>
    <div class="fields">
      <MomentField v-model="from" label="At" needed />
      <MomentField v-model="to" label="Against" placeholder="now" />
      <PickField v-model="other" label="In" :placeholder="machineOf(machine)?.name ?? ''" :options="options" />
    </div>
    <Opening v-if="error || !compared" :error="error" />
    <template v-else>
      <p>
        {{ compared.differs.length }} {{ compared.differs.length === 1 ? 'register differs' : 'registers differ' }},
        {{ compared.alike.length }} {{ compared.alike.length === 1 ? 'stands' : 'stand' }} alike.
        <Checkbox v-model:checked="isAll">those as well</Checkbox>
        <SaveCsv name="what-stood" :rows="rows" :columns="CSV" />
      </p>
      <Rows
        :columns="COLUMNS"
        :rows="rows"
        :row-key="({ register }) => register"
        :row-is="({ register }) => ({ 'data-register': register })"
        :page="40"
        empty="Everything stands as it stood."
      >
        <template #name="{ row }"
          ><RouterLink :to="{ name: 'ledger', query: { machine, register: row.register } }">{{ row.name }}</RouterLink></template
        >
        <template #before="{ row }"
          ><span class="figure">{{ row.before ?? 'unset' }}</span></template
        >
        <template #after="{ row }"
          ><span class="figure">{{ row.after ?? 'unset' }}</span></template
        >
        <template #moved="{ row }"
          ><span class="figure">{{ row.moved ?? '' }}</span></template
        >
        <template #by="{ row }"
          ><RouterLink v-if="row.by" :to="{ name: 'entry', params: { entry: row.by.entry } }"
            >{{ row.by.name }}, {{ when(row.by.at, session.shop) }}</RouterLink
          ></template
        >
      </Rows>
    </template>
  </div>
</template>
