<script setup lang="ts">
import type { Notice } from '@rook/contract'
import type { RouteLocationRaw } from 'vue-router'
import VerdictMark from '../../parts/VerdictMark.vue'

/** The notices of a machine. Each is a link to the page on which a person can act on it. */
const props = defineProps<{ notices: readonly Notice[]; machine: string }>()

function wayTo({ mendedAt }: Notice): RouteLocationRaw {
  switch (mendedAt.place) {
    case 'machine':
      return { name: 'machine', params: { machine: props.machine } }
    case 'control':
      return { name: 'held', params: { machine: props.machine } }
    case 'tools':
      return { name: 'machine-tools', params: { machine: props.machine } }
    case 'run':
      return { name: 'machine-run', params: { machine: props.machine } }
    case 'step':
      return { name: 'step', params: { setup: mendedAt.setup, step: mendedAt.step } }
    case 'setup':
      return { name: 'setup', params: { setup: mendedAt.setup } }
    case 'tool':
      return { name: 'tool', params: { assembly: mendedAt.id } }
    case 'entry':
      return { name: 'entry', params: { entry: mendedAt.id } }
  }
}
</script>

<template>
  <ul class="list-none" aria-label="Look at this first">
    <li v-for="notice in notices" :key="notice.sentence" :class="notice.verdict">
      <RouterLink class="flex gap-2.5 items-center px-0 py-0.25 text-15 text-inherit no-underline" :to="wayTo(notice)"
        ><VerdictMark :verdict="notice.verdict" />
        <span class="in-[a:hover]:underline in-[a:hover]:underline-offset-[3px]">{{ notice.sentence }}</span></RouterLink
      >
    </li>
  </ul>
</template>

<style scoped>
ul {
  margin: 0;
  padding: 0;
}
a {
  min-height: 24px;
}
svg {
  flex: none;
}
@media (pointer: coarse) {
  a {
    min-height: 44px;
  }
}
</style>
