import { onBeforeUnmount, onMounted } from 'vue'

/** What can be closed now, the innermost last. */
const open: (() => void)[] = []
/** Lists, calendars and the like, which close themselves. */
const LISTS = '.ant-select-dropdown, .ant-picker-dropdown, .ant-dropdown, .ant-popover'

const isShown = (one: Element) => !/-hidden\b/.test(one.className) && getComputedStyle(one).display !== 'none'

function pressed(event: KeyboardEvent): void {
  if (event.key !== 'Escape' || open.length === 0 || event.isComposing) return
  // The innermost thing is an open list: it hears the key by itself, and nothing around it closes.
  if ([...document.querySelectorAll(LISTS)].some(isShown)) return
  event.stopPropagation()
  open.at(-1)!()
}

/** Escape closes the innermost thing only: this, while nothing is open within it. */
export function useEscape(close: () => void): void {
  onMounted(() => {
    if (open.length === 0) window.addEventListener('keydown', pressed, true)
    open.push(close)
  })
  onBeforeUnmount(() => {
    open.splice(open.lastIndexOf(close), 1)
    if (open.length === 0) window.removeEventListener('keydown', pressed, true)
  })
}
