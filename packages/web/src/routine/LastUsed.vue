<script setup lang="ts">
import type { InputSpec, RawInputs } from '@rook/core'
import { Button } from 'ant-design-vue'
import { computed } from 'vue'
import { useEntries, useEntry } from '../client/queries.ts'
import { lastUsed } from './last-used.ts'

/** Outside a setup nothing is given: the slot, the gauge and the tool that were used last on the machine are one touch away. */
const props = defineProps<{ machine: string; inputs: readonly InputSpec[]; raw: RawInputs }>()
defineEmits<{ take: [input: string, value: string] }>()

/** Entries that somebody chose something for. */
const CHOSEN_IN = ['pick-up', 'touch-off', 'calibration', 'wear']
const lines = useEntries(() => ({ machine: props.machine, limit: 8 }))
const newest = computed(() => (lines.data.value?.entries ?? []).filter(({ kind }) => CHOSEN_IN.includes(kind)))
const entries = [0, 1].map((at) => useEntry(() => newest.value[at]?.id ?? null))
const before = computed(() => entries.flatMap(({ data }) => (data.value?.content.inputs ? [data.value.content.inputs] : [])))
const offered = computed(() => lastUsed(props.inputs, props.raw, before.value))
</script>

<template>
  <p
    v-if="offered.length > 0"
    class="sheet flex flex-wrap gap-x-3.5 gap-y-1.5 items-center justify-between m-0 px-3.5 py-1.5"
    data-last-used
  >
    <span>Last used here: {{ offered.map(({ words }) => words).join('; ') }}.</span>
    <Button @click="offered.forEach(({ input, value }) => $emit('take', input, value))"
      >Take {{ offered.length === 1 ? 'it' : 'them' }}</Button
    >
  </p>
</template>
