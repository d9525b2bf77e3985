<script setup lang="ts">
import { routineById, type RawInputs } from '@rook/core'
import type { Entry } from '@rook/contract'
import { computed, ref } from 'vue'
import { useContextLine } from '../client/context.ts'
import { useScene } from '../client/queries.ts'
import RoutinePanes from './RoutinePanes.vue'
import type { RoutineAt } from './use-routine.ts'
import Opening from '../parts/Opening.vue'

const props = defineProps<{
  machine: string
  setup: string | null
  step: string | null
  routine: string
  preset: RawInputs
  heading?: string
  apart?: string
}>()
defineEmits<{ recorded: [entry: Entry] }>()

const scene = useScene(
  () => props.machine,
  () => props.setup,
)
const routine = computed(() => routineById(props.routine))
const at = computed<RoutineAt>(() => ({
  machine: props.machine,
  setup: props.setup,
  step: props.step,
  routine: props.routine,
  preset: props.preset,
  apart: props.apart,
}))
const unfit = computed(() => {
  if (!routine.value || !scene.data.value) return null
  const { machine } = scene.data.value
  if (!routine.value.machines.includes(machine.kind)) return `${routine.value.name} is not done on a ${machine.kind}.`
  return routine.value.unfit?.(machine) ?? null
})
// A setup's own page says machine, job and operation; without one the machine alone is the context.
useContextLine(() => (!props.setup && scene.data.value ? [scene.data.value.machine.name] : null))
/** The register in full: what this will write, and where. */
const target = ref<string | null>(null)
</script>

<template>
  <div v-if="!routine" class="page">
    <p class="stop">There is no routine called “{{ props.routine }}”.</p>
  </div>
  <div v-else-if="unfit" class="page">
    <h1>{{ routine.name }}</h1>
    <p class="query">{{ unfit }}</p>
  </div>
  <div v-else-if="scene.data.value" class="routine px-5 pt-3 pb-3.5 grid grid-rows-[auto_minmax(0,1fr)] gap-2.5 max-narrow:p-3">
    <header>
      <h1>{{ heading ?? routine.name }}</h1>
      <span class="quiet flex-1">{{ heading ? routine.name.toLowerCase() : routine.purpose }}</span>
      <slot name="ways" />
      <span v-if="target"
        >writes to <strong class="border-b-2 border-b-ink">{{ target }} on {{ scene.data.value.machine.name }}</strong></span
      >
    </header>
    <RoutinePanes
      :key="`${machine}:${setup}:${step}:${apart}:${props.routine}`"
      :at="at"
      :scene="scene.data.value"
      @recorded="(entry) => $emit('recorded', entry)"
      @target="(register) => (target = register)"
    />
  </div>
  <Opening v-else class="page" :error="scene.error.value" />
</template>

<style scoped>
.routine {
  min-height: 100%;
}
header {
  display: flex;
  align-items: baseline;
  gap: 14px;
  flex-wrap: wrap;
}
</style>
