<script setup lang="ts">
import { isPlannable, routineById, routinesFor, runChoices, runInputs, type PlannedStep, type Scene } from '@rook/core'
import { computed, ref } from 'vue'
import GivenStrip from '../../parts/GivenStrip.vue'
import PickField from '../../ui/PickField.vue'
import { linesOf } from '../../ui/shapes.ts'
import TextField from '../../ui/TextField.vue'
import WordField from '../../ui/WordField.vue'

/** One step of an order of work: its words, the routine that does it, and the routine's own strip of choices without its readings. */
const step = defineModel<PlannedStep>({ required: true })
const props = defineProps<{ scene: Scene }>()

const routines = computed(() =>
  routinesFor(props.scene.machine).map(({ routine: { id, name } }) => ({ value: id as string | null, label: name })),
)
const asked = computed(() => {
  const { kind, routine, preset } = step.value
  if (kind === 'tools') return runInputs(preset, props.scene)
  return (routine === null ? [] : (routineById(routine)?.inputs(props.scene, preset) ?? [])).filter(isPlannable)
})
const choices = computed(() => (step.value.kind === 'tools' ? runChoices(props.scene) : []))

function change(what: Partial<PlannedStep>): void {
  step.value = { ...step.value, ...what }
}
/** As it is typed, empty lines and all; the step has the lines that say something. */
const checks = ref((step.value.checks ?? []).join('\n'))
function typeChecks(text: string): void {
  checks.value = text
  change({ checks: linesOf(text) })
}
function type(input: string, text: string): void {
  const { [input]: _old, ...rest } = step.value.preset
  change({ preset: text === '' ? rest : { ...rest, [input]: text } })
}
</script>

<template>
  <div class="fields">
    <WordField :model-value="step.title" label="Step" :maxlength="80" @update:model-value="(title: string) => change({ title })" />
    <WordField
      :model-value="step.detail ?? ''"
      label="What to mind"
      :maxlength="200"
      @update:model-value="(detail: string) => change({ detail: detail || null })"
    />
    <PickField
      v-if="step.kind === 'routine'"
      :model-value="step.routine"
      label="Done by"
      :options="routines"
      @update:model-value="(routine: string | null) => change({ routine, preset: {} })"
    />
    <PickField
      v-for="choice in choices"
      :key="choice.id"
      :model-value="step.preset[choice.id] ?? null"
      :label="choice.label"
      :options="choice.options"
      @update:model-value="(way: string | null) => way && type(choice.id, way)"
    />
  </div>
  <TextField
    v-if="step.kind === 'confirm' || step.kind === 'homed'"
    class="strip mt-2.5"
    :model-value="checks"
    label="Checklist, a line each"
    :rows="4"
    :maxlength="4000"
    @update:model-value="typeChecks"
  />
  <GivenStrip
    v-if="asked.length > 0"
    class="strip mt-2.5"
    :inputs="asked"
    :raw="{ ...step.preset }"
    :problems="[]"
    :asked="null"
    :machine="scene.machine"
    @type="type"
  />
</template>
