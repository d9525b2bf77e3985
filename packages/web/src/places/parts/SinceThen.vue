<script setup lang="ts">
import type { SinceThen } from '@rook/core'
import { useSession } from '../../client/session.ts'
import { when } from '../../client/time.ts'
import VerdictMark from '../../parts/VerdictMark.vue'

/** What is different from the last time, before anybody relies on it: machine, tools and gauges first, then figures. */
defineProps<{ since: SinceThen; last: { job: string; machineName: string; endedAt: string } }>()
const session = useSession()
</script>

<template>
  <section class="mt-3.5" aria-label="Since it was set up last">
    <p class="mx-0 my-0.5">
      <strong>Since it was set up last</strong>
      <span class="quiet">, job {{ last.job }} on {{ last.machineName }}, until {{ when(last.endedAt, session.shop) }}:</span>
    </p>
    <ul class="list-none mx-0 my-1.5 p-0 max-h-[38vh] overflow-auto">
      <li
        v-for="one in since.changed"
        :key="one.what"
        class="grid grid-cols-[20px_minmax(0,1fr)] gap-2 px-0 py-1 items-center"
        :data-changed="one.what"
      >
        <VerdictMark verdict="query" />
        <span
          ><strong>{{ one.what }}</strong> {{ one.before ?? 'nothing' }} <span class="quiet">became</span>
          {{ one.after ?? 'to be measured here' }}</span
        >
      </li>
      <li
        v-for="one in since.figures"
        :key="one.register"
        class="grid grid-cols-[20px_minmax(0,1fr)] gap-2 px-0 py-1 items-center"
        :data-changed="one.register"
      >
        <VerdictMark verdict="query" />
        <span
          ><strong>{{ one.name }}</strong> <template v-if="one.moved"> stands {{ one.moved }} from then</template
          ><template v-else> {{ one.before ?? 'unset' }} <span class="quiet">became</span> {{ one.after ?? 'unset' }}</template
          ><span v-if="one.by" class="quiet"
            >, written by <RouterLink :to="{ name: 'entry', params: { entry: one.by.entry } }">{{ one.by.name }}</RouterLink>,
            {{ when(one.by.at, session.shop) }}</span
          ></span
        >
      </li>
      <li v-if="since.changed.length + since.figures.length === 0" class="grid grid-cols-[20px_minmax(0,1fr)] gap-2 px-0 py-1 items-center">
        <VerdictMark verdict="clear" /> <span>Nothing that is on record.</span>
      </li>
    </ul>
    <p v-if="since.same > 0" class="quiet small mx-0 my-0.5">
      {{ since.same }} {{ since.same === 1 ? 'figure stands' : 'figures stand' }} as then, carried over until confirmed or measured.
    </p>
  </section>
</template>
