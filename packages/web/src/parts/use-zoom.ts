import { computed, onBeforeUnmount, onMounted, shallowRef, type Ref } from 'vue'
import type { attachZoom, Placed } from './zoom-behaviour.ts'

const STEP = 60

const UNMOVED: Placed = { k: 1, x: 0, y: 0, toString: () => 'translate(0,0) scale(1)' }

/** What a person does first on a page, long before they can reach the drawing. */
const FIRST_SIGNS = ['pointermove', 'pointerdown', 'touchstart', 'keydown', 'wheel'] as const

/**
 * Moving and sizing a drawing by wheel, drag, pinch, buttons and keys.
 * The code for it comes with the first sign of a person: the figures are on the screen before, and on a slow line that is what is waited for.
 */
export function useZoom(picture: Ref<SVGSVGElement | null>, extent?: [number, number]) {
  const transform = shallowRef<Placed>(UNMOVED)
  let attached: ReturnType<typeof attachZoom> | undefined
  let gone = false

  async function ready() {
    const { attachZoom } = await import('./zoom-behaviour.ts')
    if (gone || !picture.value) return undefined
    return (attached ??= attachZoom(picture.value, (to) => (transform.value = to), extent))
  }

  const fetchIt = () => {
    listen(false)
    void ready()
  }
  const listen = (on: boolean) =>
    FIRST_SIGNS.forEach((sign) =>
      (on ? addEventListener : removeEventListener)(sign, fetchIt, { passive: true } as AddEventListenerOptions),
    )
  onMounted(() => listen(true))
  onBeforeUnmount(() => {
    gone = true
    listen(false)
    attached?.detach()
  })

  const by = async (factor: number) => (await ready())?.by(factor)
  const move = async (x: number, y: number) => (await ready())?.move(x / transform.value.k, y / transform.value.k)
  const whole = async () => (await ready())?.whole()

  const KEYS: Readonly<Record<string, () => unknown>> = {
    '+': () => by(1.5),
    '=': () => by(1.5),
    '-': () => by(1 / 1.5),
    '0': whole,
    ArrowLeft: () => move(STEP, 0),
    ArrowRight: () => move(-STEP, 0),
    ArrowUp: () => move(0, STEP),
    ArrowDown: () => move(0, -STEP),
  }

  function key(event: KeyboardEvent): void {
    const act = event.target === picture.value ? KEYS[event.key] : undefined
    if (!act) return
    event.preventDefault()
    act()
  }

  const isMoved = computed(() => transform.value.k !== 1 || transform.value.x !== 0 || transform.value.y !== 0)
  return { transform, by, whole, key, isMoved }
}
