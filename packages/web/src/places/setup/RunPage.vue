<script setup lang="ts">
import { runOf, type RunTask } from '@rook/core'
import { api, type Setup, type Step } from '@rook/contract'
import { useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'
import { call } from '../../app/call.ts'
import { useScene } from '../../app/queries.ts'
import RunBoard from '../tools/RunBoard.vue'
import { newId } from '../../app/new-id.ts'
import Opening from '../../parts/Opening.vue'

/** The tools that an operation's program calls, one after the other. */
const props = defineProps<{ setup: string; step: Step; data: Setup }>()
const queries = useQueryClient()
const scene = useScene(
  () => props.data.summary.machine,
  () => props.setup,
)
const tasks = computed(() => (scene.data.value?.plan ? runOf(scene.data.value.plan, scene.data.value.tools, props.step.run) : []))

async function skip(task: RunTask, reason: string): Promise<void> {
  await call(api.skipStep, { params: { id: props.setup, step: `${props.step.id}/${task.id}` }, body: { id: newId(), reason } })
  await queries.invalidateQueries()
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
      <RouterLink v-if="data.next && data.next !== step.id" class="go" :to="{ name: 'step', params: { setup, step: data.next } }"
        >Next: {{ data.steps.find((one) => one.id === data.next)?.title }}</RouterLink
      >
    </template>
  </RunBoard>
  <Opening v-else class="page" :error="scene.error.value" />
</template>
