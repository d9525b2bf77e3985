<script setup lang="ts">
import type { PracticePanel, PressBody } from '@rook/contract'
import { Button, Form } from 'ant-design-vue'
import { computed, ref } from 'vue'
import PickField from '../../ui/PickField.vue'
import WordField from '../../ui/WordField.vue'

/** A value typed into the control, as a person would from a slip of paper. */
const props = defineProps<{ panel: PracticePanel; disabled: boolean }>()
const emit = defineEmits<{ press: [body: PressBody] }>()

const register = ref('')
const figure = ref('')
const options = computed(() => props.panel.registers.map(({ name, value }) => ({ value: name, label: `${name}  ${value}` })))

function type(): void {
  emit('press', { press: 'type', register: register.value, figure: figure.value })
  figure.value = ''
}
</script>

<template>
  <Form class="flex flex-wrap gap-x-3.5 gap-y-2.5 items-end my-3" @submit.prevent="type">
    <PickField v-model="register" class="min-w-55" label="Register" :options="options" placeholder="pick one" />
    <WordField v-model="figure" class="w-40" figure :label="`Value, ${panel.unit}`" :maxlength="14" />
    <Button html-type="submit" size="large" :disabled="disabled || register === '' || figure.trim() === ''">Type it in</Button>
  </Form>
</template>
