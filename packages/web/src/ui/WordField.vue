<script setup lang="ts">
import { Input } from 'ant-design-vue'
import Field from './Field.vue'

/** A line of words or a plain figure. Figures that a register holds have a field of their own. */
const text = defineModel<string>({ required: true })
defineOptions({ inheritAttrs: false })
defineProps<{ label: string; maxlength: number; figure?: boolean; problem?: string | null; disabled?: boolean }>()
</script>

<template>
  <Field v-slot="{ id, problemId }" :class="$attrs.class" :label="label" :problem="problem">
    <Input
      v-bind="{ ...$attrs, class: undefined }"
      :id="id"
      v-model:value="text"
      :class="{ figure }"
      :maxlength="maxlength"
      :disabled="disabled"
      :aria-invalid="problem ? 'true' : undefined"
      :aria-describedby="problemId"
      autocomplete="off"
    />
  </Field>
</template>
