<script setup lang="ts">
import type { NumberInput } from '@rook/core'
import type { FieldEvents, FieldProps } from './field.ts'
import SmallField from './SmallField.vue'

const text = defineModel<string>({ required: true })
defineProps<FieldProps<NumberInput>>()
defineEmits<FieldEvents>()
</script>

<template>
  <SmallField
    v-model="text"
    :input="input"
    :behind="input.unit"
    :problem="problem"
    :asked="asked"
    :bare="bare"
    @next="$emit('next')"
    @back="$emit('back')"
  />
</template>
