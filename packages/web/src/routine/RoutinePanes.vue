<script setup lang="ts">
import { LEAST_ROLE } from '@rook/contract/roles'
import { useConnection, useReasonsGiven, useWorkpiece } from '../client/queries.ts'
import { useSession } from '../client/session.ts'
import { when } from '../client/time.ts'
import {
  asRegister,
  findingKey,
  registerNames,
  parseRegisterKey,
  spindleOfSlot,
  type Finding,
  takesGauge,
  type InputSpec,
  type LengthInput,
  type Scene,
} from '@rook/core'
import type { Entry } from '@rook/contract'
import { useElementVisibility, useEventListener } from '@vueuse/core'
import { Button } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref, toRef, watch } from 'vue'
import ChecksPane from '../parts/ChecksPane.vue'
import DrawingPane from '../parts/DrawingPane.vue'
import GivenSummary from '../parts/GivenSummary.vue'
import GivenStrip from '../parts/GivenStrip.vue'
import { useNumberPad } from '../parts/number-pad.ts'
import WorkingSheet from '../parts/WorkingSheet.vue'
import LastUsed from './LastUsed.vue'
import RecordBar from './RecordBar.vue'
import RecordDock from './RecordDock.vue'
import InTurn from '../ui/InTurn.vue'
import { useAskedFor } from './use-asked-for.ts'
import { useFiguresGoOn } from './use-figures-go-on.ts'
import { useFocusOnAsked } from './use-focus-on-asked.ts'
import { useRecording, type Release } from './use-recording.ts'
import { useRoutine, type RoutineAt } from './use-routine.ts'
import { whatIsOpen } from './what-is-open.ts'

const props = defineProps<{ at: RoutineAt; scene: Scene }>()
const emit = defineEmits<{ recorded: [entry: Entry]; target: [register: string | null] }>()

const scene = toRef(props, 'scene')
const work = useWorkpiece(() => props.scene.plan?.operation ?? null)
const reasons = useReasonsGiven(() => props.at.setup)
const state = useRoutine(props.at, scene)
const recording = useRecording(props.at, state, finish)
const pad = useNumberPad()
const releasing = ref(false)
/** What is seldom needed is fetched when it is: edges, the pad of a touch screen, the release of a stop. */
const EdgePicture = defineAsyncComponent(() => import('../parts/EdgePicture.vue'))
const NumberPad = defineAsyncComponent(() => import('../parts/NumberPad.vue'))
const TakeOffer = defineAsyncComponent(() => import('./TakeOffer.vue'))
const ReleaseDialog = defineAsyncComponent(() => import('./ReleaseDialog.vue'))
/** The field that somebody stands in. */
const within = ref<string | null>(null)
/** On the way to what is offered it is still that field's. */
function standsIn(target: HTMLElement): void {
  if (!target.closest('.offer')) within.value = target.dataset.input ?? null
}
/** Said before anybody has typed in vain. */
const session = useSession()
const mayNot = computed(() => session.mayNot({ least: LEAST_ROLE[state.routine.kind] }))

/** Whether the machine is reached over some wire; most are not, and nothing is fetched for them. */
const connection = useConnection(() => props.at.machine)
const isConnected = computed(() => Boolean(connection.data.value?.agent ?? connection.data.value?.line))

const { assessment, draft, asked, ready, stops, movedOn } = state
/** The outline is drawn from part zero at the front end; at a sub-spindle the part lies the other way round. */
const outline = computed(() =>
  spindleOfSlot(props.scene.machine, draft.value.inputs.slot ?? null) === 'sub' ? null : (work.data.value?.outline ?? null),
)
const { outcome } = recording
/**
 * The figure that something may be taken for: the one that is asked, or the first reading that is still to come, or the first size
 * that a gauge gives: what it was measured with comes with it.
 */
const takenInto = computed(() => {
  const { inputs } = assessment.value
  const lengths = inputs.filter((input) => input.kind === 'length')
  const isOpen = ({ id }: InputSpec) => (draft.value.inputs[id] ?? '').trim() === ''
  const first = (may: (input: LengthInput) => boolean) => lengths.find((input) => isOpen(input) && may(input))
  // Where somebody stands in a field that is filled, it may be taken again.
  const may = (input: LengthInput) => input.role === 'reading' || (takesGauge(input) && !input.given)
  return (
    (
      lengths.find((input) => input.id === within.value && may(input)) ??
      lengths.find(({ id }) => id === asked.value) ??
      first(({ role }) => role === 'reading') ??
      first((input) => takesGauge(input) && !input.given) ??
      lengths.find(({ role }) => role === 'reading')
    )?.id ?? null
  )
})
const sheet = computed(() => assessment.value.sheet)
const target = computed(() => (sheet.value.targets.length > 0 ? registerNames(sheet.value.targets, scene.value.gauges) : null))
/** Figures that have a line in the working are typed there; all else stands in the strip above. */
const onLines = computed(() => new Set(sheet.value.working.lines.flatMap(({ cells }) => cells.flatMap((cell) => cell?.input ?? []))))
const givens = computed(() => assessment.value.inputs.filter((input: InputSpec) => !onLines.value.has(input.id) && !input.beside))
/** What is said of the measurement after it was made stands under its figures. */
const beside = computed(() => assessment.value.inputs.filter((input: InputSpec) => input.beside))
/** What the plan has given already is said in one line, until somebody wants to change it; what it leaves open is asked. */
const folded = ref(props.at.step !== null)
const askedFor = useAskedFor(givens, () => draft.value.inputs)
const said = computed(() => (folded.value ? givens.value.filter(({ id }) => !askedFor.value.has(id)) : []))
const choices = computed(() => (folded.value ? givens.value.filter(({ id }) => askedFor.value.has(id)) : givens.value))
const movedNames = computed(() => registerNames(movedOn.value.map(parseRegisterKey)))
watch(target, (register) => emit('target', register), { immediate: true })
const labelOf = (id: string | null) => assessment.value.inputs.find((input) => input.id === id)?.label ?? null
const hasSides = computed(() => ['axis', 'direction'].every((id) => assessment.value.inputs.some((input) => input.id === id)))
const releaseTrouble = computed(() => (outcome.value.kind === 'refused' ? outcome.value.sentence : null))

const panes = ref<HTMLElement | null>(null)
useFocusOnAsked(panes, asked)
useFiguresGoOn(panes, asked)
const bar = ref<InstanceType<typeof RecordBar> | null>(null)
/** With many choices, or on a phone, the button lies below the screen; what it waits for must not. */
const barInSight = useElementVisibility(() => bar.value?.$el as HTMLElement | null, { initialValue: true, threshold: 0.8 })
const inShort = computed(() => {
  const { findings } = assessment.value
  const queries = findings.filter(({ verdict }) => verdict === 'query')
  return whatIsOpen({
    trouble: outcome.value.kind === 'refused' ? outcome.value.sentence : null,
    refusal: sheet.value.refusal,
    waitingFor: labelOf(asked.value),
    moved: movedOn.value.length > 0 ? movedNames.value : null,
    stops: stops.value,
    unanswered: queries.filter((finding) => !draft.value.answers[findingKey(finding)]),
    clear: findings.filter(({ verdict }) => verdict === 'clear').length,
    answered: queries.length,
  })
})
/** The figure that would be written, where it is one. */
const result = computed(() => {
  const cells = sheet.value.working.results.flatMap(({ cells }) => cells.filter((cell) => cell?.register))
  const [only] = cells
  if (cells.length !== 1 || !only?.register || only.figure === null) return null
  return `${registerNames([parseRegisterKey(only.register)], scene.value.gauges)} ${asRegister(only.register, only.figure, scene.value.machine)}`
})
/** What must be seen while the pad lies over the foot of the screen. */
const onPad = computed(() => (['stop', 'query'].includes(inShort.value.mark) ? inShort.value.sentence : null))
const showBar = () => (bar.value?.$el as HTMLElement).scrollIntoView({ block: 'end' })

function type(input: string, text: string): void {
  draft.value.inputs[input] = text
  draft.value.agreed = draft.value.agreed.filter((id) => id !== input)
  delete draft.value.taken[input]
  if (!recording.busy.value) recording.settle()
}

/** Figures of one press at the wire: typed in, and marked with what was taken; what is known with them is only typed in. */
function takeOver(taken: string, figures: Readonly<Record<string, string>>, known: Readonly<Record<string, string>>): void {
  for (const [input, text] of Object.entries(known)) type(input, text)
  for (const [input, text] of Object.entries(figures)) {
    type(input, text)
    draft.value.taken[input] = taken
  }
  // The next one that is asked comes next.
  within.value = null
}

function takeSide(axis: 'X' | 'Y', direction: '+' | '-'): void {
  type('axis', axis)
  type('direction', direction)
}

function toggleSeen(key: string): void {
  const { seen } = draft.value
  draft.value.seen = seen.includes(key) ? seen.filter((one) => one !== key) : [...seen, key]
}

async function record(release: Release | null): Promise<void> {
  if (!ready.value || mayNot.value !== null || recording.busy.value) return
  if (stops.value.length > 0 && !release) {
    releasing.value = true
    return
  }
  await recording.record(release)
}

function finish(entry: Entry): void {
  releasing.value = false
  emit('recorded', entry)
}

function clear(): void {
  state.clearFigures()
  recording.settle()
}

const answer = (finding: Finding, reason: string) => state.answer(finding, reason)

useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) void record(null)
})
</script>

<template>
  <div
    ref="panes"
    @focusin="standsIn($event.target as HTMLElement)"
    class="panes grid gap-x-3.5 gap-y-2.5"
    :class="{ broad: sheet.working.columns.length > 3 }"
  >
    <div class="[grid-area:1/1/2/3] grid grid-cols-1 gap-2 max-narrow:[grid-area:1/1]">
      <LastUsed v-if="at.step === null" :machine="at.machine" :inputs="givens" :raw="draft.inputs" @take="type" />
      <GivenSummary v-if="said.length > 0" :inputs="said" :raw="draft.inputs" :machine="scene.machine" @open="folded = false" />
      <GivenStrip
        v-if="choices.length > 0"
        :inputs="choices"
        :raw="draft.inputs"
        :problems="assessment.values.problems"
        :asked="asked"
        :machine="scene.machine"
        @type="type"
        @agree="(input) => draft.agreed.push(input)"
      />
    </div>
    <div class="[grid-area:2/1] relative grid min-h-0 max-narrow:[grid-area:2/1] max-[600px]:[grid-area:3/1]">
      <InTurn>
        <DrawingPane :drawing="sheet.drawing" :sides="hasSides" :unit="scene.machine.unit" :outline="outline" @side="takeSide" />
      </InTurn>
      <EdgePicture
        v-if="sheet.drawing.edges?.length"
        class="absolute right-1.5 top-1.5 bg-sheet border border-rule rounded-3"
        :edges="sheet.drawing.edges"
        :machine="scene.machine"
      />
    </div>
    <InTurn>
      <WorkingSheet
        class="[grid-area:2/2] max-narrow:[grid-area:3/1] max-[600px]:[grid-area:2/1]"
        :inputs="assessment.inputs"
        :raw="draft.inputs"
        :sheet="sheet"
        :scene="scene"
        :problems="assessment.values.problems"
        :asked="asked"
        :taken="Object.keys(draft.taken)"
        :offered="takenInto"
        @type="type"
        @agree="(input) => draft.agreed.push(input)"
      >
        <template v-if="isConnected" #offer>
          <TakeOffer
            :machine="scene.machine"
            :tools="scene.tools"
            :inputs="assessment.inputs"
            :into="takenInto"
            :raw="draft.inputs"
            :taken="draft.taken"
            @take="takeOver"
          />
        </template>
      </WorkingSheet>
    </InTurn>
    <div class="[grid-area:3/1/4/3] mr-53.5 grid gap-2 content-end max-narrow:[grid-area:4/1] max-narrow:mr-0">
      <p v-if="state.takenFrom.value" class="sheet told m-0 px-3.5 py-2">
        Taken over from the tablet that {{ state.takenFrom.value }} typed on.
      </p>
      <p v-if="state.typedBefore.value" class="sheet told query m-0 px-3.5 py-2" data-typed-before>
        These figures were typed at {{ when(state.typedBefore.value, session.shop) }} and not recorded. Look whether they are of this part,
        or clear them.
      </p>
      <p v-if="movedOn.length > 0 && outcome.kind !== 'refused'" class="sheet told query m-0 px-3.5 py-2" role="alert">
        {{ scene.standing[movedOn[0]!]?.by ?? 'Somebody' }} has written {{ movedNames }} since you began. The line “was” shows what stands
        now.
        <Button @click="state.acceptMove()">Go on from there</Button>
      </p>
      <InTurn>
        <ChecksPane
          :findings="assessment.findings"
          :answers="draft.answers"
          :readouts="assessment.values.problems.length === 0 ? (sheet.result?.readouts ?? []) : []"
          :seen="draft.seen"
          :machine="scene.machine"
          :refusal="sheet.refusal"
          :waiting-for="labelOf(asked)"
          :given="reasons.data.value ?? []"
          @answer="answer"
          @see="toggleSeen"
        />
      </InTurn>
      <InTurn>
        <GivenStrip
          v-if="beside.length > 0"
          class="sheet px-3.5 pt-1.5 pb-2.5"
          :inputs="beside"
          :raw="draft.inputs"
          :problems="[]"
          :asked="null"
          :machine="scene.machine"
          @type="type"
        />
      </InTurn>
    </div>
    <RecordBar
      ref="bar"
      class="record-bar [grid-area:3/2] w-50 max-narrow:[grid-area:5/1] max-narrow:w-auto"
      :outcome="outcome"
      :ready="ready"
      :may-not="mayNot"
      :needs-release="stops.length > 0"
      :target="target"
      :machine="scene.machine"
      @record="record(null)"
      @clear="clear"
    />
    <RecordDock
      v-if="!barInSight"
      class="[grid-area:1/1/-1/-1] self-end"
      :open="inShort"
      :ready="ready && stops.length === 0 && mayNot === null"
      :target="target"
      :result="result"
      @record="record(null)"
      @look="showBar"
    />
    <ReleaseDialog
      v-if="releasing"
      v-model:open="releasing"
      :stops="stops"
      :busy="recording.busy.value"
      :trouble="releaseTrouble"
      @release="record"
    />
    <NumberPad v-if="pad.onTouch" :told="onPad" />
  </div>
</template>

<style scoped>
.panes {
  grid-template: auto minmax(min-content, 1fr) auto / minmax(0, 350fr) minmax(0, 536fr);
}
.panes.broad {
  grid-template-columns: minmax(0, 280fr) minmax(0, 606fr);
}
.record-bar {
  place-self: end;
}
/* Over all the panes: a row of its own would hold it back from the foot of the screen. */
.told .ant-btn {
  margin-left: 8px;
}
@media (max-width: 900px) {
  .panes {
    grid-template: auto 260px auto auto auto / minmax(0, 1fr);
  }
  .record-bar {
    place-self: end stretch;
  }
}
/* On a phone the reading that is asked for comes before the picture. */
@media (max-width: 600px) {
  .panes {
    grid-template: auto auto 300px auto auto / minmax(0, 1fr);
  }
}
</style>
