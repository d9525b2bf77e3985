<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { watchEffect } from 'vue'
import { useRouter } from 'vue-router'
import { useContextLine } from '../../client/context.ts'
import { useSetups } from '../../client/queries.ts'
import GoTo from '../../ui/GoTo.vue'

const setups = useSetups()
const router = useRouter()
const last = useStorage<string | null>('rook-last-setup', null)
useContextLine(() => ['Setup'])

// The work at hand is the setup this tablet was last at, as long as it is still open.
watchEffect(() => {
  if (last.value && setups.data.value?.some((setup) => setup.id === last.value) && router.currentRoute.value.query.all === undefined)
    void router.replace({ name: 'setup', params: { setup: last.value } })
})
</script>

<template>
  <div class="page">
    <header>
      <h1>Setups at hand</h1>
      <span class="flex-1" />
      <GoTo :to="{ name: 'parts' }">Set up another job</GoTo>
    </header>
    <p v-if="setups.data.value?.length === 0" class="quiet">No machine has a setup at hand. Free routines are on each machine’s page.</p>
    <ul class="ways-on mt-3">
      <li v-for="setup in setups.data.value" :key="setup.id" class="sheet">
        <RouterLink
          class="grid grid-cols-[90px_1fr_auto] max-phone:grid-cols-[1fr] max-phone:gap-0.5 max-phone:px-3.5 max-phone:py-2.5"
          :to="{ name: 'setup', params: { setup: setup.id } }"
        >
          <strong>{{ setup.machineName }}</strong>
          <span>{{ setup.partName }}, {{ setup.operationName }}</span>
          <span class="quiet"
            >Job {{ setup.job }}; {{ setup.done }} of {{ setup.of }} done<template v-if="setup.skipped"
              >, {{ setup.skipped }} skipped</template
            ></span
          >
        </RouterLink>
      </li>
    </ul>
  </div>
</template>
