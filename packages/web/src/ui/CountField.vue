<script setup lang="ts">
import { InputNumber } from 'ant-design-vue'
import Field from './Field.vue'

/** A whole number: how many of something, never a length. */
const count = defineModel<number>({ required: true })
defineOptions({ inheritAttrs: false })
defineProps<{ label: string; min: number; max: number; disabled?: boolean }>()
</script>

<template>
  <Field v-slot="{ id }" class="[&.ant-input-number]:w-full" :class="$attrs.class" :label="label">
    <InputNumber
      v-bind="{ ...$attrs, class: undefined }"
      :id="id"
      class="figure [&.ant-input-number]:w-full"
      :value="count"
      :min="min"
      :max="max"
      :precision="0"
      :disabled="disabled"
      @update:value="(value) => typeof value === 'number' && (count = value)"
    />
  </Field>
</template>
