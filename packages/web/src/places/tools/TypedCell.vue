<script setup lang="ts">
import { asRegister, isSuspect, parseRegisterKey, registerName, type RegisterKey, type Scene, type StandingNote } from '@rook/core'
import { computed, ref, watch } from 'vue'
import { useNumberPad } from '../../parts/number-pad.ts'
import type { EditsState } from './use-edits.ts'

/** One register in the tools table: its figure with its standing, typed over in place. */
const props = defineProps<{ register: RegisterKey; note: StandingNote; scene: Scene; edits: EditsState; cell: string; brief?: boolean }>()
const emit = defineEmits<{ go: [down: 1 | -1]; paste: [event: ClipboardEvent] }>()
const pad = useNumberPad()

const field = ref<HTMLInputElement | null>(null)
// Rows are reused while one scrolls: whoever was typing in this one is not typing in the next.
watch(
  () => props.register,
  () => document.activeElement === field.value && field.value?.blur(),
)
const typed = computed(() => props.edits.pending.value.texts[props.register])
const standing = computed(() => props.scene.standing[props.register])
const shown = computed(() => typed.value ?? (standing.value ? asRegister(props.register, standing.value.value, props.scene.machine) : ''))
const problem = computed(() => props.edits.read.value?.problems[props.register])
const word = computed(() => {
  if (typed.value === undefined) return WORDS[props.note.word] ?? props.note.word
  if (problem.value) return 'not understood'
  return standing.value ? `was ${asRegister(props.register, standing.value.value, props.scene.machine)}` : 'was unset'
})
/** An empty cell says by itself that it is unset; wear that is put to zero stands at zero. */
const WORDS: Partial<Record<StandingNote['word'], string>> = { unset: '', ...(props.brief ? { 'zero on purpose': 'put to 0' } : {}) }
const suspect = computed(() => typed.value === undefined && isSuspect(props.note))

function input(event: Event): void {
  const { value } = event.target as HTMLInputElement
  if (value.trim() === '' && !standing.value) props.edits.drop(props.register)
  else props.edits.type(props.register, value)
}

function keydown(event: KeyboardEvent): void {
  if (event.key === 'Escape') props.edits.drop(props.register)
  else if (event.key === 'Enter' || event.key === 'ArrowDown' || event.key === 'ArrowUp') {
    event.preventDefault()
    emit('go', event.key === 'ArrowUp' || event.shiftKey ? -1 : 1)
  }
}
</script>

<template>
  <span
    class="grid justify-items-end content-center h-14.5 min-w-0"
    role="cell"
    :data-register="register"
    :data-standing="note.word"
    :title="problem ?? note.because ?? undefined"
  >
    <span
      class="block max-w-full [&.struck]:line-through [&.query]:text-query"
      :class="typed === undefined && standing ? `standing-${note.word.replaceAll(' ', '-')}` : ''"
      ><input
        ref="field"
        class="figure w-full h-7.5 px-1 py-0 text-right text-18 rounded-[0] [&.struck]:line-through [&.typed]:bg-act-soft [&.typed]:font-bold"
        :class="{ typed: typed !== undefined, wrong: problem, struck: suspect }"
        :value="shown"
        :data-cell="cell"
        :aria-label="`${registerName(parseRegisterKey(register))}, ${note.word}`"
        :aria-invalid="problem ? 'true' : undefined"
        :inputmode="pad.onTouch ? 'none' : 'text'"
        autocomplete="off"
        spellcheck="false"
        maxlength="80"
        :placeholder="brief ? '' : 'unset'"
        @input="input"
        @keydown="keydown"
        @paste="emit('paste', $event)"
        @focus="(($event.target as HTMLInputElement).select(), pad.attach($event.target as HTMLInputElement))"
        @blur="pad.detach($event.target as HTMLInputElement)"
    /></span>
    <span
      class="word text-14 leading-[1.2] whitespace-nowrap [&.query]:text-query"
      :class="{ stop: suspect || problem, query: typed === undefined && note.word === 'estimated', now: typed !== undefined && !problem }"
      >{{ word }}</span
    >
  </span>
</template>

<style scoped>
.struck {
  color: var(--stop);
}
input {
  font: inherit;
  color: var(--ink);
  background: transparent;
  border-width: 0;
}
input:hover {
  background: var(--act-soft);
}
input:focus {
  outline: 2px solid var(--act);
  background: var(--sheet);
}
input.typed {
  border-bottom: 2px solid var(--act);
}
input.wrong {
  border-bottom-color: var(--stop);
  color: var(--stop);
}
input::placeholder {
  color: var(--quiet);
  font-style: italic;
}
.word {
  color: var(--quiet);
}
.now {
  color: var(--act);
}
.stop {
  color: var(--stop);
}
</style>
