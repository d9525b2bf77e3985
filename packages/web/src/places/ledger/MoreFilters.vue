<script setup lang="ts">
import { RangePicker, Select } from 'ant-design-vue'
import dayjs, { type Dayjs } from 'dayjs'
import { computed } from 'vue'
import { usePeople } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import { dayIn } from '../../client/time.ts'
import { dayOf } from '../../client/wall-time.ts'
import { vAccessible } from '../../ui/accessible-select.ts'
import InTurn from '../../ui/InTurn.vue'
import { optionsOf } from '../../ui/options.ts'
import { ENTRY_WORDS } from './kind-words.ts'
import type { LedgerFilter } from './ledger-filter.ts'

const props = defineProps<{ filter: LedgerFilter }>()
const emit = defineEmits<{
  choose: [name: keyof LedgerFilter, value: unknown]
  between: [since: string | undefined, until: string | undefined]
}>()
const people = usePeople()
const session = useSession()

/** From the beginning of one day of the shop to the end of another; either may be left open. */
const dayShown = (instant: string | undefined) => (instant ? dayjs(dayIn(new Date(instant), session.shop)) : undefined)
const days = computed<[Dayjs | undefined, Dayjs | undefined]>(() => [dayShown(props.filter.since), dayShown(props.filter.until)])
function between(picked: unknown): void {
  const [from, to] = Array.isArray(picked) ? (picked as (Dayjs | null)[]) : []
  const chosen = (day: Dayjs | null | undefined) => (day ? dayOf(day.format('YYYY-MM-DD'), session.shop) : undefined)
  emit('between', chosen(from)?.from, chosen(to)?.to)
}
</script>

<template>
  <InTurn>
    <Select
      :value="filter.person"
      allow-clear
      placeholder="everybody"
      v-accessible="'Person'"
      :options="people.data.value?.people.map(({ id, name }) => ({ value: id, label: name })) ?? []"
      @change="(value) => emit('choose', 'person', value)"
    />
  </InTurn>
  <InTurn>
    <Select
      :value="filter.kind"
      allow-clear
      placeholder="every kind"
      v-accessible="'Kind'"
      :options="optionsOf(ENTRY_WORDS)"
      @change="(value) => emit('choose', 'kind', value)"
    />
  </InTurn>
  <InTurn>
    <RangePicker
      class="days w-62.5"
      :value="days as [Dayjs, Dayjs]"
      :placeholder="['from the first', 'to today']"
      :allow-empty="[true, true]"
      format="D MMM YYYY"
      @change="between"
    />
  </InTurn>
</template>

<style scoped>
.ant-select {
  width: 168px;
}
</style>
