<script setup lang="ts">
import type { SeveralInput } from '@rook/core'
import { Select } from 'ant-design-vue'
import { computed } from 'vue'
import { vAccessible } from '../ui/accessible-select.ts'
import type { FieldEvents, FieldProps } from './field.ts'

const value = defineModel<string>({ required: true })
const props = defineProps<FieldProps<SeveralInput>>()
defineEmits<FieldEvents>()
const chosen = computed(() => value.value.split(',').filter(Boolean))
const options = computed(() =>
  props.input.options.map(({ value: code, label, note }) => ({ value: code, label: note ? `${label}, ${note}` : label })),
)
</script>

<template>
  <div class="several choice grid grid-cols-1 gap-0.25 content-start">
    <span class="label text-quiet text-14">{{ input.label }}</span>
    <Select
      mode="multiple"
      :value="chosen"
      :options="options"
      v-accessible="input.label"
      :data-input="input.id"
      :max-tag-count="2"
      placeholder="none"
      option-label-prop="value"
      @change="(codes) => (value = (codes as string[]).join(','))"
    />
  </div>
</template>

<style scoped>
.label {
  line-height: 1.2;
}
.several :deep(.ant-select-selector) {
  height: 44px;
  overflow: hidden;
}
.several :deep(.ant-select-selection-item) {
  height: 30px;
  line-height: 28px;
}
</style>
