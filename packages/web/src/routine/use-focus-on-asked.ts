import { nextTick, onBeforeUnmount, onMounted, type Ref } from 'vue'
import { useNumberPad } from '../parts/number-pad.ts'
import { turns } from '../ui/turns.ts'

/**
 * Whoever opens a routine at a keyboard types at once: the field that is asked for first has the focus. On a touch screen that
 * would open the number pad over what has to be read first.
 */
export function useFocusOnAsked(panes: Readonly<Ref<HTMLElement | null>>, asked: Readonly<Ref<string | null>>): void {
  const pad = useNumberPad()
  async function go(): Promise<void> {
    await nextTick()
    if (pad.onTouch || asked.value === null) return
    const { activeElement } = document
    // Somebody who has gone on meanwhile is not called back.
    if (activeElement && activeElement !== document.body && !activeElement.matches('a, button, main')) return
    panes.value
      ?.querySelector<HTMLElement>(
        `input[data-input="${asked.value}"], [data-input="${asked.value}"] input, [aria-labelledby="label-${asked.value}"] input`,
      )
      ?.focus({ preventScroll: true })
  }
  let giveUp = () => undefined as void
  // Behind everything of the page that is made in its turn.
  onMounted(() => (giveUp = turns.wait(() => void go())))
  onBeforeUnmount(() => giveUp())
}
