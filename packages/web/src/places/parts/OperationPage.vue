<script setup lang="ts">
import {
  differencesOf,
  drawOperation,
  formatExact,
  howOften,
  middleOf,
  needWords,
  parseRegisterKey,
  plannedWords,
  propertyOf,
  registerName,
  repeatsWithin,
  spreadText,
  type Naming,
  type Nm,
  type RegisterKey,
} from '@rook/core'
import { Button, Checkbox } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useContextLine } from '../../client/context.ts'
import { useGauges, useMachines, useOperation, useScene, useWorkpiece } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import { calendarDay, when } from '../../client/time.ts'
import DrawingLinks from '../../parts/DrawingLinks.vue'
import DrawingPane from '../../parts/DrawingPane.vue'
import MayNot from '../../parts/MayNot.vue'
import Opening from '../../parts/Opening.vue'
import Remarks from '../../parts/Remarks.vue'
import Facts from '../../ui/Facts.vue'
import GoTo from '../../ui/GoTo.vue'
import Rows from '../../ui/Rows.vue'
import ProgramIssues from '../programs/ProgramIssues.vue'
import Contradicts from './Contradicts.vue'
import Differences from './Differences.vue'
import SetupRows from './SetupRows.vue'

/** What an operation says of its work, how it came to say it, and where it has been set up. */
const props = defineProps<{ operation: string }>()
const page = useOperation(() => props.operation)
const work = useWorkpiece(() => props.operation)
const machines = useMachines()
const gauges = useGauges()
const session = useSession()
const own = computed(() => page.data.value?.operation ?? null)
useContextLine(() => (own.value ? ['Parts', own.value.partName] : ['Parts']))
const doing = ref<'begin' | 'holding' | null>(null)
const BeginDialog = defineAsyncComponent(() => import('./BeginDialog.vue'))
const WorkpieceDialog = defineAsyncComponent(() => import('../setup/WorkpieceDialog.vue'))

const length = (value: Nm | null) => (value === null ? 'not said' : `${formatExact(value, own.value!.unit)} ${own.value!.unit}`)
const machineName = (id: string) => machines.data.value?.find((one) => one.id === id)?.name ?? id
const gaugeName = (id: string | null) => (id === null ? '' : (gauges.data.value?.find((one) => one.id === id)?.name ?? id))
const drawing = computed(
  () =>
    own.value &&
    drawOperation(
      {
        stock: own.value.stock,
        slots: own.value.slots,
        features: own.value.features,
        holding: work.data.value?.holding ?? null,
      },
      own.value.kind,
    ),
)
const facts = computed(() => {
  if (!own.value) return []
  const { fixture, program, slots, purposes, kind, machines: may, tolerance, fixtureRepeat, clearance } = own.value
  return [
    { label: 'Program', text: program || 'not said' },
    { label: 'Fixture', text: fixture || 'not said' },
    { label: 'Slots', text: slots.map((slot) => (purposes[slot] ? `${slot}, ${purposes[slot]}` : slot)).join('; ') },
    { label: 'Done on', text: may.length === 0 ? `any ${kind}` : may.map(machineName).join(', ') },
    { label: 'Zero serves', text: length(tolerance) },
    { label: 'Fixture repeats within', text: length(fixtureRepeat) },
    { label: 'Clear of everything', text: length(clearance) },
  ]
})
const signed = (value: Nm) => (value > 0 ? `+${formatExact(value, own.value!.unit)}` : formatExact(value, own.value!.unit))
const SIZES = [
  { key: 'name', title: 'Size' },
  { key: 'limits', title: 'Nominal and limits', align: 'right' },
  { key: 'target', title: 'Aimed at', align: 'right', wide: 'md' },
  { key: 'tool', title: 'Made by' },
  { key: 'gauge', title: 'Measured with', wide: 'md' },
  { key: 'often', title: 'How often', wide: 'md' },
] as const
/** Two setups side by side: what stood when each of them ended, or stands now. */
const beside = ref<string[]>([])
function tick(id: string, on: boolean): void {
  beside.value = on ? [...beside.value.slice(-1), id] : beside.value.filter((one) => one !== id)
}
const sideBySide = computed(() => {
  const [then, later] = (page.data.value?.setups ?? [])
    .filter(({ id }) => beside.value.includes(id))
    .sort((one, other) => one.startedAt.localeCompare(other.startedAt))
  if (!then?.endedAt || !later) return null
  const inOther = later.machine === then.machine ? {} : { in: later.machine }
  return {
    words: `Job ${then.job} beside job ${later.job}`,
    to: {
      name: 'stood',
      params: { machine: then.machine },
      query: { from: then.endedAt, ...(later.endedAt ? { to: later.endedAt } : {}), ...inOther },
    },
  }
})

/** A machine that may do it lends the names of what a step has chosen. */
const scene = useScene(
  () => machines.data.value?.find(({ id, kind }) => kind === own.value?.kind && (own.value.machines[0] ?? id) === id)?.id ?? null,
  () => null,
)
const naming = computed<Naming>(() => ({
  gauge: gaugeName,
  machine: machineName,
  chosen: (step) => (scene.data.value ? plannedWords(step, scene.data.value) : Object.values(step.preset)),
}))
const REPEATS = [
  { key: 'name', title: 'Zero' },
  { key: 'machine', title: 'On', wide: 'md' },
  { key: 'n', title: 'Loadings', align: 'right' },
  { key: 'standard', title: 'Repeats within', align: 'right' },
  { key: 'range', title: 'From least to most', align: 'right', wide: 'md' },
] as const
const repeats = computed(() =>
  (page.data.value?.loadings ?? []).flatMap(({ machine, register, loadings }) => {
    const found = repeatsWithin(loadings)
    if (!found || propertyOf(parseRegisterKey(register as RegisterKey)).holds !== 'length') return []
    return [
      {
        key: `${machine}/${register}`,
        name: registerName(parseRegisterKey(register as RegisterKey)),
        machine: machineName(machine),
        n: found.n,
        standard: spreadText(found.standard, own.value!.unit),
        range: spreadText(found.range, own.value!.unit),
      },
    ]
  }),
)

const missing = computed(() =>
  (own.value?.tools ?? []).flatMap(({ number, need }) =>
    need && page.data.value!.fitting[number]?.length === 0 ? [`T${number}, ${needWords(need, own.value!.unit)}`] : [],
  ),
)

/** An edition with what it changed of the one before. */
const compared = ref<number | null>(null)
const changes = computed(() => {
  const editions = page.data.value?.editions ?? []
  const at = editions.findIndex(({ edition }) => edition === compared.value)
  const [after, before] = [editions[at], editions[at + 1]]
  return after && before ? { before, after, differences: differencesOf(before.content, after.content, naming.value) } : null
})
</script>

<template>
  <div v-if="!page.data.value || !own" class="page"><Opening :error="page.error.value" /></div>
  <div v-else class="page">
    <header>
      <div class="flex-1 min-w-65">
        <h1>{{ own.partName }}, {{ own.name }}</h1>
        <p class="quiet mx-0 mt-0.5 mb-0">
          rev {{ own.revision }}, edition {{ own.edition
          }}<template v-if="own.by"> by {{ own.by }}, {{ when(own.changedAt, session.shop) }}</template
          >.
          <RouterLink :to="{ name: 'part', params: { part: own.part } }">The part</RouterLink>
        </p>
      </div>
      <MayNot to="changeWorkpiece"
        ><Button v-if="work.data.value && machines.data.value" type="link" @click="doing = 'holding'">How it is held</Button></MayNot
      >
      <template v-if="!session.mayNot('changeOperation')">
        <GoTo type="link" :to="{ name: 'new-operation', params: { part: own.part }, query: { copy: operation } }">Copy it</GoTo>
        <GoTo :to="{ name: 'change-operation', params: { operation } }">Change it</GoTo>
      </template>
      <MayNot to="beginSetup" what="set it up"><Button type="primary" size="large" @click="doing = 'begin'">Set it up</Button></MayNot>
    </header>
    <DrawingLinks :part="own.part" :revision="own.revision" />
    <div class="look mt-3 [&.drawn]:grid [&.drawn]:gap-4.5" :class="{ drawn: drawing }">
      <DrawingPane v-if="drawing" class="sheet zero h-55" :drawing="drawing" :outline="work.data.value?.outline ?? null" />
      <Facts :facts="facts" />
    </div>
    <Contradicts :plan="own" :holding="work.data.value?.holding ?? null" :unit="own.unit" />
    <template v-if="own.tools.length > 0">
      <h2 class="mx-0 mt-4.5 mb-1.5">Tools</h2>
      <p>
        <span v-for="tool in own.tools" :key="tool.number" class="tool figure inline-block mr-5.5"
          ><strong>T{{ tool.number }}</strong> <span class="quiet">H{{ tool.offset }} D{{ tool.diameterOffset }}</span>
          <template v-if="tool.need">&ensp;{{ needWords(tool.need, own.unit) }}</template></span
        >
      </p>
      <p v-if="missing.length > 0" class="query">Nobody in the shop has {{ missing.join('; ') }}.</p>
    </template>
    <template v-if="own.sizes.length > 0">
      <h2 class="mx-0 mt-4.5 mb-1.5">Sizes</h2>
      <Rows :columns="SIZES" :rows="own.sizes" :row-key="({ name }) => name" :row-is="({ name }) => ({ 'data-size': name })">
        <template #limits="{ row }"
          ><span class="figure">{{ formatExact(row.nominal, own.unit) }} {{ signed(row.upper) }} / {{ signed(row.lower) }}</span></template
        >
        <template #target="{ row }"
          ><span class="figure">{{ formatExact(middleOf(row), own.unit) }}</span></template
        >
        <template #tool="{ row }">{{ row.tool ? `T${row.tool}` : '' }}</template>
        <template #gauge="{ row }">{{ gaugeName(row.gauge) }}</template>
        <template #often="{ row }"
          ><span class="quiet">{{ howOften(row) }}</span></template
        >
      </Rows>
    </template>
    <h2 class="mx-0 mt-4.5 mb-1.5">Program</h2>
    <ProgramIssues :operation="operation" />
    <h2 class="mx-0 mt-4.5 mb-1.5">Order of work</h2>
    <ol class="m-0 pl-6.5 columns-2 gap-x-8 max-[860px]:columns-1">
      <li v-for="step in own.steps" :key="step.id" class="px-0 py-0.75 break-inside-avoid">
        {{ step.title }}<span v-if="step.detail" class="quiet small">, {{ step.detail }}</span>
      </li>
    </ol>
    <h2 class="mx-0 mt-4.5 mb-1.5">Set up so far</h2>
    <SetupRows :setups="page.data.value.setups" :columns="['job', 'edition', 'beside']" empty="It has not been set up yet.">
      <template #beside="{ row }"
        ><Checkbox
          :checked="beside.includes(row.id)"
          :aria-label="`Job ${row.job} side by side`"
          @change="tick(row.id, $event.target.checked)"
      /></template>
    </SetupRows>
    <p v-if="sideBySide">
      <GoTo :to="sideBySide.to">{{ sideBySide.words }}</GoTo>
    </p>
    <template v-if="repeats.length > 0">
      <h2 class="mx-0 mt-4.5 mb-1.5">How the fixture has repeated</h2>
      <Rows :columns="REPEATS" :rows="repeats" :row-key="({ key }) => key" :row-is="({ key }) => ({ 'data-repeats': key })">
        <template #standard="{ row }"
          ><span class="figure">{{ row.standard }}</span></template
        >
        <template #range="{ row }"
          ><span class="figure">{{ row.range }}</span></template
        >
      </Rows>
      <p class="quiet small">One standard deviation of zero from one loading to the next; the plan says {{ length(own.fixtureRepeat) }}.</p>
    </template>
    <h2 class="mx-0 mt-4.5 mb-1.5">Editions</h2>
    <ul class="editions list-none m-0 p-0">
      <li
        v-for="(one, at) in page.data.value.editions"
        :key="one.edition"
        class="grid grid-cols-[40px_220px_minmax(0,1fr)] gap-3 items-center min-h-11 border-b border-b-rule"
      >
        <strong>{{ one.edition }}</strong>
        <span class="quiet"
          >{{ calendarDay(one.at, session.shop) }}<template v-if="one.by">, {{ one.by }}</template></span
        >
        <Button
          v-if="at < page.data.value.editions.length - 1"
          type="link"
          :aria-expanded="compared === one.edition"
          @click="compared = compared === one.edition ? null : one.edition"
          >what it changed</Button
        >
        <span v-else class="quiet small">the first that is kept</span>
      </li>
    </ul>
    <Differences
      v-if="changes"
      :differences="changes.differences"
      :before="`Edition ${changes.before.edition}`"
      :after="`Edition ${changes.after.edition}`"
    />
    <Remarks about="operation" :of="operation" />
    <BeginDialog
      v-if="doing === 'begin'"
      :operation="own"
      :earlier="page.data.value.setups"
      :fitting="page.data.value.fitting"
      @close="doing = null"
    />
    <WorkpieceDialog
      v-if="doing === 'holding' && work.data.value"
      :operation="operation"
      :name="`${own.partName}, ${own.name},`"
      :part="own.part"
      :revision="own.revision"
      :work="work.data.value"
      :machine="machines.data.value!.find(({ kind, unit }) => kind === own!.kind && unit === own!.unit) ?? machines.data.value![0]!"
      @close="doing = null"
    />
  </div>
</template>

<style scoped>
.look.drawn {
  grid-template-columns: minmax(0, 5fr) minmax(0, 7fr);
}
.zero {
  min-height: 0;
}
.editions .ant-btn {
  justify-self: start;
}
@media (max-width: 860px) {
  .look.drawn {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
