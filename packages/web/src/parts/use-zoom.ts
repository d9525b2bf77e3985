import { select } from 'd3-selection'
import { zoom as zoomBehaviour, zoomIdentity, type ZoomTransform } from 'd3-zoom'
import { computed, onBeforeUnmount, onMounted, shallowRef, type Ref } from 'vue'

const STEP = 60

/** Moving and sizing a drawing by wheel, drag, pinch, buttons and keys. */
export function useZoom(picture: Ref<SVGSVGElement | null>) {
  const transform = shallowRef<ZoomTransform>(zoomIdentity)
  const behaviour = zoomBehaviour<SVGSVGElement, unknown>()
    .scaleExtent([0.5, 40])
    .on('zoom', (event: { transform: ZoomTransform }) => (transform.value = event.transform))
  const selected = () => select(picture.value!)

  onMounted(() => picture.value && selected().call(behaviour).on('dblclick.zoom', null))
  onBeforeUnmount(() => picture.value && selected().on('.zoom', null))

  const by = (factor: number) => selected().call(behaviour.scaleBy, factor)
  const move = (x: number, y: number) => selected().call(behaviour.translateBy, x / transform.value.k, y / transform.value.k)
  const whole = () => selected().call(behaviour.transform, zoomIdentity)

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

  return { transform, by, whole, key, isMoved: computed(() => transform.value.toString() !== zoomIdentity.toString()) }
}
