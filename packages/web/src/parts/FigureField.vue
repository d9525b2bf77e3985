<script setup lang="ts">
import { formatExact, formatLength, decimalsFor, readLength, type LengthInput, type MachineRecord, type Problem } from '@rook/core'
import { computed, ref } from 'vue'
import { inOther } from '../client/other-unit.ts'
import { useNumberPad } from './number-pad.ts'
import { inOtherUnit } from './written.ts'

const text = defineModel<string>({ required: true })
const props = defineProps<{
  input: LengthInput
  machine: Pick<MachineRecord, 'unit' | 'increment'>
  problem?: Problem | undefined
  asked: boolean
  /** Where several stand side by side. */
  narrow?: boolean | 'most'
}>()
const emit = defineEmits<{ next: []; back: []; agree: [] }>()

const pad = useNumberPad()
const field = ref<HTMLInputElement | null>(null)

/** What the text comes to, when that is not plain from the text itself. */
const resolved = computed(() => {
  const reading = readLength(text.value, { name: props.input.label, unit: props.machine.unit, grid: props.input.grid })
  if (reading.kind !== 'length') return null
  if (inOther.value) return `= ${inOtherUnit(reading.value, props.machine)}`
  if (/^[+-]?\d*[.,]?\d*$/.test(text.value.trim())) return null
  const { unit, increment } = props.machine
  const decimals = decimalsFor(increment, unit)
  const shown = formatLength(reading.value, { unit, decimals })
  const exact = formatExact(reading.value, unit)
  if (reading.exact !== undefined) return `${reading.exact}, rounded to ${shown} ${unit}`
  return `= ${exact.length > shown.length ? exact : shown} ${unit}`
})

function keydown(event: KeyboardEvent): void {
  if (event.key !== 'Enter' || event.ctrlKey || event.metaKey) return
  event.preventDefault()
  if (props.problem?.kind === 'ask') return emit('agree')
  if (event.shiftKey) emit('back')
  else emit('next')
}

/** What a press finds: nothing, a part or all of the figure selected; null where the field was not in use. */
const before = ref<'none' | 'all' | null>(null)
function selected(input: HTMLInputElement): typeof before.value {
  if (document.activeElement !== input) return null
  return input.selectionStart === 0 && input.selectionEnd === input.value.length ? 'all' : 'none'
}
/** A press into a figure takes all of it, to be typed over; one more press sets the cursor where it fell. */
function pressed(input: HTMLInputElement): void {
  if (before.value !== 'all') input.select()
}

defineExpose({ focus: () => field.value?.focus() })
</script>

<template>
  <span class="figure-field relative inline-flex justify-end min-w-0">
    <span v-if="resolved" class="resolved figure text-note" data-resolved>{{ resolved }}</span>
    <input
      ref="field"
      v-model="text"
      type="text"
      class="figure h-11 px-2 py-0 text-right text-ink border-0 border-b-2 border-b-act rounded-[0] [&.wrong]:border-b-stop [&.most]:px-1.5 [&.most]:py-0"
      :class="{ asked, wrong: problem, narrow, most: narrow === 'most' }"
      :inputmode="pad.onTouch ? 'none' : 'text'"
      autocomplete="off"
      autocapitalize="off"
      spellcheck="false"
      :aria-label="input.label"
      :aria-invalid="problem ? 'true' : undefined"
      :data-input="input.id"
      maxlength="120"
      @keydown="keydown"
      @focus="(($event.target as HTMLInputElement).select(), pad.attach($event.target as HTMLInputElement))"
      @pointerdown="before = selected($event.target as HTMLInputElement)"
      @click="pressed($event.target as HTMLInputElement)"
      @blur="pad.detach($event.target as HTMLInputElement)"
    />
  </span>
</template>

<style scoped>
.figure-field {
  align-items: center;
  gap: 10px;
}
/* Over the end of the label, so that the lines stay where they are while one types. */
.figure-field:not(:has(.narrow)) .resolved {
  position: absolute;
  right: calc(100% + 8px);
  background: var(--sheet);
  padding-left: 8px;
}
.resolved {
  font-size: 16px;
}
input {
  width: 152px;
  font: inherit;
  font-size: 21px;
  background: var(--act-soft);
}
input.asked:not(:focus) {
  background: transparent;
  outline: 2px dashed var(--act);
  outline-offset: -2px;
}
input:focus {
  outline: 2px solid var(--act);
  outline-offset: 0;
  background: var(--sheet);
}
input.narrow {
  width: 124px;
  font-size: 19px;
}
input.most {
  width: 102px;
  font-size: 18px;
}
.figure-field:has(.narrow) {
  flex-direction: column;
  align-items: flex-end;
  gap: 0;
}
.figure-field:has(.narrow) .resolved {
  order: 2;
  font-size: 14px;
}
</style>
