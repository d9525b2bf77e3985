<script setup lang="ts">
import type { LengthConvention, Scene } from '@rook/core'
import type { ConversionForm } from './conversion.ts'
import WordField from '../../ui/WordField.vue'
import PickField from '../../ui/PickField.vue'

/** What fixes lengths that a file counts another way than the machine. */
defineProps<{ scene: Scene; lengths: LengthConvention }>()
const form = defineModel<ConversionForm>({ required: true })
const words = (convention: LengthConvention) => convention.replace('-', ' ')
</script>

<template>
  <div class="sheet flex flex-wrap gap-x-4.5 gap-y-2.5 items-end px-4 py-2.5">
    <p class="basis-full m-0">
      {{ scene.machine.name }} counts lengths as {{ words(scene.machine.lengthConvention) }}, its lines as {{ words(lengths) }}. For every
      slot and tool, work offset and length together stay the same.
    </p>
    <PickField v-model="form.slot" label="With the Z of" :options="scene.machine.slots.map(({ code }) => ({ value: code, label: code }))" />
    <PickField
      v-if="lengths !== 'touch-off'"
      v-model="form.tool"
      :label="lengths === 'reference-tool' ? 'Reference tool' : 'Tool of known length'"
      :options="scene.tools.map(({ number, name }) => ({ value: number, label: `T${number}, ${name}` }))"
    />
    <WordField v-model="form.known" label="Its length from the gauge line" figure :maxlength="40" v-if="lengths === 'gauge-length'" />
  </div>
</template>
