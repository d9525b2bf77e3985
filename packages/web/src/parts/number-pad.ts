import { useMediaQuery } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'

/** The large number pad: on touch screens it opens with the field, elsewhere never. */
export const useNumberPad = defineStore('number-pad', () => {
  const coarse = useMediaQuery('(pointer: coarse)')
  const field = shallowRef<HTMLInputElement | null>(null)
  const away = ref(false)
  let leaving: ReturnType<typeof setTimeout> | undefined

  function attach(input: HTMLInputElement): void {
    clearTimeout(leaving)
    if (field.value !== input) away.value = false
    field.value = input
  }

  function detach(input: HTMLInputElement): void {
    leaving = setTimeout(() => {
      if (field.value === input) field.value = null
    }, 150)
  }

  /** Types into the field as a keyboard would, at the cursor. */
  function type(text: string): void {
    const input = field.value
    if (!input) return
    const { selectionStart: from, selectionEnd: to, value } = input
    replace(input, value.slice(0, from ?? value.length) + text + value.slice(to ?? value.length), (from ?? value.length) + text.length)
  }

  function erase(): void {
    const input = field.value
    if (!input) return
    const { selectionStart, selectionEnd, value } = input
    const to = selectionEnd ?? value.length
    const from = selectionStart === to ? Math.max(0, to - 1) : (selectionStart ?? to)
    replace(input, value.slice(0, from) + value.slice(to), from)
  }

  /** A minus is a sign: pressed again it goes away. */
  function turnSign(): void {
    const input = field.value
    if (!input) return
    const { value } = input
    const turned = /^\s*[-\u2212]/.test(value) ? value.replace(/^\s*[-\u2212]/, '') : `-${value}`
    replace(input, turned, turned.length)
  }

  function replace(input: HTMLInputElement, value: string, cursor: number): void {
    input.value = value
    input.dispatchEvent(new Event('input', { bubbles: true }))
    input.setSelectionRange(cursor, cursor)
  }

  function next(): void {
    field.value?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }))
  }

  return {
    onTouch: coarse,
    open: computed(() => coarse.value && field.value !== null && !away.value),
    attach,
    detach,
    type,
    erase,
    turnSign,
    next,
    close: () => (away.value = true),
  }
})
