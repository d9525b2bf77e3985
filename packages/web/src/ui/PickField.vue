<script setup lang="ts" generic="Value extends string | number | boolean | null">
import Field from './Field.vue'
import type { Option } from './options.ts'
import Pick from './Pick.vue'

const value = defineModel<Value>({ required: true })
defineOptions({ inheritAttrs: false })
defineProps<{ label: string; options: readonly Option<Value>[]; placeholder?: string; disabled?: boolean; problem?: string | undefined }>()
</script>

<template>
  <Field v-slot="{ id }" :class="$attrs.class" :label="label" :problem="problem">
    <Pick
      v-bind="{ ...$attrs, class: undefined }"
      :id="id"
      v-model="value"
      :name="label"
      :options="options"
      :placeholder="placeholder"
      :disabled="disabled"
    />
  </Field>
</template>
