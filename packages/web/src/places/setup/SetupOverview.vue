<script setup lang="ts">
import { drawSetup, layoutOf } from '@rook/core'
import type { Setup } from '@rook/contract'
import { Button } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useChain, useFloor, useScene, useWorkpiece } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import { when } from '../../client/time.ts'
import DrawingLinks from '../../parts/DrawingLinks.vue'
import DrawingPane from '../../parts/DrawingPane.vue'
import Remarks from '../../parts/Remarks.vue'
import StandingTable from '../../parts/StandingTable.vue'
import ToolsHanging from '../../parts/ToolsHanging.vue'
import TurretView from '../../parts/TurretView.vue'
import RoutineList from '../../routine/RoutineList.vue'
import NoticeList from '../floor/NoticeList.vue'
import GoTo from '../../ui/GoTo.vue'
import InTurn from '../../ui/InTurn.vue'
import SetupWhole, { type Doing } from './SetupWhole.vue'
import Spine from './Spine.vue'

/** The setup at one look, as one would print it: where zero is, how long the tools are, what is open, who was here last. */
const props = defineProps<{ setup: string; data: Setup }>()
const session = useSession()
const scene = useScene(
  () => props.data.summary.machine,
  () => props.setup,
)
const floor = useFloor()
const here = computed(() => floor.data.value?.find(({ machine }) => machine.id === props.data.summary.machine) ?? null)
/** What is about the machine or about this setup; a neighbour's own is said on the neighbour's page. */
const notices = computed(() => (here.value?.notices ?? []).filter(({ setup }) => setup === null || setup === props.setup))
/** Its file reading and drawing are fetched when somebody wants to change something. */
const WorkpieceDialog = defineAsyncComponent(() => import('./WorkpieceDialog.vue'))
const holding = ref(false)
const work = useWorkpiece(() => props.data.summary.operation)
const drawing = computed(() => scene.data.value && drawSetup(scene.data.value))
/** Tools hang from a gauge line where their length counts along one axis; a turret's do not. */
const hangs = computed(() => Boolean(scene.data.value && layoutOf(scene.data.value.machine).countsLengths))
const next = computed(() => props.data.steps.find(({ id }) => id === props.data.next) ?? null)
const chain = useChain(() => props.setup)
/** The one thing to do next; until the ledger has worked it out, the next open step. */
const main = computed(() => {
  const found = chain.data.value?.chain.next
  if (found === undefined) return next.value && { does: 'step' as const, step: next.value.id, words: next.value.title }
  if (found?.does !== 'step') return found
  return { ...found, words: props.data.steps.find(({ id }) => id === found.step)?.title ?? found.words }
})
const doing = ref<Doing>(null)
const toSizes = () => document.getElementById('routines-wear')?.scrollIntoView({ block: 'start' })
/** The tool that the next step is about. */
const lit = computed(() => next.value?.preset.tool ?? null)
</script>

<template>
  <div class="page">
    <header>
      <div class="flex-1 min-w-65">
        <h1>{{ data.summary.partName }}</h1>
        <p class="quiet mx-0 mt-0.5 mb-0">
          Job {{ data.summary.job }},
          <RouterLink :to="{ name: 'operation', params: { operation: data.summary.operation } }">{{
            data.summary.operationName
          }}</RouterLink>, writes {{ data.slots.join(', ') }}. Fixture: {{ data.summary.fixture }}. Program: {{ data.summary.program }}.
        </p>
        <p v-for="side in data.otherSides" :key="side.setup" class="quiet mx-0 mt-0.5 mb-0">
          Same job,
          <RouterLink :to="{ name: 'setup', params: { setup: side.setup } }">{{ side.operationName }} on {{ side.machineName }}</RouterLink
          >, {{ side.endedAt === null ? 'running' : `ended ${when(side.endedAt, session.shop)}` }}.
        </p>
      </div>
      <Button size="large" @click="toSizes">Correct a size</Button>
      <GoTo v-if="main?.does === 'step'" type="primary" size="large" :to="{ name: 'step', params: { setup, step: main.step! } }"
        >Next: {{ main.words }}</GoTo
      >
      <GoTo v-else-if="main?.does === 'go'" type="primary" size="large" :to="{ name: 'go', params: { setup } }">{{ main.words }}</GoTo>
      <Button v-else-if="main?.does === 'first-part' && !session.mayNot('prove')" type="primary" size="large" @click="doing = 'prove'">{{
        main.words
      }}</Button>
      <Button v-else-if="main?.does === 'count' && !session.mayNot('countParts')" type="primary" size="large" @click="doing = 'count'">{{
        main.words
      }}</Button>
    </header>
    <Spine v-if="chain.data.value" :page="chain.data.value" :data="data" />
    <DrawingLinks :part="data.summary.part" :revision="data.summary.revision" />
    <SetupWhole v-model:doing="doing" :setup="setup" :data="data" :page="chain.data.value ?? null" />
    <NoticeList v-if="notices.length > 0" class="notices" :notices="notices" :machine="data.summary.machine" />
    <template v-if="scene.data.value">
      <div class="flex items-baseline justify-between gap-3">
        <h2 class="mx-0 mt-2 mb-1.5">What stands in {{ data.summary.machineName }}</h2>
        <Button v-if="work.data.value && !session.mayNot('changeWorkpiece')" type="link" @click="holding = true">How it is held</Button>
      </div>
      <WorkpieceDialog
        v-if="holding && work.data.value"
        :operation="data.summary.operation"
        :name="`${data.summary.partName}, ${data.summary.operationName},`"
        :work="work.data.value"
        :machine="scene.data.value.machine"
        :part="data.summary.part"
        :revision="data.summary.revision"
        @close="holding = false"
      />
      <div class="look grid gap-3" :class="{ drawn: drawing }">
        <InTurn>
          <DrawingPane v-if="drawing" class="zero h-47.5" :drawing="drawing" :outline="work.data.value?.outline ?? null" />
        </InTurn>
        <section class="sheet slots px-3.5 py-1.5 grid content-between">
          <StandingTable :scene="scene.data.value" :slots="data.slots" only="slots" />
          <p v-if="here?.last" class="quiet small mx-0 mt-2 mb-0.5">
            Last here: {{ here.last.by }}, {{ when(here.last.at, session.shop) }}.
            <RouterLink :to="{ name: 'entry', params: { entry: here.last.id } }">{{ here.last.title }}</RouterLink>
          </p>
        </section>
      </div>
      <section v-if="hangs && scene.data.value.tools.length > 0" class="sheet mt-3 px-2 pt-2.5 pb-1.5">
        <InTurn>
          <ToolsHanging :scene="scene.data.value" :lit="lit" />
        </InTurn>
      </section>
      <InTurn><TurretView class="sheet mt-3 px-2 pt-2.5 pb-1.5" :scene="scene.data.value" :lit="lit" /></InTurn>
      <InTurn><StandingTable class="max-w-190 mt-4" :scene="scene.data.value" :slots="data.slots" only="tools" /></InTurn>
      <InTurn><Remarks about="setup" :of="setup" /></InTurn>
      <h2 class="mx-0 mt-2 mb-1.5">Routines outside the plan</h2>
      <InTurn>
        <RoutineList :machine="scene.data.value.machine" :to="(routine) => ({ name: 'setup-routine', params: { setup, routine } })" />
      </InTurn>
    </template>
  </div>
</template>

<style scoped>
.notices {
  margin-top: 4px;
}
.look.drawn {
  grid-template-columns: minmax(0, 3fr) minmax(0, 4fr);
}
.zero {
  min-height: 0;
}
.slots :deep(.figure.other) {
  font-size: 15px;
}
.slots :deep(.figure:not(.other)) {
  font-size: 18px;
}
@media (max-width: 1100px) {
  .look.drawn {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
