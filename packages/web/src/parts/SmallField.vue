<script setup lang="ts">
import type { InputSpec, Problem } from '@rook/core'

/** A short figure of the choices' strip that is no length: its label above, its unit or what it reads as behind. */
const text = defineModel<string>({ required: true })
defineProps<{
  input: InputSpec
  behind: string
  problem?: Problem | undefined
  asked: boolean
  placeholder?: string
  bare?: boolean | undefined
}>()
defineEmits<{ next: []; back: [] }>()
</script>

<template>
  <label class="small-field" :class="{ bare }">
    <span v-if="!bare" class="label" :class="{ now: asked }"
      >{{ input.label }}<span v-if="input.optional" class="quiet">, if known</span></span
    >
    <span class="row">
      <input
        v-model="text"
        class="figure"
        :class="{ wrong: problem }"
        :data-input="input.id"
        :aria-label="input.label"
        :placeholder="placeholder"
        inputmode="decimal"
        maxlength="40"
        autocomplete="off"
        @keydown.enter.exact.prevent="$emit('next')"
        @keydown.enter.shift.prevent="$emit('back')"
      />
      <span class="quiet figure">{{ behind }}</span>
    </span>
    <span v-if="problem && !bare" class="stop small" role="alert">{{ problem.sentence }}</span>
  </label>
</template>

<style scoped>
.small-field {
  display: grid;
  gap: 1px;
}
/* On a line of the working its label stands at the line's beginning. */
.bare .row {
  justify-content: flex-end;
}
.bare input {
  width: 130px;
  font-size: 20px;
}
.label {
  color: var(--quiet);
  font-size: 14px;
  line-height: 1.2;
}
.now {
  color: var(--act);
  font-weight: 700;
}
.row {
  display: flex;
  align-items: center;
  gap: 8px;
}
input {
  width: 92px;
  height: 44px;
  padding: 0 8px;
  text-align: right;
  font: inherit;
  font-size: 18px;
  color: var(--ink);
  background: var(--act-soft);
  border: 0;
  border-bottom: 2px solid var(--act);
}
.wrong {
  border-bottom-color: var(--stop);
}
</style>
