<script setup lang="ts">
import type { Verdict } from '@rook/core'

defineProps<{ verdict: Verdict | 'to-see' }>()
const WORDS = { clear: 'clear', query: 'query', stop: 'stop', 'to-see': 'to be seen' }
</script>

<!-- Clear is a small open ring, query a half-filled diamond, stop a filled bar; never colour alone. -->
<template>
  <svg viewBox="0 0 16 16" width="16" height="16" role="img" :aria-label="WORDS[verdict]" :class="verdict">
    <circle v-if="verdict === 'clear'" cx="8" cy="8" r="4.5" fill="none" stroke="currentColor" stroke-width="2" />
    <template v-else-if="verdict === 'query'">
      <path d="M8 1.5L14.5 8L8 14.5L1.5 8z" fill="none" stroke="currentColor" stroke-width="1.6" />
      <path d="M8 1.5L1.5 8L8 14.5z" fill="currentColor" />
    </template>
    <rect v-else-if="verdict === 'stop'" x="1" y="5" width="14" height="6" fill="currentColor" />
    <rect v-else x="2.5" y="2.5" width="11" height="11" fill="none" stroke="currentColor" stroke-width="1.8" />
  </svg>
</template>

<style scoped>
.clear {
  color: var(--act);
}
.query {
  color: var(--query);
}
.stop {
  color: var(--stop);
}
.to-see {
  color: var(--note);
}
svg {
  flex: none;
}
</style>
