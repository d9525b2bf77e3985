<script setup lang="ts">
import MayNot from '../../parts/MayNot.vue'
import { sharedNumbers, toolRows, type StandingWord } from '@rook/core'

import { useStorage } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { useSceneAtHand } from '../../app/at-hand.ts'
import { useContextLine } from '../../app/context.ts'
import { useMachines } from '../../app/queries.ts'
import NumberPad from '../../parts/NumberPad.vue'
import VerdictMark from '../../parts/VerdictMark.vue'
import type { Release } from '../../routine/use-recording.ts'
import { useSend } from '../../sending/use-send.ts'
import ChangesSheet from './ChangesSheet.vue'
import MountDialog from './MountDialog.vue'
import { filterRows, sortRows, type SortKey } from './table-order.ts'
import ToolsTable from './ToolsTable.vue'
import { useEdits } from './use-edits.ts'
import Opening from '../../parts/Opening.vue'

const props = defineProps<{ machine: string }>()
const machines = useMachines()
const { scene: query, own, error, line } = useSceneAtHand(() => props.machine)
const scene = computed(() => query.data.value ?? null)
useContextLine(() => line.value ?? ['Tools'])
const lastAt = useStorage<string | null>('rook-last-tools', null)
lastAt.value = props.machine

const edits = shallowRef(useEdits(props.machine, scene))
watch(
  () => props.machine,
  (machine) => {
    edits.value = useEdits(machine, scene)
    lastAt.value = machine
    looking.value = false
  },
)
const sending = useSend({ name: `edits:${props.machine}` })
const text = ref('')
const word = ref<StandingWord | ''>('')
const sorted = ref<{ key: SortKey; turned: boolean }>({ key: 'tool', turned: false })
const looking = ref(false)
const mounting = ref<string | null>(null)
const told = ref<string | null>(null)
const WORDS: StandingWord[] = ['measured', 'carried over', 'estimated', 'stale', 'disturbed', 'unset', 'zero on purpose']

const all = computed(() => (scene.value ? toolRows(scene.value) : []))
const rows = computed(() => sortRows(filterRows(all.value, text.value, word.value), sorted.value.key, sorted.value.turned))
const absent = computed(
  () => scene.value?.plan?.tools.filter(({ number }) => !scene.value!.tools.some((tool) => tool.number === number)) ?? [],
)
const shared = computed(() => (scene.value ? sharedNumbers(scene.value.tools, scene.value.machine) : []))
const typed = computed(() => edits.value.edits.value.length)

function sort(key: SortKey): void {
  sorted.value = { key, turned: sorted.value.key === key && !sorted.value.turned }
}

async function record({
  reason,
  answers,
  release,
}: {
  reason: string
  answers: Record<string, string>
  release: Release | null
}): Promise<void> {
  const { pending, edits: list, clear } = edits.value
  const registers = edits.value.read.value?.changes.map(({ register }) => register) ?? []
  const entry = await sending.send('editTools', {
    params: { id: props.machine },
    body: {
      setup: own.value?.id ?? null,
      edits: list.value.filter(({ register }) => registers.includes(register)),
      worth: pending.value.worth,
      reason,
      basis: Object.fromEntries(registers.map((register) => [register, pending.value.basis[register] ?? null])),
      answers,
      release,
    },
  })
  if (!entry) return
  told.value = `Recorded as entry ${entry.content.seq}: ${entry.content.title}.`
  clear()
  looking.value = false
}
</script>

<template>
  <div v-if="scene" class="tools">
    <header>
      <h1>Tools</h1>
      <select
        class="text-field"
        :value="machine"
        aria-label="Machine"
        @change="$router.push({ name: 'machine-tools', params: { machine: ($event.target as HTMLSelectElement).value } })"
      >
        <option v-for="one in machines.data.value" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select>
      <input v-model="text" class="text-field find" type="search" placeholder="T4, drill, shrink …" aria-label="Show only" maxlength="60" />
      <select v-model="word" class="text-field" aria-label="Standing">
        <option value="">any standing</option>
        <option v-for="one in WORDS" :key="one" :value="one">{{ one }}</option>
      </select>
      <span class="quiet grow">{{ rows.length }} of {{ all.length }}, in {{ scene.machine.unit === 'in' ? 'inches' : 'mm' }}</span>
      <MayNot to="mount"><button type="button" class="plain" @click="mounting = ''">Mount a tool</button></MayNot>
      <RouterLink class="plain" :to="{ name: 'machine-run', params: { machine } }">Measure all</RouterLink>
      <RouterLink class="plain" :to="{ name: 'drawer' }">Drawer</RouterLink>
      <RouterLink class="plain" :to="{ name: 'values-out', params: { machine } }">Files in and out</RouterLink>
    </header>
    <p v-for="one in shared" :key="one.word + one.number" class="notice stop">
      <VerdictMark verdict="stop" /> {{ one.word }}{{ one.number }} is called by {{ one.tools.join(' and ') }}: each would overwrite the
      other’s figures.
    </p>
    <p v-if="absent.length > 0" class="notice query">
      <VerdictMark verdict="query" /> The program calls {{ absent.map(({ number }) => `T${number}`).join(', ') }}, and nothing is mounted
      there.
      <button v-for="one in absent" :key="one.number" type="button" class="link" @click="mounting = one.number">
        mount T{{ one.number }}
      </button>
    </p>
    <p v-if="told" class="notice" role="status">{{ told }}</p>
    <ChangesSheet v-if="looking" :scene="scene" :edits="edits" :sent="sending.outcome.value" @back="looking = false" @record="record" />
    <template v-else>
      <p v-if="all.length === 0" class="quiet">Nothing is mounted on {{ scene.machine.name }} yet. Mount a tool from the drawer first.</p>
      <ToolsTable v-else class="table" :rows="rows" :scene="scene" :edits="edits" :sorted="sorted" @sort="sort" @pasted="told = $event" />
      <footer v-if="typed > 0" class="sheet bar">
        <span class="grow"
          >{{ typed }} {{ typed === 1 ? 'figure' : 'figures' }} typed, not recorded yet<template
            v-if="Object.keys(edits.read.value?.problems ?? {}).length > 0"
            >; <span class="stop">{{ Object.values(edits.read.value!.problems)[0] }}</span></template
          ></span
        >
        <button type="button" class="link" @click="edits.clear()">forget them</button>
        <MayNot to="editTools"><button type="button" class="go" @click="looking = true">Look at the changes</button></MayNot>
      </footer>
    </template>
    <MountDialog v-if="mounting !== null" :scene="scene" :number="mounting" @close="mounting = null" @mounted="told = $event" />
    <NumberPad />
  </div>
  <Opening v-else class="page" :error="error" />
</template>

<style scoped>
.tools {
  height: 100%;
  padding: 12px 20px;
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-height: 0;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
.find {
  width: 160px;
}
.grow {
  flex: 1;
  white-space: nowrap;
}
header .plain {
  padding: 0 12px;
}
.table {
  flex: 1;
}
.notice {
  margin: 0;
}
.notice svg {
  vertical-align: -2px;
}
.bar {
  display: flex;
  gap: 14px;
  align-items: center;
  padding: 8px 14px;
}
</style>
