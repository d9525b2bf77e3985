<script setup lang="ts" generic="Value extends string">
import { RadioButton, RadioGroup } from 'ant-design-vue'
import type { Option } from './options.ts'

/** One of a few, all in sight: one touch, or the arrow keys. */
const value = defineModel<Value>({ required: true })
defineProps<{ name: string; options: readonly Option<Value>[] }>()
</script>

<template>
  <RadioGroup v-model:value="value" :aria-label="name" role="radiogroup">
    <RadioButton v-for="one in options" :key="one.value" :value="one.value" :disabled="one.disabled ?? false">{{ one.label }}</RadioButton>
  </RadioGroup>
</template>
