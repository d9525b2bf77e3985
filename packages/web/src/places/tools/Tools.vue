<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { computed, watchEffect } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useContextLine } from '../../client/context.ts'
import { useAssemblies, useMachines } from '../../client/queries.ts'

const machines = useMachines()
const drawer = useAssemblies({ limit: 1 })
const last = useStorage<string | null>('rook-last-tools', null)
const router = useRouter()
const route = useRoute()
useContextLine(() => ['Tools'])

// The tools at hand are those of the machine this tablet was last at.
watchEffect(() => {
  if (route.name === 'tools' && route.query.all === undefined && machines.data.value?.some(({ id }) => id === last.value))
    void router.replace({ name: 'machine-tools', params: { machine: last.value! } })
})
const mounted = (machine: string) => drawer.data.value?.mounted[machine] ?? 0
const spare = computed(() => {
  const { all = 0, mounted: sit = {} } = drawer.data.value ?? {}
  return all - Object.values(sit).reduce((sum, many) => sum + many, 0)
})
</script>

<template>
  <div class="page">
    <h1>Tools</h1>
    <ul class="ways-on">
      <li v-for="machine in machines.data.value" :key="machine.id" class="sheet">
        <RouterLink :to="{ name: 'machine-tools', params: { machine: machine.id } }">
          <strong>{{ machine.name }}</strong>
          <span class="quiet">{{ mounted(machine.id) }} mounted</span>
        </RouterLink>
      </li>
      <li class="sheet">
        <RouterLink :to="{ name: 'drawer' }">
          <strong>The drawer</strong>
          <span class="quiet">every tool of the shop; {{ spare }} sit in no machine</span>
        </RouterLink>
      </li>
    </ul>
  </div>
</template>
