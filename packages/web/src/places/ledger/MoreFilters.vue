<script setup lang="ts">
import { RangePicker, Select } from 'ant-design-vue'
import dayjs, { type Dayjs } from 'dayjs'
import { computed } from 'vue'
import { usePeople } from '../../app/queries.ts'
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

/** From the beginning of one day to the end of another, as the clock of this tablet has them; either may be left open. */
const days = computed<[Dayjs | undefined, Dayjs | undefined]>(() => [
  props.filter.since ? dayjs(props.filter.since) : undefined,
  props.filter.until ? dayjs(props.filter.until) : undefined,
])
function between(picked: unknown): void {
  const [from, to] = Array.isArray(picked) ? (picked as (Dayjs | null)[]) : []
  emit('between', from?.startOf('day').toISOString(), to?.endOf('day').toISOString())
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
      class="days"
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
.days {
  width: 250px;
}
</style>
