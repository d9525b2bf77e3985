<script setup lang="ts">
import {
  aroundPath,
  type Axis,
  calledTool,
  dialectOf,
  type Extents,
  type Holding,
  type MachineRecord,
  nm,
  pathViews,
  type Scene,
  type StockBox,
  travelInPart,
} from '@rook/core'
import type { ProgramIssue } from '@rook/contract'
import { Checkbox, Progress } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { exactly } from '../../../parts/written.ts'
import Field from '../../../ui/Field.vue'
import PickField from '../../../ui/PickField.vue'
import Rows from '../../../ui/Rows.vue'
import PathPane from './PathPane.vue'
import type { Fitted } from './place.ts'
import { usePath } from './use-path.ts'

/** The path of an issue in every view its machine is looked at in, by tool and slot; a press on a move leads to its line. */
const props = defineProps<{
  issue: ProgramIssue
  machine: MachineRecord
  plan: { stock: StockBox | null; holding: Holding | null; clearance: number | null }
  /** What stands in the machine, where the path is looked at for a setup: how far its axes go is shown then. */
  scene: Scene | null
  line: number | null
}>()
const emit = defineEmits<{ line: [line: number] }>()

const { path, progress, trouble } = usePath(() => ({
  issue: { id: props.issue.id, bytes: props.issue.bytes },
  dialect: dialectOf(props.machine),
}))
const parts = computed(() => path.value?.levels[0]!.path.parts ?? [])
const unique = (values: (string | null)[]) => [...new Set(values)].filter((value): value is string => value !== null)
const slots = computed(() => unique(parts.value.map(({ slot }) => slot)))
const chosenSlot = ref<string | null>(null)
const slot = computed(() =>
  chosenSlot.value !== null && slots.value.includes(chosenSlot.value) ? chosenSlot.value : (slots.value[0] ?? null),
)
const tools = computed(() => unique(parts.value.filter((one) => one.slot === slot.value).map(({ tool }) => tool)))
const tool = ref<string | null>(null)
const isWanted = computed(() => {
  const wanted = parts.value.map((one) => one.slot === slot.value && (tool.value === null || one.tool === tool.value))
  return (part: number) => wanted[part] ?? false
})

const views = computed(() => pathViews(props.machine.kind))
const withTravel = ref(false)
/** The tool whose travel is shown, the first where all are: the longer it is, the less is left of Z. */
const mounted = computed(() => {
  const called = tool.value ?? tools.value[0]
  return props.scene && called !== undefined ? calledTool(props.scene, called).tool : null
})
const travels = computed(() => {
  const { scene } = props
  if (!scene || !mounted.value || slot.value === null) return null
  const of = (axis: Axis) => {
    const limit = scene.machine.travels.find((one) => one.axis === axis)
    const half = axis === 'X' && dialectOf(scene.machine).diameters ? 2e6 : 1e6
    const found = limit && travelInPart(limit, slot.value!, mounted.value!, scene)
    return found ? { min: found.min / half, max: found.max / half } : null
  }
  return { X: of('X'), Y: of('Y'), Z: of('Z') }
})
function travelIn(right: Axis, up: Axis): Fitted | null {
  const [across, along] = [travels.value?.[right], travels.value?.[up]]
  return withTravel.value && across && along ? { left: across.min, right: across.max, low: along.min, high: along.max } : null
}
const canShowTravel = computed(() => travels.value !== null && Object.values(travels.value).filter(Boolean).length > 1)

const COLUMNS = [
  { key: 'tool', title: 'Tool', names: true },
  { key: 'slot', title: 'Slot' },
  { key: 'X', title: 'X cut', align: 'right' as const },
  { key: 'Y', title: 'Y cut', align: 'right' as const },
  { key: 'Z', title: 'Z cut', align: 'right' as const },
]
const reached = computed(() => (path.value?.extents ?? []).filter(({ feed }) => feed.X ?? feed.Y ?? feed.Z))
const figure = (value: number) => exactly(nm(Math.round(value)), props.machine.unit)
const spanOf = ({ feed }: Extents, axis: Axis) => (feed[axis] ? `${figure(feed[axis].min)} to ${figure(feed[axis].max)}` : '')
</script>

<template>
  <section class="grid grid-cols-1 gap-2.5 content-start min-w-0" aria-label="The path">
    <div v-if="path" class="flex flex-wrap gap-x-3.5 gap-y-2 items-end">
      <PickField
        v-if="slots.length > 1"
        :model-value="slot"
        label="From"
        :options="slots.map((value) => ({ value, label: value }))"
        @update:model-value="chosenSlot = $event"
      />
      <PickField
        v-model="tool"
        class="min-w-40"
        label="Tool"
        :options="[{ value: null, label: 'all tools' }, ...tools.map((value) => ({ value, label: `T${value}` }))]"
      />
      <Field v-if="scene" label="Travel">
        <Checkbox v-model:checked="withTravel" class="min-h-11 items-center" :disabled="!canShowTravel"
          >as far as {{ machine.name }} goes<template v-if="mounted"> with T{{ mounted.number }}</template></Checkbox
        >
      </Field>
      <span class="quiet small self-center">Cuts are drawn full, rapids dashed.</span>
    </div>
    <p v-if="trouble" class="stop m-0" role="alert">{{ trouble }}</p>
    <div v-if="progress !== null" class="sheet p-5" role="status">
      Its {{ issue.lines }} lines are read for the path.
      <Progress :percent="Math.round(progress * 100)" :show-info="false" />
    </div>
    <template v-if="path">
      <p v-if="parts.length === 0" class="sheet m-0 p-5" role="status">No move of it can be followed, so there is no path to draw.</p>
      <div
        v-else
        class="grid grid-cols-2 grid-rows-[244px_244px] gap-2.5 max-phone:grid-cols-1 max-phone:grid-rows-none max-phone:auto-rows-[260px]"
      >
        <PathPane
          v-for="view in views"
          :key="view.id"
          class="first:row-[span_2] last:only:col-[span_2] max-phone:first:row-auto max-phone:last:only:col-auto"
          :view="view"
          :levels="path.levels"
          :around="aroundPath(plan, view)"
          :travel="travelIn(view.right, view.up)"
          :clearance="plan.clearance === null ? null : plan.clearance / 1e6"
          :zero-name="slot ?? 'part zero'"
          :wanted="isWanted"
          :lit="line"
          @line="emit('line', $event)"
        />
      </div>
      <p v-if="path.leftOut > 0" class="quiet small m-0">
        {{ path.leftOut }} {{ path.leftOut === 1 ? 'move is' : 'moves are' }} not drawn: the place before or behind is not known without the
        machine.
      </p>
      <Rows
        :columns="COLUMNS"
        :rows="reached"
        :row-key="(one) => `${one.tool} ${one.slot}`"
        :row-is="(one) => ({ 'data-reached': `${one.tool} ${one.slot}` })"
      >
        <template #tool="{ row }">{{ row.tool === null ? 'none yet' : `T${row.tool}` }}</template>
        <template #slot="{ row }">{{ row.slot ?? 'none yet' }}</template>
        <template v-for="axis in ['X', 'Y', 'Z'] as const" #[axis]="{ row }" :key="axis"
          ><span class="figure">{{ spanOf(row, axis) }}</span></template
        >
      </Rows>
    </template>
  </section>
</template>
