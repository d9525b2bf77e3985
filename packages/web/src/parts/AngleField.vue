<script setup lang="ts">
import { formatAngle, readAngle, type AngleInput, type Problem } from '@rook/core'
import { computed } from 'vue'

const text = defineModel<string>({ required: true })
const props = defineProps<{ input: AngleInput; problem?: Problem | undefined; asked: boolean }>()
const reads = computed(() => {
  const reading = readAngle(text.value, props.input.label)
  return reading.kind === 'angle' ? formatAngle(reading.value) : ''
})
</script>

<template>
  <label class="angle">
    <span class="label" :class="{ now: asked }">{{ input.label }}</span>
    <span class="row">
      <input
        v-model="text"
        class="figure"
        :class="{ wrong: problem }"
        :data-input="input.id"
        :aria-label="input.label"
        inputmode="decimal"
        placeholder="0"
        maxlength="40"
        autocomplete="off"
      />
      <span class="quiet figure">{{ reads || '\u00b0' }}</span>
    </span>
    <span v-if="problem" class="stop small" role="alert">{{ problem.sentence }}</span>
  </label>
</template>

<style scoped>
.angle {
  display: grid;
  gap: 1px;
}
.label {
  color: var(--quiet);
  font-size: 14px;
  line-height: 1.2;
  white-space: nowrap;
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
  width: 84px;
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
