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
  <div class="choice grid grid-cols-1 gap-0.25 content-start" :class="{ asked }">
    <span :id="`label-${input.id}`" class="label text-quiet text-14 leading-[1.2] in-[.asked]:text-act in-[.asked]:font-bold">{{
      input.label
    }}</span>
    <RadioGroup
      v-if="input.shown === 'row'"
      v-model:value="value"
      class="row flex"
      role="radiogroup"
      :aria-labelledby="`label-${input.id}`"
    >
      <RadioButton v-for="option in input.options" :key="option.value" :value="option.value">
        <span>{{ option.label }}</span>
        <small v-if="option.note" class="block text-14 text-quiet">{{ option.note }}</small>
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
      :default-active-first-option="false"
      :dropdown-match-select-width="false"
      option-filter-prop="chosen"
      option-label-prop="chosen"
      :status="problem ? 'error' : ''"
      placeholder="pick one"
      @change="(chosen) => (value = String(chosen))"
    >
      <template #option="{ label, note }">
        <span class="flex justify-between gap-4"
          ><span>{{ label }}</span
          ><span class="quiet small">{{ note }}</span></span
        >
      </template>
    </Select>
    <p v-if="problem" class="stop small m-0" role="alert">{{ problem.sentence }}</p>
  </div>
</template>

<style scoped>
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
/* A long name takes two lines of its closed field rather than dots. */
.choice :deep(.ant-select-selection-item) {
  align-self: center;
  line-height: 1.15;
  white-space: normal;
}
</style>
