import type { Directive } from 'vue'

interface Watched extends HTMLElement {
  iconWatcher?: MutationObserver
}

/** An icon that is mere decoration has no name: the arrows of a sorted column say what they are in the head itself. */
function quieten(root: HTMLElement): void {
  for (const icon of root.querySelectorAll('.anticon[role=presentation][aria-label]')) icon.removeAttribute('aria-label')
}

export const vQuietIcons: Directive<Watched> = {
  mounted(root) {
    quieten(root)
    root.iconWatcher = new MutationObserver(() => quieten(root))
    root.iconWatcher.observe(root, { childList: true, subtree: true })
  },
  unmounted: (root) => root.iconWatcher?.disconnect(),
}
