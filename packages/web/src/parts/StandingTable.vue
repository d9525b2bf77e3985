<script setup lang="ts">
import {
  FAMILIES,
  isSuspect,
  layoutOf,
  listed,
  ofTool,
  parseRegisterKey,
  PROBE_SIDES,
  probeRegister,
  registerKey,
  registerName,
  setterRegister,
  standingNote,
  type Column,
  type RegisterFamily,
  type RegisterProperty,
  type RegisterRef,
  type Scene,
} from '@rook/core'
import { useMediaQuery } from '@vueuse/core'
import { computed, ref } from 'vue'
import DisturbDialog from './DisturbDialog.vue'
import StandingRows from './StandingRows.vue'
import VerdictMark from './VerdictMark.vue'

import { unitRead } from './written.ts'

const props = defineProps<{
  scene: Scene
  slots?: string[]
  /** Slots alone, or all but them; both where nothing is said. */
  only?: 'slots' | 'tools'
}>()
const disturbing = ref<string | null>(null)

const key = (register: RegisterRef) => registerKey(register)
const has = (register: RegisterRef) => props.scene.standing[key(register)] !== undefined
const layout = computed(() => layoutOf(props.scene.machine))
const shown = computed(() => props.scene.machine.slots.filter(({ code }) => !props.slots || props.slots.includes(code)))
/** A column that belongs to no axis is shown once something stands in it in one of these slots. */
const columns = computed(() =>
  layout.value.work.filter(({ axis, property }) => axis !== null || shown.value.some(({ code }) => has(inSlot(code, property)))),
)
const inSlot = (slot: string, property: RegisterProperty, family: RegisterFamily = 'work'): RegisterRef => ({
  family,
  slot,
  property,
  layer: 'geometry',
})
const cellsOf = (family: RegisterFamily, slot: string) =>
  columns.value.map(({ property }) => (propertiesOf(family).includes(property) ? key(inSlot(slot, property, family)) : null))
const propertiesOf = (family: RegisterFamily) => Object.keys(FAMILIES[family].properties) as RegisterProperty[]
const any = (cells: readonly (string | null)[]) => cells.some((cell) => cell !== null && props.scene.standing[cell] !== undefined)
const work = computed(() => [
  ...shown.value.map(({ code, name }) => ({ name: code, detail: name, cells: cellsOf('work', code) })),
  ...shown.value
    .filter(({ code }) =>
      any(cellsOf('expected', code).filter((cell) => cell !== null && !has({ ...parseRegisterKey(cell), family: 'work' }))),
    )
    .map(({ code }) => ({ name: code, detail: 'expected after the flip', cells: cellsOf('expected', code) })),
  ...(any(cellsOf('common', 'all')) ? [{ name: 'Common shift', detail: 'added to every slot', cells: cellsOf('common', 'all') }] : []),
])
const isNarrow = useMediaQuery('(max-width: 760px)')
/** A phone has room for two slots side by side, not for four axes: there the axes stand under each other. */
const slotTable = computed(() => {
  const across = columns.value.map(headed)
  if (!isNarrow.value || work.value.length >= across.length) return { heading: 'Slot', columns: across, rows: work.value }
  return {
    heading: 'Axis',
    columns: work.value.map(({ name, detail }) => ({ heading: name, unit: detail ?? '' })),
    rows: across.map(({ heading, unit }, at) => ({ name: heading, detail: unit, cells: work.value.map(({ cells }) => cells[at] ?? null) })),
  }
})
/** Cutters' diameters have a table of their own; here is what is needed to touch with them. */
const toolColumns = computed(() => layout.value.tool.filter(({ letter }) => letter !== 'D'))
const tools = computed(() => [
  ...props.scene.tools.map((tool) => ({
    name: `T${tool.number}`,
    detail: tool.name,
    cells: toolColumns.value.map((column) => key(ofTool(tool, column))),
  })),
  ...props.scene.gauges
    .filter(({ id }) => has(setterRegister(id)))
    .map(({ id, name }) => ({ name, detail: 'constant K', cells: [key(setterRegister(id))] })),
])
const probes = computed(() =>
  props.scene.gauges
    .filter(({ id }) => has(probeRegister(id, 'X+')))
    .map(({ id, name }) => ({
      heading: `${name}, radius`,
      rows: [{ name: 'moving', detail: '', cells: PROBE_SIDES.map((side) => key(probeRegister(id, side))) }],
    })),
)
const SIDES = PROBE_SIDES.map((side) => ({ heading: side.replace('-', '\u2212'), unit: '' }))
/** A rotation's heading says by itself that it is an angle. */
const headed = ({ heading, holds, axis }: Column) => ({
  heading,
  unit: holds === 'length' ? unitRead(props.scene.machine.unit) : holds === 'angle' && axis ? '\u00b0' : '',
})
/** The least that has to be redone, by name and by reason. */
const reasons = computed(() => {
  const named = new Map<string, string[]>()
  for (const register of [...work.value, ...tools.value, ...probes.value.flatMap(({ rows }) => rows)].flatMap(
    ({ cells }): (string | null)[] => cells,
  )) {
    if (register === null) continue
    const note = standingNote(register, props.scene)
    if (!isSuspect(note)) continue
    named.set(note.because!, [...(named.get(note.because!) ?? []), registerName(parseRegisterKey(register), props.scene.gauges)])
  }
  return [...named].map(([because, names]) => `${listed(names)}: ${because}.`)
})
</script>

<template>
  <div>
    <ul v-if="reasons.length > 0 && only !== 'tools'" class="stop mx-0 mt-0 mb-2.5 p-0 list-none">
      <li v-for="reason in reasons" :key="reason"><VerdictMark class="align-[-2px]" verdict="stop" /> {{ reason }}</li>
      <li>What is struck through must be measured again before it is used.</li>
    </ul>
    <div class="tables grid gap-4.5 items-start" :class="{ single: only }">
      <div v-if="only !== 'tools'" class="min-w-0 overflow-x-auto">
        <StandingRows v-bind="slotTable" :scene="scene" @disturb="disturbing = $event" />
      </div>
      <div v-if="only !== 'slots'" class="min-w-0 overflow-x-auto">
        <StandingRows
          heading="Tool"
          :line="toolColumns.length <= 2"
          :columns="toolColumns.map(headed)"
          :rows="tools"
          :scene="scene"
          may-disturb
          @disturb="disturbing = $event"
        />
        <StandingRows
          v-for="probe in probes"
          :key="probe.heading"
          :heading="probe.heading"
          :columns="SIDES"
          :rows="probe.rows"
          :scene="scene"
          brief
        />
      </div>
    </div>
    <DisturbDialog v-if="disturbing" :machine="scene.machine" :register="disturbing" @close="disturbing = null" />
  </div>
</template>

<style scoped>
.tables {
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
}
.tables.single {
  grid-template-columns: minmax(0, 1fr);
}
@media (max-width: 1100px) {
  .tables {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
