<script setup lang="ts">
import type { NumberInput, Problem } from '@rook/core'
import SmallField from './SmallField.vue'

const text = defineModel<string>({ required: true })
defineProps<{ input: NumberInput; problem?: Problem | undefined; asked: boolean }>()
</script>

<template>
  <SmallField v-model="text" :input="input" :behind="input.unit" :problem="problem" :asked="asked" />
</template>
