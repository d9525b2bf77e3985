<script setup lang="ts">
import { Button } from 'ant-design-vue'
import type { LengthInput } from '@rook/core'
import type { FieldEvents, FieldProps } from './field.ts'
import FigureField from './FigureField.vue'

/** A length among the choices: its label above, what is wrong with it below. On a line of the working, the figure alone. */
const text = defineModel<string>({ required: true })
defineProps<FieldProps<LengthInput>>()
defineEmits<FieldEvents>()
</script>

<template>
  <FigureField
    v-if="bare"
    v-model="text"
    :input="input"
    :machine="machine"
    :problem="problem"
    :asked="asked"
    :narrow="narrow"
    @next="$emit('next')"
    @back="$emit('back')"
    @agree="$emit('agree')"
  />
  <div v-else class="length-field grid gap-0.25 content-end">
    <span class="label text-quiet text-14 leading-[1.2] [&.now]:text-act [&.now]:font-bold" :class="{ now: asked }"
      >{{ input.label }}<span v-if="input.optional" class="quiet">, if known</span></span
    >
    <FigureField v-model="text" :input="input" :machine="machine" :problem="problem" :asked="asked" narrow @agree="$emit('agree')" />
    <p v-if="problem" class="small m-0" :class="problem.kind === 'ask' ? 'query' : 'stop'" role="alert">
      {{ problem.sentence }}
      <Button type="link" v-if="problem.kind === 'ask'" @click="$emit('agree')">Use it</Button>
    </p>
  </div>
</template>

<style scoped>
.length-field :deep(.figure-field) {
  align-items: stretch;
}
.length-field :deep(input) {
  width: 100%;
}
</style>
