import type { Directive } from 'vue'

const POINTERS = ['aria-owns', 'aria-controls', 'aria-activedescendant'] as const

interface Watched extends HTMLElement {
  nameWatcher?: MutationObserver
}

/** Sets only what differs, so that the watcher comes to rest. */
function put(element: Element, name: string, value: string): void {
  if (element.getAttribute(name) !== value) element.setAttribute(name, value)
}

function repair(root: HTMLElement, label: string): void {
  const box = root.querySelector('input[role=combobox]')
  if (!box) return
  put(box, 'aria-label', label)
  put(box, 'aria-expanded', String(root.classList.contains('ant-select-open')))
  for (const pointer of POINTERS) {
    const target = box.getAttribute(pointer)
    if (target && !document.getElementById(target)) box.removeAttribute(pointer)
  }
}

/**
 * Gives Ant Design Vue's Select what a screen reader needs: the name on the box itself, whether it is
 * open, and no pointers to a list that is not there.
 */
export const vAccessible: Directive<Watched, string> = {
  mounted(root, { value }) {
    repair(root, value)
    root.nameWatcher = new MutationObserver(() => repair(root, value))
    root.nameWatcher.observe(root, { attributes: true, subtree: true })
  },
  unmounted: (root) => root.nameWatcher?.disconnect(),
}
