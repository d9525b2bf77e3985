<script setup lang="ts">
import type { InputSpec, Problem } from '@rook/core'

/** A short figure of the choices' strip that is no length: its label above, its unit or what it reads as behind. */
const text = defineModel<string>({ required: true })
defineProps<{
  input: InputSpec
  behind: string
  problem?: Problem | undefined
  asked: boolean
  placeholder?: string
  bare?: boolean | undefined
}>()
defineEmits<{ next: []; back: [] }>()
</script>

<template>
  <label class="grid gap-0.25" :class="{ bare }">
    <span v-if="!bare" class="label text-quiet text-14 leading-[1.2] [&.now]:text-act [&.now]:font-bold" :class="{ now: asked }"
      >{{ input.label }}<span v-if="input.optional" class="quiet">, if known</span></span
    >
    <span class="row flex items-center gap-2 in-[.bare]:justify-end">
      <input
        v-model="text"
        class="figure w-23 h-11 px-2 py-0 text-right [font:inherit] text-18 text-ink bg-act-soft border-0 border-b-2 border-b-act [&.wrong]:border-b-stop in-[.bare]:w-32.5 in-[.bare]:text-20"
        :class="{ wrong: problem }"
        :data-input="input.id"
        :aria-label="input.label"
        :placeholder="placeholder"
        inputmode="decimal"
        maxlength="40"
        autocomplete="off"
        @keydown.enter.exact.prevent="$emit('next')"
        @keydown.enter.shift.prevent="$emit('back')"
      />
      <span class="quiet figure">{{ behind }}</span>
    </span>
    <span v-if="problem && !bare" class="stop small" role="alert">{{ problem.sentence }}</span>
  </label>
</template>
