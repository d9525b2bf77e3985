<script setup lang="ts">
import type { HandoverLine } from '@rook/core'
import { Checkbox } from 'ant-design-vue'
import VerdictMark from '../../parts/VerdictMark.vue'

/** The lines of a handover, each with the entry behind it; whoever leaves strikes out what the next shift need not know. */
const struck = defineModel<readonly string[] | null>('struck', { default: null })
defineProps<{ lines: readonly HandoverLine[] }>()

const MARKS: Readonly<Record<HandoverLine['kind'], 'stop' | 'query' | 'clear'>> = {
  released: 'stop',
  suspect: 'stop',
  answered: 'query',
  skipped: 'query',
  'to-look-at': 'query',
  'by-eye': 'query',
  gauge: 'query',
  setup: 'clear',
  parts: 'clear',
  typed: 'query',
}

function strike(text: string, keep: boolean): void {
  const others = (struck.value ?? []).filter((one) => one !== text)
  struck.value = keep ? others : [...others, text]
}
</script>

<template>
  <ul class="lines list-none mx-0 mt-0 mb-2.5 p-0">
    <li
      v-for="line in lines"
      :key="line.text"
      class="flex gap-2.5 items-center min-h-9.5 border-b border-b-rule"
      :data-kind="line.kind"
      :class="{ struck: struck?.includes(line.text) }"
    >
      <Checkbox
        v-if="struck !== null"
        :checked="!struck.includes(line.text)"
        :aria-label="`Hand over: ${line.text}`"
        @change="(event) => strike(line.text, event.target.checked)"
      />
      <VerdictMark :verdict="MARKS[line.kind]" />
      <span class="flex-1 in-[.struck]:line-through in-[.struck]:text-quiet"
        >{{ line.text }} <RouterLink v-if="line.entry" :to="{ name: 'entry', params: { entry: line.entry } }">entry</RouterLink></span
      >
    </li>
  </ul>
</template>
