<script setup lang="ts">
import type { ChoiceInput } from '@rook/core'
import { RadioButton, RadioGroup, Select } from 'ant-design-vue'
import { computed } from 'vue'
import { vAccessible } from '../ui/accessible-select.ts'
import type { FieldEvents, FieldProps } from './field.ts'

const value = defineModel<string>({ required: true })
const props = defineProps<FieldProps<ChoiceInput>>()
defineEmits<FieldEvents>()

/** What is picked has to be read whole in the closed field; where the note does not fit it stands in the list alone. */
const ROOM = 17
function inShort({ label, note }: { label: string; note?: string | undefined }): string {
  const whole = note ? `${label}, ${note}` : label
  return whole.length <= ROOM ? whole : label
}
const options = computed(() => props.input.options.map((option) => ({ ...option, chosen: inShort(option) })))
</script>

<template>
  <div class="choice" :class="{ asked }">
    <span :id="`label-${input.id}`" class="label">{{ input.label }}</span>
    <RadioGroup v-if="input.shown === 'row'" v-model:value="value" class="row" role="radiogroup" :aria-labelledby="`label-${input.id}`">
      <RadioButton v-for="option in input.options" :key="option.value" :value="option.value">
        <span>{{ option.label }}</span>
        <small v-if="option.note">{{ option.note }}</small>
      </RadioButton>
    </RadioGroup>
    <Select
      v-else
      :value="value || undefined"
      :options="options"
      :field-names="{ label: 'label', value: 'value' }"
      v-accessible="input.label"
      :data-input="input.id"
      :show-search="options.length > 8"
      :dropdown-match-select-width="false"
      option-filter-prop="chosen"
      option-label-prop="chosen"
      :status="problem ? 'error' : ''"
      placeholder="pick one"
      @change="(chosen) => (value = String(chosen))"
    >
      <template #option="{ label, note }">
        <span class="option"
          ><span>{{ label }}</span
          ><span class="quiet small">{{ note }}</span></span
        >
      </template>
    </Select>
    <p v-if="problem" class="stop small" role="alert">{{ problem.sentence }}</p>
  </div>
</template>

<style scoped>
.choice {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 1px;
  align-content: start;
}
.label {
  color: var(--quiet);
  font-size: 14px;
  line-height: 1.2;
}
.asked .label {
  color: var(--act);
  font-weight: 700;
}
.row {
  display: flex;
}
.row .ant-radio-button-wrapper {
  flex: 1;
  height: auto;
  min-height: 44px;
  padding: 2px 8px;
  display: grid;
  place-content: center;
  text-align: center;
  line-height: 1.15;
}
.row small {
  display: block;
  font-size: 14px;
  color: var(--quiet);
}
.option {
  display: flex;
  justify-content: space-between;
  gap: 16px;
}
p {
  margin: 0;
}
</style>
