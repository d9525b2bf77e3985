<script lang="ts">
/** The dialog that is open. */
export type Doing = 'count' | 'prove' | 'end' | 'carry' | 'record' | null
</script>

<script setup lang="ts">
import type { ChainPage, Setup } from '@rook/contract'
import { Button } from 'ant-design-vue'
import { computed, defineAsyncComponent } from 'vue'
import { useCarryOffer, useJobs, usePartCounts, useScene } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import { when } from '../../client/time.ts'
import VerdictMark from '../../parts/VerdictMark.vue'
import GoTo from '../../ui/GoTo.vue'

/** The setup as a whole: whether its first run still proves it, what it has made, whether its plan is the newest; and its end. */
const props = defineProps<{ setup: string; data: Setup; page: ChainPage | null }>()
const session = useSession()
const counts = usePartCounts(() => props.setup)
const jobs = useJobs(() => props.data.summary.part)
const doing = defineModel<Doing>('doing', { required: true })
/** The one thing to do next stands above, largest; here it would stand twice. */
const isMain = (does: string) => props.page?.chain.next?.does === does
const carry = useCarryOffer(() => (props.data.summary.endedAt || !props.data.next ? null : props.setup))
const offered = computed(() => (carry.data.value && carry.data.value.offers.length > 0 ? carry.data.value : null))
const scene = useScene(
  () => props.data.summary.machine,
  () => props.setup,
)
const RecordDialog = defineAsyncComponent(() => import('./RecordDialog.vue'))
const CarryDialog = defineAsyncComponent(() => import('./CarryDialog.vue'))
const CountDialog = defineAsyncComponent(() => import('./CountDialog.vue'))
const ProveDialog = defineAsyncComponent(() => import('./ProveDialog.vue'))
const EndDialog = defineAsyncComponent(() => import('./EndDialog.vue'))

const ended = computed(() => props.data.summary.endedAt)
const job = computed(() => jobs.data.value?.find(({ number }) => number === props.data.summary.job) ?? null)
const made = computed(() => {
  if (!job.value) return null
  const { made, scrapped, quantity } = job.value
  const lost = scrapped > 0 ? `, ${scrapped} scrapped` : ''
  if (props.data.otherSides.length === 0) return `${made} of ${quantity} made${lost}`
  return `${made} of ${quantity} made through all sides${lost}`
})
const last = computed(() => counts.data.value?.[0] ?? null)
</script>

<template>
  <section class="flex flex-wrap gap-x-5.5 gap-y-0.5 items-center" aria-label="First run, parts and end">
    <p v-if="ended" class="quiet mx-0 my-0.5">This setup ended {{ when(ended, session.shop) }}. What was recorded in it stands.</p>
    <p v-if="data.summary.newest > data.summary.edition" class="query mx-0 my-0.5">
      <VerdictMark verdict="query" /> It keeps edition {{ data.summary.edition }} of its operation; there is
      <RouterLink :to="{ name: 'operation', params: { operation: data.summary.operation } }">edition {{ data.summary.newest }}</RouterLink
      >.
    </p>
    <p v-if="data.proven?.lapsed" class="query mx-0 my-0.5" data-proven="no more">
      <VerdictMark verdict="query" /> No longer proven: {{ data.proven.lapsed }}. Run the first part carefully again.
    </p>
    <p v-else-if="data.proven" class="mx-0 my-0.5" data-proven="yes">
      <VerdictMark verdict="clear" /> Proven {{ when(data.proven.at, session.shop) }} by
      <RouterLink :to="{ name: 'entry', params: { entry: data.proven.entry } }">{{ data.proven.by }}</RouterLink>.
    </p>
    <p v-if="made" class="quiet mx-0 my-0.5">
      {{ made }}<template v-if="last">; last counted {{ when(last.at, session.shop) }} by {{ last.by }}</template
      >.
    </p>
    <p v-if="offered" class="mx-0 my-0.5" data-carry="offered">
      {{ offered.offers.length }} of {{ offered.offers.length + offered.not.length }} open measurements still stand from job
      {{ offered.from?.job }}.
      <Button v-if="!session.mayNot('carryOver')" @click="doing = 'carry'">Look at them</Button>
    </p>
    <p class="ways mx-0 my-0.5 flex flex-wrap gap-2 ml-auto">
      <Button @click="doing = 'record'">Setup record</Button>
      <template v-if="!ended">
        <GoTo v-if="!isMain('go')" :to="{ name: 'go', params: { setup } }">Go or no go</GoTo>
        <Button v-if="!session.mayNot('countParts') && !isMain('count')" @click="doing = 'count'">Count parts</Button>
        <Button v-if="!session.mayNot('prove') && !isMain('first-part') && (!data.proven || data.proven.lapsed)" @click="doing = 'prove'"
          >Note the first part</Button
        >
        <GoTo :to="{ name: 'handover', params: { machine: data.summary.machine } }">Hand over</GoTo>
        <Button v-if="!session.mayNot('endSetup')" @click="doing = 'end'">End the setup</Button>
      </template>
    </p>
    <RecordDialog v-if="doing === 'record'" :setup="setup" :ended="Boolean(ended)" @close="doing = null" />
    <CarryDialog
      v-if="doing === 'carry' && offered && scene.data.value"
      :setup="setup"
      :offered="offered"
      :scene="scene.data.value"
      @close="doing = null"
    />
    <CountDialog v-if="doing === 'count'" :setup="setup" :proven="data.proven" :scene="scene.data.value ?? null" @close="doing = null" />
    <ProveDialog v-if="doing === 'prove' && page" :setup="setup" :page="page" @close="doing = null" />
    <EndDialog v-if="doing === 'end'" :setup="setup" :data="data" @close="doing = null" />
  </section>
</template>
