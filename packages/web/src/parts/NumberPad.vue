<script setup lang="ts">
import { useNumberPad } from './number-pad.ts'

/** A warning that it would lie over is said on the pad itself. */
defineProps<{ told?: string | null }>()
const pad = useNumberPad()
const ROWS = [
  ['7', '8', '9', '/'],
  ['4', '5', '6', '+'],
  ['1', '2', '3', '-'],
  ['0', '.', ' ', ' thou'],
] as const
const NAMES: Record<string, string> = { ' ': 'space', ' thou': 'thou', '-': '\u2212' }
</script>

<!-- pointerdown is stopped so that the field keeps the focus and the cursor. -->
<template>
  <div v-if="pad.open" class="pad sheet" aria-label="Number pad" @pointerdown.prevent @mousedown.prevent>
    <p v-if="told" class="told" role="status">{{ told }}</p>
    <div class="keys">
      <template v-for="row in ROWS" :key="row[0]">
        <button v-for="key in row" :key="key" type="button" @click="pad.type(key)">{{ NAMES[key] ?? key }}</button>
      </template>
      <button type="button" @click="pad.turnSign">&plusmn;</button>
      <button type="button" @click="pad.type(' in')">in</button>
      <button type="button" @click="pad.type(' mm')">mm</button>
      <button type="button" @click="pad.erase">Erase</button>
      <button type="button" class="wide" @click="pad.close">Close</button>
      <button type="button" class="wide next" @click="pad.next">Next</button>
    </div>
  </div>
</template>

<style scoped>
.pad {
  position: fixed;
  left: 88px;
  bottom: 12px;
  z-index: 20;
  padding: 10px;
  width: min(348px, calc(100vw - 24px));
  border-color: var(--act);
}
.told {
  margin: 0 0 8px;
  color: var(--query);
}
.keys {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 6px;
}
button {
  height: 58px;
  font: inherit;
  font-size: 21px;
  background: var(--paper);
  color: var(--ink);
  border: 1px solid var(--rule);
  border-radius: 3px;
}
.wide {
  grid-column: span 2;
  font-size: 17px;
}
.next {
  background: var(--act);
  color: var(--sheet);
}
@media (max-width: 760px) {
  .pad {
    left: 12px;
  }
}
</style>
