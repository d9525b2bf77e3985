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
  <p class="summary sheet">
    <span v-for="one in said" :key="one.label"
      ><span class="quiet">{{ one.label }}</span> {{ one.value }}</span
    >
    <Button type="link" @click="$emit('open')">change</Button>
  </p>
</template>

<style scoped>
.summary {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 22px;
  margin: 0;
  padding: 0 14px;
  min-height: 46px;
}
.link {
  margin-left: auto;
}
</style>
