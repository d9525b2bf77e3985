import { useEventListener } from '@vueuse/core'
import type { Ref } from 'vue'

const FIGURE = /^[0-9.,+-]$/
/** Fields in which figures are typed. */
const FIGURES = 'input[data-input]:not([role=combobox]):not([type=radio]):not([type=checkbox])'

/** A list that is looked through by typing takes its letters itself. */
const takesTyping = (target: HTMLElement) => target.matches('[role=combobox]') && !(target as HTMLInputElement).readOnly

/**
 * A figure that is typed while a choice has the focus is meant for the next figure that is asked for: it goes there, where it is
 * seen. Nothing that was typed is swallowed by a list that has no use for it.
 */
export function useFiguresGoOn(panes: Readonly<Ref<HTMLElement | null>>, asked: Readonly<Ref<string | null>>): void {
  useEventListener(panes, 'keydown', (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey || !FIGURE.test(event.key)) return
    const target = event.target as HTMLElement
    if (!target.matches('[role=combobox], [type=radio], [role=radio]') || takesTyping(target)) return
    const fields = [...(panes.value?.querySelectorAll<HTMLInputElement>(FIGURES) ?? [])].filter(({ disabled }) => !disabled)
    const next =
      fields.find(({ dataset }) => dataset.input === asked.value) ??
      fields.find((field) => field.value === '' && Boolean(target.compareDocumentPosition(field) & Node.DOCUMENT_POSITION_FOLLOWING)) ??
      fields.find(({ value }) => value === '')
    // The key itself lands where the focus is by then.
    next?.focus()
  })
}
