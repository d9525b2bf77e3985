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
  <div
    v-if="pad.open"
    class="sheet fixed left-22 bottom-3 z-20 p-2.5 w-[min(348px,calc(100vw_-_24px))] border-act max-phone:left-3"
    aria-label="Number pad"
    @pointerdown.prevent
    @mousedown.prevent
  >
    <p v-if="told" class="told mx-0 mt-0 mb-2 text-query" role="status">{{ told }}</p>
    <div class="keys grid grid-cols-[repeat(4,1fr)] gap-1.5">
      <template v-for="row in ROWS" :key="row[0]">
        <button
          v-for="key in row"
          :key="key"
          class="h-14.5 [font:inherit] text-21 bg-paper text-ink border border-rule rounded-3"
          type="button"
          @click="pad.type(key)"
        >
          {{ NAMES[key] ?? key }}
        </button>
      </template>
      <button class="h-14.5 [font:inherit] text-21 bg-paper text-ink border border-rule rounded-3" type="button" @click="pad.turnSign">
        &plusmn;
      </button>
      <button class="h-14.5 [font:inherit] text-21 bg-paper text-ink border border-rule rounded-3" type="button" @click="pad.type(' in')">
        in
      </button>
      <button class="h-14.5 [font:inherit] text-21 bg-paper text-ink border border-rule rounded-3" type="button" @click="pad.type(' mm')">
        mm
      </button>
      <button class="h-14.5 [font:inherit] text-21 bg-paper text-ink border border-rule rounded-3" type="button" @click="pad.erase">
        Erase
      </button>
      <button
        type="button"
        class="wide h-14.5 [font:inherit] bg-paper text-ink border border-rule rounded-3 col-[span_2] text-17"
        @click="pad.close"
      >
        Close
      </button>
      <button
        type="button"
        class="wide next h-14.5 [font:inherit] border border-rule rounded-3 col-[span_2] text-17 bg-act text-sheet"
        @click="pad.next"
      >
        Next
      </button>
    </div>
  </div>
</template>
