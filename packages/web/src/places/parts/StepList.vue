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
  <ol>
    <li
      v-for="(step, at) in steps"
      :key="step.id"
      :data-step="step.id"
      :class="{ dragged: dragged === at }"
      draggable="true"
      @dragstart="dragged = at"
      @dragend="dragged = null"
      @dragover.prevent
      @drop.prevent="drop(at)"
    >
      <div class="line">
        <span class="quiet figure">{{ at + 1 }}</span>
        <span class="what">
          <strong>{{ step.title }}</strong>
          <span class="quiet small">{{ [doneBy(step), step.detail, words(step)].filter(Boolean).join('; ') }}</span>
        </span>
        <span class="ways">
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
      <div v-if="open === step.id" class="choices">
        <StepChoices :model-value="step" :scene="scene" @update:model-value="(changed: PlannedStep) => replace(at, changed)" />
      </div>
    </li>
  </ol>
  <p class="add">
    <Button type="link" @click="add('confirm')">Add something to confirm</Button>
    <Button type="link" @click="add('routine')">Add a routine</Button>
    <Button v-if="!steps.some(({ kind }) => kind === 'tools')" type="link" @click="add('tools')">Add a run of tools</Button>
  </p>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  border-bottom: 1px solid var(--rule);
}
.dragged {
  opacity: 0.5;
}
.line {
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr) auto;
  gap: 4px 10px;
  align-items: center;
  min-height: 52px;
  cursor: grab;
}
.what {
  display: grid;
}
.choices {
  padding: 4px 0 14px 36px;
}
.add {
  margin: 4px 0 0;
}
@media (max-width: 760px) {
  .line {
    grid-template-columns: 20px minmax(0, 1fr);
  }
  .ways {
    grid-column: 2;
  }
  .choices {
    padding-left: 0;
  }
}
</style>
