<script setup lang="ts">
import { formatExact, readLength, type InputSpec, type MachineRecord } from '@rook/core'
import { Button } from 'ant-design-vue'
import { computed } from 'vue'

const props = defineProps<{ inputs: InputSpec[]; raw: Record<string, string>; machine: Pick<MachineRecord, 'unit'> }>()
defineEmits<{ open: [] }>()

const said = computed(() =>
  props.inputs.flatMap((input) => {
    const text = props.raw[input.id] ?? ''
    return text === '' ? [] : [{ label: input.label, value: valueOf(input, text) }]
  }),
)

function valueOf(input: InputSpec, text: string): string {
  if (input.kind === 'choice') {
    const option = input.options.find(({ value }) => value === text)
    return option ? [option.label, input.shown === 'row' ? option.note : undefined].filter(Boolean).join(', ') : text
  }
  if (input.kind === 'length') {
    const reading = readLength(text, { name: input.label, unit: props.machine.unit, grid: input.grid })
    return reading.kind === 'length' ? formatExact(reading.value, props.machine.unit) : text
  }
  return text.replaceAll(',', ', ')
}
</script>

<template>
  <p class="sheet flex flex-wrap items-center gap-x-5.5 gap-y-0 m-0 px-3.5 py-0 min-h-11.5">
    <span v-for="one in said" :key="one.label"
      ><span class="quiet">{{ one.label }}</span> {{ one.value }}</span
    >
    <Button type="link" @click="$emit('open')">change</Button>
  </p>
</template>

<style scoped>
.link {
  margin-left: auto;
}
</style>
