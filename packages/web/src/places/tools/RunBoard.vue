<script setup lang="ts">
import {
  listed,
  MEASURES,
  nextInRun,
  spindleOfTool,
  taskPreset,
  type RawInputs,
  type RunTask,
  type Scene,
  standingOfTask,
} from '@rook/core'
import type { Entry } from '@rook/contract'
import { Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import EntryNote from '../../routine/EntryNote.vue'
import RoutinePage from '../../routine/RoutinePage.vue'
import MountDialog from './MountDialog.vue'
import SkipDialog from './SkipDialog.vue'

/** A run of tools: the next is offered by itself, what remains stays in sight, one hand does it all. */
const props = defineProps<{
  title: string
  scene: Scene
  setup: string | null
  /** Step of the setup that the run belongs to; its tasks' entries carry it with the task behind it. */
  step: string | null
  tasks: RunTask[]
  /** What is said already of how each is measured. */
  preset: RawInputs
  /** Answers with what went wrong, or null. */
  skip: (task: RunTask, reason: string) => Promise<string | null>
}>()
const emit = defineEmits<{ recorded: [task: RunTask, entry: Entry] }>()

const chosen = ref<string | null>(null)
const task = computed<RunTask | null>(() => props.tasks.find(({ id }) => id === chosen.value) ?? null)
const fresh = ref<Entry | null>(null)
const skipping = ref(false)
const trouble = ref<string | null>(null)
const mounting = ref<string | null>(null)

/** What was recorded last is done, also while an answer from before it is still on its way here. */
const last = ref<string | null>(null)
const firstOpen = (all: readonly RunTask[]) =>
  nextInRun(all.map((one) => (fresh.value && one.id === last.value ? { ...one, state: 'done' as const } : one)))?.id ?? null
watch(
  () => props.tasks,
  (all) => {
    if (!chosen.value || !all.some(({ id }) => id === chosen.value)) chosen.value = firstOpen(all)
  },
  { immediate: true },
)
const doing = computed(() =>
  task.value && task.value.state !== 'absent' ? taskPreset(task.value.what, task.value.tool.number, props.preset) : null,
)
const counts = computed(() => {
  const of = (state: RunTask['state']) => props.tasks.filter((one) => one.state === state).length
  return { skipped: of('skipped'), left: of('open'), absent: of('absent') }
})
/** Tools that this run leaves to their own zero. */
const aside = computed(() =>
  props.scene.tools.filter((tool) => spindleOfTool(tool, props.scene.machine) === 'sub').map(({ number }) => `T${number}`),
)
const toolName = (number: string) => props.scene.tools.find((one) => one.number === number)?.name ?? 'not mounted'
/** What comes after a task that is finished now, before the server has said so. */
const after = (id: string) =>
  nextInRun(
    props.tasks.map((one) => (one.id === id ? { ...one, state: 'done' as const } : one)),
    id,
  )?.id ?? null

function recorded(entry: Entry): void {
  fresh.value = entry
  const done = task.value!
  last.value = done.id
  chosen.value = after(done.id)
  emit('recorded', done, entry)
}

function choose(id: string): void {
  chosen.value = id
  fresh.value = null
}

async function leaveOut(reason: string): Promise<void> {
  trouble.value = null
  const left = task.value!
  trouble.value = await props.skip(left, reason)
  if (trouble.value !== null) return
  skipping.value = false
  fresh.value = null
  chosen.value = after(left.id)
}
const WORDS = { open: 'to do', skipped: 'skipped', absent: 'not mounted' }
/** What is done stands as the table says it does: measured, carried over, confirmed. */
const wordOf = (one: RunTask): string => (one.state === 'done' ? (standingOfTask(one, props.scene) ?? 'done') : WORDS[one.state])
const doneWords = computed(() => {
  const words = props.tasks.filter(({ state }) => state === 'done').map(wordOf)
  return [...new Set(words)].map((word) => `${words.filter((one) => one === word).length} ${word}`)
})
</script>

<template>
  <div class="min-h-full flex flex-col">
    <header>
      <h1>{{ title }}</h1>
      <span class="quiet" role="status" data-run
        >{{ [`${counts.left} to do`, ...doneWords].join(', ') }}<template v-if="counts.skipped">, {{ counts.skipped }} skipped</template
        ><template v-if="counts.absent">, {{ counts.absent }} not mounted</template></span
      >
      <slot name="head" />
    </header>
    <nav class="tasks flex flex-wrap gap-1.5 px-5 pt-0 pb-0.5" aria-label="Tools of this run">
      <Button
        v-for="one in tasks"
        :key="one.id"
        class="[&.why]:grid [&.why]:gap-1.5 [&.ant-btn]:h-auto [&.ant-btn]:min-w-19 [&.ant-btn]:min-h-12 [&.ant-btn]:grid [&.ant-btn]:justify-items-center [&.ant-btn]:content-center [&.ant-btn]:px-2 [&.ant-btn]:py-0.5 [&.ant-btn]:leading-[1.15] [&.done]:text-act [&.skipped]:text-quiet [&.absent]:text-quiet [&.here]:border-act [&.here]:bg-act-soft"
        :class="[one.state, { here: one.id === chosen }]"
        :aria-current="one.id === chosen ? 'step' : undefined"
        :data-task="one.id"
        :data-state="one.state"
        :title="one.reason ?? undefined"
        @click="choose(one.id)"
      >
        <strong>T{{ one.tool.number }}{{ MEASURES[one.what].mark && ` ${MEASURES[one.what].mark}` }}</strong>
        <span class="small">{{ wordOf(one) }}</span>
      </Button>
    </nav>
    <EntryNote v-if="fresh" class="fresh mx-5 mt-1.5 mb-0" :entry="fresh" :machine="scene.machine" @undone="fresh = null" />
    <div v-if="task?.state === 'absent'" class="page">
      <p>
        <strong>T{{ task.tool.number }}</strong> is called by the program and nothing is mounted there: it is not measured, and it stays so
        until somebody mounts it or says why it is left out.
      </p>
      <p class="buttons flex gap-3.5">
        <Button type="primary" size="large" @click="mounting = task.tool.number">Mount T{{ task.tool.number }}</Button>
        <Button @click="skipping = true">Skip it with a reason</Button>
      </p>
    </div>
    <RoutinePage
      v-else-if="task && doing"
      :key="task.id"
      class="routine"
      :machine="scene.machine.id"
      :setup="setup"
      :step="step ? `${step}/${task.id}` : null"
      :apart="`run/${task.id}`"
      :routine="doing.routine"
      :preset="doing.preset"
      :heading="`T${task.tool.number}, ${toolName(task.tool.number)}: ${MEASURES[task.what].words}`"
      @recorded="recorded"
    >
      <template #ways>
        <span v-if="task.state === 'done'" class="quiet">{{ wordOf(task) }} already; this measures it again</span>
        <span v-else-if="task.state === 'skipped'" class="quiet">skipped: {{ task.reason }}</span>
        <Button type="link" v-if="task.state === 'open'" @click="skipping = true">skip T{{ task.tool.number }}</Button>
      </template>
    </RoutinePage>
    <div v-else class="page">
      <p v-if="tasks.length === 0" class="quiet">No tools to run through: mount them first.</p>
      <p v-else>Every tool is measured or skipped<template v-if="counts.absent">, but for what is not mounted</template>.</p>
      <p v-if="aside.length > 0" class="quiet">
        {{ listed(aside) }} {{ aside.length === 1 ? 'works' : 'work' }} at the sub-spindle, counted from its own zero: not in this run.
      </p>
      <slot name="finished" />
    </div>
    <MountDialog v-if="mounting" :scene="scene" :number="mounting" @close="mounting = null" />
    <SkipDialog
      v-if="skipping && task"
      :name="`skip:${setup ?? scene.machine.id}:${task.id}`"
      :title="`Skip T${task.tool.number}, ${MEASURES[task.what].words}`"
      :trouble="trouble"
      @skip="leaveOut"
      @close="skipping = false"
    />
  </div>
</template>

<style scoped>
.routine {
  flex: 1;
  min-height: 0;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: baseline;
  padding: 10px 20px 6px;
}
.tasks .skipped,
.tasks .absent {
  border-style: dashed;
}
.tasks .here {
  box-shadow: inset 0 -3px 0 var(--act);
}
</style>
