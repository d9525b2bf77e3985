<script setup lang="ts">
import { formatAngle, readAngle, type AngleInput } from '@rook/core'
import { computed } from 'vue'
import type { FieldEvents, FieldProps } from './field.ts'
import SmallField from './SmallField.vue'

const text = defineModel<string>({ required: true })
const props = defineProps<FieldProps<AngleInput>>()
defineEmits<FieldEvents>()
const reads = computed(() => {
  const reading = readAngle(text.value, props.input.label)
  return reading.kind === 'angle' ? formatAngle(reading.value) : ''
})
</script>

<template>
  <SmallField
    v-model="text"
    :input="input"
    :behind="reads || '\u00b0'"
    :problem="problem"
    :asked="asked"
    :bare="bare"
    placeholder="0"
    @next="$emit('next')"
    @back="$emit('back')"
  />
</template>
