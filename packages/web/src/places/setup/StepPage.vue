<script setup lang="ts">
import MayNot from '../../parts/MayNot.vue'
import type { Entry, Setup } from '@rook/contract'

import { Button, Checkbox } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useSend, type Sender } from '../../client/use-send.ts'
import { useEntry, useScene } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import { when } from '../../client/time.ts'
import EntryNote from '../../routine/EntryNote.vue'
import RoutinePage from '../../routine/RoutinePage.vue'
import { useDrafts } from '../../routine/drafts.ts'
import { draftKey } from '../../routine/use-routine.ts'
import CounterCheckSheet from './CounterCheckSheet.vue'
import RunPage from './RunPage.vue'
import ToSeeList from './ToSeeList.vue'
import { nextStepAfter } from './next-step.ts'
import GoTo from '../../ui/GoTo.vue'
import TellDialog from '../../parts/TellDialog.vue'

// What was recorded is shown later than the first field, and has a table with it.
const EntrySheet = defineAsyncComponent(() => import('../ledger/EntrySheet.vue'))
const JustRecorded = defineAsyncComponent(() => import('../ledger/JustRecorded.vue'))

const props = defineProps<{ setup: string; step: string; data: Setup }>()
const session = useSession()
const router = useRouter()
const step = computed(() => props.data.steps.find((one) => one.id === props.step))
const fresh = ref<Entry | null>(null)
/** A person who has begun stays at the working, also when somebody else records the step meanwhile. */
const working = ref(step.value?.state !== 'done' || isBegun())
const { trouble, send } = useSend()
const skipping = ref(false)

const scene = useScene(
  () => props.data.summary.machine,
  () => props.setup,
)
const done = useEntry(() => (step.value?.kind === 'routine' && step.value.state === 'done' ? step.value.entry : null))
function isBegun(): boolean {
  const { machine } = props.data.summary
  return useDrafts().has(draftKey({ machine, setup: props.setup, step: props.step, routine: step.value?.routine ?? '' }))
}

const nextStep = computed(() => nextStepAfter(props.data, props.step))

/** What is looked at before the step is confirmed: its own lines, and the machine's before it is homed. */
const checklist = computed(() => [
  ...(step.value?.kind === 'homed' ? (scene.data.value?.machine.startUp ?? []) : []),
  ...(step.value?.checks ?? []),
])
const ticked = ref<string[]>([])
const missing = computed(() => checklist.value.filter((line) => !ticked.value.includes(line)).length)
function tick(line: string, on: boolean): void {
  ticked.value = on ? [...ticked.value, line] : ticked.value.filter((one) => one !== line)
}

async function confirm(): Promise<void> {
  if (await send('confirmStep', { params: { id: props.setup, step: props.step }, body: { checks: ticked.value } })) goOn()
}

async function skip(by: Sender['send'], reason: string): Promise<void> {
  if (!(await by('skipStep', { params: { id: props.setup, step: props.step }, body: { reason } }))) return
  skipping.value = false
  goOn()
}

function goOn(): void {
  const next = nextStep.value
  if (next) void router.push({ name: 'step', params: { setup: props.setup, step: next.id } })
}

function recorded(entry: Entry): void {
  fresh.value = entry
}
</script>

<template>
  <div v-if="!step" class="page grid grid-cols-1 gap-3.5 content-start"><p class="stop m-0">This setup has no such step.</p></div>

  <RunPage v-else-if="step.kind === 'tools'" :setup="setup" :step="step" :data="data" />

  <JustRecorded
    v-else-if="fresh && scene.data.value"
    :title="step.title"
    :entry="fresh"
    :machine="scene.data.value.machine"
    @undone="fresh = null"
  >
    <template #ways>
      <GoTo v-if="nextStep" type="primary" size="large" :to="{ name: 'step', params: { setup, step: nextStep.id } }"
        >Next: {{ nextStep.title }}</GoTo
      >
    </template>
    <ToSeeList :items="data.toSee.filter((one) => one.entry === fresh!.content.id)" :scene="scene.data.value" />
  </JustRecorded>

  <RoutinePage
    v-else-if="step.kind === 'routine' && (step.state !== 'done' || working)"
    :machine="data.summary.machine"
    :setup="setup"
    :step="step.id"
    :routine="step.routine!"
    :preset="step.preset"
    :heading="step.title"
    @recorded="recorded"
  >
    <template #ways>
      <MayNot to="skipStep"><Button type="link" v-if="step.state === 'open'" @click="skipping = true">skip this step</Button></MayNot>
      <GoTo type="link" :to="{ name: 'setup' }">another way</GoTo>
    </template>
  </RoutinePage>

  <div v-else class="page grid grid-cols-1 gap-3.5 content-start">
    <h1 class="m-0">{{ step.title }}</h1>
    <p v-if="step.detail" class="quiet m-0">{{ step.detail }}</p>
    <p v-if="trouble" class="stop m-0" role="alert">{{ trouble }}</p>
    <template v-if="step.kind === 'seen' && scene.data.value">
      <p v-if="data.toSee.length === 0" class="quiet m-0">Nothing to see yet: readouts come with the zeros and lengths of this setup.</p>
      <ToSeeList class="m-0" :items="data.toSee" :scene="scene.data.value" />
      <CounterCheckSheet class="m-0" :setup="data" :scene="scene.data.value" />
    </template>
    <template v-else-if="step.kind === 'routine' && done.data.value && scene.data.value">
      <EntryNote class="m-0" :entry="done.data.value" :machine="scene.data.value.machine">
        <Button @click="working = true">Do it again</Button>
        <GoTo type="primary" size="large" v-if="nextStep" :to="{ name: 'step', params: { setup, step: nextStep.id } }"
          >Next: {{ nextStep.title }}</GoTo
        >
      </EntryNote>
      <EntrySheet class="m-0" :entry="done.data.value" :machine="scene.data.value.machine" />
    </template>
    <template v-else-if="step.kind !== 'routine' && step.kind !== 'seen'">
      <p v-if="step.state !== 'open'" class="quiet m-0">
        {{ step.state === 'done' ? 'Confirmed' : 'Skipped' }} {{ when(step.at!, session.shop) }} by {{ step.by
        }}<template v-if="step.reason">: {{ step.reason }}</template
        >.
      </p>
      <ul v-if="checklist.length > 0" class="checks m-0 list-none p-0" aria-label="Checklist">
        <li v-for="line in checklist" :key="line">
          <Checkbox :checked="ticked.includes(line)" @change="tick(line, $event.target.checked)">{{ line }}</Checkbox>
        </li>
      </ul>
      <div class="buttons m-0 flex gap-4.5">
        <MayNot to="confirmStep"
          ><Button type="primary" size="large" :disabled="missing > 0" @click="confirm">
            {{ missing > 0 ? `${missing} still to look at` : step.state === 'done' ? 'Confirm again' : `Yes, ${step.title.toLowerCase()}` }}
          </Button></MayNot
        >
        <Button type="link" v-if="step.state === 'open'" @click="skipping = true">skip this step</Button>
      </div>
    </template>
  </div>

  <TellDialog
    v-if="skipping"
    :name="`skip:${setup}:${props.step}`"
    :title="`Skip: ${step?.title}`"
    ok-text="Skip it"
    cancel-text="Do not skip"
    question="Why it is skipped; the next person reads this"
    :tell="skip"
    @close="skipping = false"
  />
</template>

<style scoped>
.way {
  display: inline-flex;
  align-items: center;
}
.checks label {
  min-height: 44px;
  align-items: center;
}
</style>
