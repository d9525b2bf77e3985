<script setup lang="ts">
import { plannedWords, routineById, type PlannedStep, type Scene } from '@rook/core'
import { Button } from 'ant-design-vue'
import { ref } from 'vue'
import { newStep, moved } from './steps.ts'
import StepChoices from './StepChoices.vue'

/** The order of work: arranged by dragging a step, or by the keys of its buttons. */
const steps = defineModel<PlannedStep[]>({ required: true })
const props = defineProps<{ scene: Scene }>()
const open = ref<string | null>(null)
const dragged = ref<number | null>(null)

const KINDS: Readonly<Record<PlannedStep['kind'], string>> = {
  homed: 'confirmed',
  confirm: 'confirmed',
  routine: 'by a routine',
  tools: 'a run of tools',
  seen: 'seen on the control',
}
const doneBy = ({ kind, routine }: PlannedStep) => (routine === null ? KINDS[kind] : (routineById(routine)?.name ?? routine))
const words = (step: PlannedStep) => plannedWords(step, props.scene).join(', ')

function move(from: number, to: number): void {
  steps.value = moved(steps.value, from, to)
}
function drop(to: number): void {
  if (dragged.value !== null) move(dragged.value, to)
  dragged.value = null
}
function add(kind: PlannedStep['kind']): void {
  const step = newStep(steps.value, kind)
  steps.value = [...steps.value, step]
  open.value = step.id
}
function replace(at: number, step: PlannedStep): void {
  steps.value = steps.value.map((one, place) => (place === at ? step : one))
}
</script>

<template>
  <ol class="list-none m-0 p-0">
    <li
      v-for="(step, at) in steps"
      :key="step.id"
      class="border-b border-b-rule [&.dragged]:opacity-50"
      :data-step="step.id"
      :class="{ dragged: dragged === at }"
      draggable="true"
      @dragstart="dragged = at"
      @dragend="dragged = null"
      @dragover.prevent
      @drop.prevent="drop(at)"
    >
      <div
        class="line grid grid-cols-[26px_minmax(0,1fr)_auto] gap-x-2.5 gap-y-1 items-center min-h-13 cursor-grab max-phone:grid-cols-[20px_minmax(0,1fr)]"
      >
        <span class="quiet figure">{{ at + 1 }}</span>
        <span class="grid">
          <strong>{{ step.title }}</strong>
          <span class="quiet small">{{ [doneBy(step), step.detail, words(step)].filter(Boolean).join('; ') }}</span>
        </span>
        <span class="ways max-phone:col-[2]">
          <Button type="link" :aria-expanded="open === step.id" @click="open = open === step.id ? null : step.id">{{
            open === step.id ? 'done' : 'change'
          }}</Button>
          <Button type="text" :disabled="at === 0" :aria-label="`${step.title}: earlier`" @click="move(at, at - 1)">↑</Button>
          <Button type="text" :disabled="at === steps.length - 1" :aria-label="`${step.title}: later`" @click="move(at, at + 1)">↓</Button>
          <Button type="link" :aria-label="`Take out ${step.title}`" @click="steps = steps.filter((_, place) => place !== at)"
            >take out</Button
          >
        </span>
      </div>
      <div v-if="open === step.id" class="pt-1 pb-3.5 pl-9 pr-0 max-phone:pl-0">
        <StepChoices :model-value="step" :scene="scene" @update:model-value="(changed: PlannedStep) => replace(at, changed)" />
      </div>
    </li>
  </ol>
  <p class="mx-0 mt-1 mb-0">
    <Button type="link" @click="add('confirm')">Add something to confirm</Button>
    <Button type="link" @click="add('routine')">Add a routine</Button>
    <Button v-if="!steps.some(({ kind }) => kind === 'tools')" type="link" @click="add('tools')">Add a run of tools</Button>
  </p>
</template>
