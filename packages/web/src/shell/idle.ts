import { useEventListener } from '@vueuse/core'
import { onScopeDispose } from 'vue'

const LAST = 'rook-last-touch'
const LOOK = 5_000
const EVENTS = ['pointerdown', 'keydown', 'wheel'] as const

/** Calls back when nobody has touched any tab of this browser for so many minutes. A shared tablet left alone is nobody's. */
export function useIdle(minutes: () => number, idle: () => void): void {
  const touched = () => localStorage.setItem(LAST, String(Date.now()))
  touched()
  for (const event of EVENTS) useEventListener(event, touched, { passive: true, capture: true })
  const timer = setInterval(() => {
    const last = Number(localStorage.getItem(LAST) ?? 0)
    if (Date.now() - last > minutes() * 60_000) idle()
  }, LOOK)
  onScopeDispose(() => clearInterval(timer))
}
