<script setup lang="ts">
import { useSend } from '../../client/use-send.ts'
import { runOf, type RunTask } from '@rook/core'
import type { Setup, Step } from '@rook/contract'
import { computed } from 'vue'
import { useScene } from '../../client/queries.ts'
import RunBoard from '../tools/RunBoard.vue'
import Opening from '../../parts/Opening.vue'
import { nextStepAfter } from './next-step.ts'
import GoTo from '../../ui/GoTo.vue'

/** The tools that an operation's program calls, one after the other. */
const props = defineProps<{ setup: string; step: Step; data: Setup }>()
const scene = useScene(
  () => props.data.summary.machine,
  () => props.setup,
)
const tasks = computed(() =>
  scene.data.value?.plan ? runOf(scene.data.value.plan, scene.data.value.tools, props.step.run, scene.data.value.machine) : [],
)

const next = computed(() => nextStepAfter(props.data, props.step.id))

const { trouble, send } = useSend()

async function skip(task: RunTask, reason: string): Promise<string | null> {
  const entry = await send('skipStep', { params: { id: props.setup, step: `${props.step.id}/${task.id}` }, body: { reason } })
  return entry ? null : trouble.value
}
</script>

<template>
  <RunBoard
    v-if="scene.data.value"
    :title="step.title"
    :scene="scene.data.value"
    :setup="setup"
    :step="step.id"
    :tasks="tasks"
    :preset="step.preset"
    :skip="skip"
  >
    <template #finished>
      <GoTo v-if="next" type="primary" size="large" :to="{ name: 'step', params: { setup, step: next.id } }">Next: {{ next.title }}</GoTo>
    </template>
  </RunBoard>
  <Opening v-else class="page" :error="scene.error.value" />
</template>
