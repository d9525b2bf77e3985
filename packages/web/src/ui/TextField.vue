<script setup lang="ts">
import { Textarea } from 'ant-design-vue'
import Field from './Field.vue'

/** Several lines of words: a reason, a remark, what is pasted. */
const text = defineModel<string>({ required: true })
defineOptions({ inheritAttrs: false })
withDefaults(defineProps<{ label: string; maxlength: number; rows?: number; figure?: boolean; problem?: string | undefined }>(), {
  rows: 3,
})
</script>

<template>
  <Field v-slot="{ id }" :class="$attrs.class" :label="label" :problem="problem">
    <Textarea
      v-bind="{ ...$attrs, class: undefined }"
      :id="id"
      v-model:value="text"
      :class="{ figure }"
      :rows="rows"
      :maxlength="maxlength"
    />
  </Field>
</template>
