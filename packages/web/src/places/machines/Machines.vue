<script setup lang="ts">
import { formatAngle, KINDS } from '@rook/core'
import { useContextLine } from '../../client/context.ts'
import { useMachines } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import GoTo from '../../ui/GoTo.vue'
import Rows from '../../ui/Rows.vue'
import { exactly } from '../../parts/written.ts'

const machines = useMachines()
const session = useSession()
const COLUMNS = [
  { key: 'name', title: 'Machine' },
  { key: 'unit', title: 'Unit, step', wide: 'md' },
  { key: 'counts', title: 'How it counts', wide: 'md' },
  { key: 'slots', title: 'Slots', wide: 'md' },
  { key: 'travel', title: 'Travel' },
] as const
useContextLine(() => ['Machines'])
</script>

<template>
  <div class="page">
    <h1>Machines</h1>
    <Rows
      class="sheet"
      :columns="COLUMNS"
      :rows="machines.data.value ?? []"
      :row-key="({ id }) => id"
      :loading="machines.isPending.value"
      empty="No machine is on record yet."
    >
      <template #name="{ row }">
        <RouterLink class="name" :to="{ name: 'machine', params: { machine: row.id } }">{{ row.name }}</RouterLink>
        {{ ' ' }}<span class="quiet small">{{ row.kind }}</span>
      </template>
      <template #unit="{ row }">{{ row.unit }}, {{ exactly(row.increment, row.unit) }}</template>
      <template #counts="{ row }">{{ KINDS[row.kind].counts(row) }}</template>
      <template #slots="{ row }">{{ row.slots.length }}</template>
      <template #travel="{ row }">
        <span v-for="travel in row.travels" :key="travel.axis" class="figure block"
          >{{ travel.axis }} {{ exactly(travel.min, row.unit) }} to {{ exactly(travel.max, row.unit) }}</span
        >
        <span v-for="one in row.rotary" :key="one.axis" class="figure block"
          >{{ one.axis }} {{ one.travel ? `${formatAngle(one.travel.min, 0)} to ${formatAngle(one.travel.max, 0)}` : 'without end' }}</span
        >
      </template>
    </Rows>
    <p class="ways flex flex-wrap items-center gap-x-5 gap-y-2">
      <GoTo v-if="!session.mayNot('addMachine')" type="link" to="/machines/new">Add a machine</GoTo>
      <GoTo type="link" to="/people">Shop and people</GoTo>
      <span v-if="session.mayNot('addMachine')" class="quiet">A lead adds machines and people.</span>
    </p>
  </div>
</template>

<style scoped>
.name {
  display: flex;
  align-items: center;
  min-height: 32px;
  font-weight: 700;
}
</style>
