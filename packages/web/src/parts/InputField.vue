<script setup lang="ts">
import type { InputSpec } from '@rook/core'
import { defineAsyncComponent, type Component } from 'vue'
import AngleField from './AngleField.vue'
import ChoiceField from './ChoiceField.vue'
import type { FieldEvents, FieldProps } from './field.ts'
import LengthField from './LengthField.vue'
import NumberField from './NumberField.vue'

/** The field for whatever a routine asks. A new kind of input is one line here. */
const FIELDS: Record<InputSpec['kind'], Component> = {
  choice: ChoiceField,
  // Few routines ask for it, and none before a first figure.
  several: defineAsyncComponent(() => import('./SeveralField.vue')),
  number: NumberField,
  angle: AngleField,
  length: LengthField,
}
const text = defineModel<string>({ required: true })
defineProps<FieldProps>()
defineEmits<FieldEvents>()
</script>

<template>
  <component
    :is="FIELDS[input.kind]"
    v-model="text"
    :input="input"
    :machine="machine"
    :problem="problem"
    :asked="asked"
    :bare="bare"
    :narrow="narrow"
    @next="$emit('next')"
    @back="$emit('back')"
    @agree="$emit('agree')"
  />
</template>
