<script setup lang="ts">
import { InputPassword } from 'ant-design-vue'
import Field from '../../ui/Field.vue'

/** A signature: the own PIN once more. */
const pin = defineModel<string>({ required: true })
defineProps<{ label: string }>()
</script>

<template>
  <Field v-slot="{ id }" :label="label">
    <InputPassword :id="id" v-model:value="pin" inputmode="numeric" autocomplete="off" :maxlength="8" />
  </Field>
</template>
