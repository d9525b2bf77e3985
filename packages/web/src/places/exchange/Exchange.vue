<script setup lang="ts">
import { useContextLine } from '../../client/context.ts'
import { useMachines } from '../../client/queries.ts'

const machines = useMachines()
useContextLine(() => ['Exchange'])
</script>

<template>
  <div class="page">
    <h1>Exchange</h1>
    <p class="quiet">Preset files in, values out for a control, and what a control holds against what the ledger says.</p>
    <ul class="ways-on">
      <li v-for="machine in machines.data.value" :key="machine.id" class="sheet">
        <RouterLink :to="{ name: 'values-out', params: { machine: machine.id } }">
          <strong>{{ machine.name }}</strong>
        </RouterLink>
      </li>
    </ul>
  </div>
</template>
