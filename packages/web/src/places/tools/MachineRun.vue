<script setup lang="ts">
import {
  geometryRegister,
  layoutOf,
  measuredAlready,
  MEASURES,
  registerKey,
  runOf,
  type Measure,
  type RawInputs,
  type RunRecord,
  type RunTask,
} from '@rook/core'
import type { Entry } from '@rook/contract'
import { useStorage } from '@vueuse/core'
import { Button } from 'ant-design-vue'
import { computed } from 'vue'
import { useContextLine } from '../../client/context.ts'
import { useScene } from '../../client/queries.ts'
import RunBoard from './RunBoard.vue'
import Opening from '../../parts/Opening.vue'
import GoTo from '../../ui/GoTo.vue'

/** Every tool that is mounted, one after the other, without a setup. How the last was measured is offered for the next. */
const props = defineProps<{ machine: string }>()
const query = useScene(
  () => props.machine,
  () => null,
)
useContextLine(() => [query.data.value?.machine.name ?? 'Tools', 'Run of tools'])

interface Kept {
  record: Record<string, { skipped: boolean; reason: string | null }>
  preset: Record<string, string>
  diameters: boolean
  /** What was measured before does not count: everything was begun anew. */
  since: string | null
}
const nothing = (since: string | null = null): Kept => ({ record: {}, preset: {}, diameters: false, since })
const kept = useStorage<Kept>(`rook-run:${props.machine}`, nothing(), undefined, { mergeDefaults: true })
/** On a lathe the master's Z is zero on purpose, and all others are measured after it. */
const isMaster = ({ offset }: { offset: string }) =>
  query.data.value?.standing[registerKey(geometryRegister(offset, 'Z'))]?.state === 'deliberately-zero'
const plan = computed(() => ({
  tools: [...(query.data.value?.tools ?? [])]
    .sort((a, b) => Number(isMaster(b)) - Number(isMaster(a)) || Number(a.number) - Number(b.number))
    .map(({ number, offset, diameterOffset }) => ({ number, offset, diameterOffset, diameter: kept.value.diameters })),
}))
/** Offered is what needs it: what stands good counts as measured. */
const record = computed<RunRecord>(() => ({
  ...(query.data.value ? measuredAlready(query.data.value, kept.value.since) : {}),
  ...kept.value.record,
}))
const tasks = computed(() => (query.data.value ? runOf(plan.value, query.data.value.tools, record.value, query.data.value.machine) : []))

/** Words that say how a tool is measured and hold for the next one as well. */
const SHARED = ['setter', 'slot', 'between', 'spindle', 'speed', 'warmth', 'axis', 'direction', 'place']
/** Of a diameter that is touched, where the next tool touches the same. */
const PLACE: Partial<Record<Measure, string>> = { X: 'x-place' }

/** How it was measured, under the word that the run keeps it by. */
function methodOf(what: Measure, { content: { routine, inputs } }: Entry): RawInputs {
  const { method, ways } = MEASURES[what]
  const way = Object.keys(ways).find((id) => id !== '' && ways[id]!.routine === routine)
  return way ? { [method]: way } : inputs?.method ? { [method]: inputs.method } : {}
}

function recorded(task: RunTask, entry: Entry): void {
  const inputs = entry.content.inputs ?? {}
  const method = methodOf(task.what, entry)
  const shared = Object.fromEntries(SHARED.flatMap((id) => (inputs[id] ? [[(id === 'place' && PLACE[task.what]) || id, inputs[id]]] : [])))
  kept.value.preset = { ...kept.value.preset, ...shared, ...method }
  kept.value.record[task.id] = { skipped: false, reason: null }
}

function skip(task: RunTask, reason: string): Promise<null> {
  kept.value.record[task.id] = { skipped: true, reason }
  return Promise.resolve(null)
}
</script>

<template>
  <RunBoard
    v-if="query.data.value"
    title="Every mounted tool"
    :scene="query.data.value"
    :setup="null"
    :step="null"
    :tasks="tasks"
    :preset="kept.preset"
    :skip="skip"
    @recorded="recorded"
  >
    <template #head>
      <Button v-if="layoutOf(query.data.value.machine).across" @click="kept.diameters = !kept.diameters">
        {{ kept.diameters ? 'lengths only' : 'diameters too' }}
      </Button>
      <Button @click="kept = nothing(new Date().toISOString())">measure all again</Button>
      <GoTo type="link" :to="{ name: 'machine-tools', params: { machine } }">to the table</GoTo>
    </template>
    <template #finished>
      <GoTo type="primary" size="large" :to="{ name: 'values-out', params: { machine } }">Values out for the control</GoTo>
    </template>
  </RunBoard>
  <Opening v-else class="page" :error="query.error.value" />
</template>
