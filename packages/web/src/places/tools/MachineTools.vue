<script setup lang="ts">
import MayNot from '../../parts/MayNot.vue'
import { sharedNumbers, toolRows, type StandingWord } from '@rook/core'

import { useStorage } from '@vueuse/core'
import { Button, Input } from 'ant-design-vue'
import { computed, ref, shallowRef, watch } from 'vue'
import { useSceneAtHand } from '../../client/at-hand.ts'
import { useContextLine } from '../../client/context.ts'
import NumberPad from '../../parts/NumberPad.vue'
import VerdictMark from '../../parts/VerdictMark.vue'
import type { Release } from '../../routine/use-recording.ts'
import { useSend } from '../../client/use-send.ts'
import ChangesSheet from './ChangesSheet.vue'
import Families from './Families.vue'
import MountDialog from './MountDialog.vue'
import { filterRows, sortRows, type SortKey } from './table-order.ts'
import ToolsTable from './ToolsTable.vue'
import { useEdits } from './use-edits.ts'
import Opening from '../../parts/Opening.vue'
import GoTo from '../../ui/GoTo.vue'
import type { Option } from '../../ui/options.ts'
import MachinePick from '../../parts/MachinePick.vue'
import Pick from '../../ui/Pick.vue'

const props = defineProps<{ machine: string }>()
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
const WORDS: StandingWord[] = ['measured', 'carried over', 'confirmed', 'estimated', 'stale', 'disturbed', 'unset', 'zero on purpose']
const STANDINGS: Option<StandingWord | ''>[] = [{ value: '', label: 'any standing' }, ...WORDS.map((one) => ({ value: one, label: one }))]

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
  <div v-if="scene" class="h-full px-5 py-3 flex flex-col gap-2 min-h-0">
    <header class="flex flex-wrap gap-2.5 items-center">
      <h1>Tools</h1>
      <MachinePick :model-value="machine" @update:model-value="(to) => $router.push({ name: 'machine-tools', params: { machine: to } })" />
      <Input
        v-model:value="text"
        class="w-45"
        type="search"
        allow-clear
        placeholder="T4, drill, shrink …"
        aria-label="Show only"
        :maxlength="60"
      />
      <Pick v-model="word" name="Standing" :options="STANDINGS" />
      <span class="quiet flex-1 whitespace-nowrap"
        >{{ rows.length }} of {{ all.length }}, in {{ scene.machine.unit === 'in' ? 'inches' : 'mm' }}</span
      >
      <MayNot to="mount"><Button @click="mounting = ''">Mount a tool</Button></MayNot>
      <GoTo :to="{ name: 'machine-run', params: { machine } }">Measure all</GoTo>
      <GoTo :to="{ name: 'drawer' }">Drawer</GoTo>
      <GoTo :to="{ name: 'values-out', params: { machine } }">Files in and out</GoTo>
    </header>
    <p v-for="one in shared" :key="one.word + one.number" class="stop m-0">
      <VerdictMark class="align-[-2px]" verdict="stop" /> {{ one.word }}{{ one.number }} is called by {{ one.tools.join(' and ') }}: each
      would overwrite the other’s figures.
    </p>
    <p v-if="absent.length > 0" class="query m-0">
      <VerdictMark class="align-[-2px]" verdict="query" /> The program calls {{ absent.map(({ number }) => `T${number}`).join(', ') }}, and
      nothing is mounted there.
      <Button type="link" v-for="one in absent" :key="one.number" @click="mounting = one.number"> mount T{{ one.number }} </Button>
    </p>
    <Families v-if="!looking" :scene="scene" @told="told = $event" />
    <p v-if="told" class="m-0" role="status">{{ told }}</p>
    <ChangesSheet v-if="looking" :scene="scene" :edits="edits" :sent="sending.outcome.value" @back="looking = false" @record="record" />
    <template v-else>
      <p v-if="all.length === 0" class="quiet">Nothing is mounted on {{ scene.machine.name }} yet. Mount a tool from the drawer first.</p>
      <ToolsTable v-else class="flex-1" :rows="rows" :scene="scene" :edits="edits" :sorted="sorted" @sort="sort" @pasted="told = $event" />
      <footer v-if="typed > 0" class="sheet bar flex gap-3.5 items-center px-3.5 py-2">
        <span class="flex-1 whitespace-nowrap"
          >{{ typed }} {{ typed === 1 ? 'figure' : 'figures' }} typed, not recorded yet<template
            v-if="Object.keys(edits.read.value?.problems ?? {}).length > 0"
            >; <span class="stop">{{ Object.values(edits.read.value!.problems)[0] }}</span></template
          ></span
        >
        <Button type="link" @click="edits.clear()">forget them</Button>
        <MayNot to="editTools"><Button type="primary" size="large" @click="looking = true">Look at the changes</Button></MayNot>
      </footer>
    </template>
    <MountDialog v-if="mounting !== null" :scene="scene" :number="mounting" @close="mounting = null" @mounted="told = $event" />
    <NumberPad />
  </div>
  <Opening v-else class="page" :error="error" />
</template>
