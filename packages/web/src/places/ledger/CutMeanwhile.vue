<script setup lang="ts">
import { computed } from 'vue'
import { useCutMeanwhile } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import { dayTime } from '../../client/time.ts'
import VerdictMark from '../../parts/VerdictMark.vue'

/** Parts that were counted while a figure stood; where it was taken back, they are to be looked at. */
const props = defineProps<{ entry: string; takenBack: boolean }>()
const cut = useCutMeanwhile(() => props.entry)
const session = useSession()
const jobs = computed(() => {
  const by = new Map<string, { job: string; partName: string; made: number; scrapped: number }>()
  for (const { job, partName, made, scrapped } of cut.data.value?.counts ?? []) {
    const sum = by.get(job) ?? { job, partName, made: 0, scrapped: 0 }
    by.set(job, { ...sum, made: sum.made + made, scrapped: sum.scrapped + scrapped })
  }
  return [...by.values()]
})
</script>

<template>
  <p v-if="jobs.length > 0" :class="{ query: takenBack }" data-cut>
    <VerdictMark v-if="takenBack" verdict="query" />
    Counted while it stood<template v-if="cut.data.value?.to">, until {{ dayTime(cut.data.value.to, session.shop) }}</template
    >:
    <span v-for="one in jobs" :key="one.job"
      >{{ one.made }} made<template v-if="one.scrapped > 0"> and {{ one.scrapped }} scrapped</template> of job
      <RouterLink :to="{ name: 'ledger', query: { job: one.job } }">{{ one.job }}</RouterLink>, {{ one.partName }}.
    </span>
    <template v-if="takenBack">Look at these parts.</template>
  </p>
</template>
