<script setup lang="ts">
import { formatAngle, formatExact, KINDS } from '@rook/core'
import { useContextLine } from '../../app/context.ts'
import { useMachines } from '../../app/queries.ts'
import { useSession } from '../../app/session.ts'

const machines = useMachines()
const session = useSession()
useContextLine(() => ['Machines'])
</script>

<template>
  <div class="page">
    <h1>Machines</h1>
    <table class="sheet">
      <thead>
        <tr>
          <th>Machine</th>
          <th>Unit, step</th>
          <th>How it counts</th>
          <th>Slots</th>
          <th>Travel</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="machine in machines.data.value" :key="machine.id">
          <th scope="row">
            <RouterLink :to="{ name: 'machine', params: { machine: machine.id } }">{{ machine.name }}</RouterLink>
            <span class="quiet small kind">{{ machine.kind }}</span>
          </th>
          <td>{{ machine.unit }}, {{ formatExact(machine.increment, machine.unit) }}</td>
          <td>
            {{ KINDS[machine.kind].counts(machine) }}
          </td>
          <td>{{ machine.slots.length }}</td>
          <td>
            <span v-for="travel in machine.travels" :key="travel.axis" class="travel figure"
              >{{ travel.axis }} {{ formatExact(travel.min, machine.unit) }} to {{ formatExact(travel.max, machine.unit) }}</span
            >
            <span v-for="one in machine.rotary" :key="one.axis" class="travel figure"
              >{{ one.axis }}
              {{ one.travel ? `${formatAngle(one.travel.min, 0)} to ${formatAngle(one.travel.max, 0)}` : 'without end' }}</span
            >
          </td>
        </tr>
      </tbody>
    </table>
    <p class="ways">
      <RouterLink v-if="!session.mayNot('addMachine')" class="link" to="/machines/new">Add a machine</RouterLink>
      <RouterLink class="link" to="/people">Shop and people</RouterLink>
      <span v-if="session.mayNot('addMachine')" class="quiet">A lead adds machines and people.</span>
    </p>
  </div>
</template>

<style scoped>
table {
  border-collapse: collapse;
  width: 100%;
}
th,
td {
  text-align: left;
  padding: 10px 16px;
  border-bottom: 1px solid var(--rule);
  vertical-align: top;
}
thead th {
  font-weight: 400;
  color: var(--quiet);
  font-size: 15px;
}
tbody tr:last-child > * {
  border-bottom: 0;
}
tbody th a {
  display: flex;
  align-items: center;
  min-height: 32px;
  font-weight: 700;
}
.kind {
  font-weight: 400;
}
.travel {
  display: block;
}
.below {
  margin-top: 12px;
}
.ways {
  display: flex;
  gap: 20px;
}
.ways a {
  display: inline-flex;
  align-items: center;
}
</style>
