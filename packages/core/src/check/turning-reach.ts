import { plus, type Nm } from '../length/index.ts'
import { asShown, type Axis } from '../machine/index.ts'
import { geometryRegister, registerKey, registerName, zeroAxis } from '../register/index.ts'
import type { Write } from '../routine/index.ts'
import { commonShift, workTotal, type MountedTool, type Scene } from '../scene/index.ts'
import type { Check, Finding } from './finding.ts'

const NAME = 'face and axis within reach'

/** What each axis of a turning tool has to get to, as seen from part zero. */
const PLACES: Readonly<Record<'X' | 'Z', { words: string; verdict: 'query' | 'stop' }>> = {
  // A tool for the outside alone need not get to the middle; then somebody says so.
  X: { words: 'the spindle axis', verdict: 'query' },
  Z: { words: 'the face', verdict: 'stop' },
}

/**
 * Whether a turning tool gets to part zero: on Z to the face, on X to the spindle's axis, where the machine stands at W + G. A
 * geometry with a lost decimal point, a radius for a diameter or another slot's zero leads out of the travel.
 */
export const turningReach: Check = {
  id: 'turning-reach',
  name: NAME,
  applies: { stock: 'bar' },
  run({ scene, result }) {
    const judged = result.writes.flatMap((write) => ofGeometry(write, scene) ?? ofZero(write, scene) ?? [])
    const wrong = judged.filter(({ verdict }) => verdict !== 'clear')
    return wrong.length > 0 ? wrong : judged.slice(0, 1)
  },
}

function judge(tool: MountedTool, axis: 'X' | 'Z', at: Nm, write: Write, scene: Scene): Finding[] {
  const travel = scene.machine.travels.find((one) => one.axis === axis)
  // A boring bar works off the axis, and seldom gets to it.
  if (!travel || (axis === 'X' && tool.kind === 'boring-bar')) return []
  const { words, verdict } = PLACES[axis]
  const shown = (value: Nm) => asShown(value, scene.machine)
  const inside = at >= travel.min && at <= travel.max
  return [
    {
      check: 'turning-reach',
      about: `${registerName(write.register)} T${tool.number}`,
      name: NAME,
      verdict: inside ? 'clear' : verdict,
      sentence: inside
        ? `T${tool.number} gets to ${words} within the travel of ${axis}.`
        : `T${tool.number} could not get to ${words}: ${axis} would have to stand at ${shown(at)}, outside ${shown(travel.min)} to ${shown(travel.max)}. Look for a lost decimal point, a radius for a diameter, or the wrong slot${verdict === 'query' ? '; or say that it need not get there' : ''}.`,
      figures: [{ label: `machine ${axis} with T${tool.number} at ${words}`, value: at }],
    },
  ]
}

/** A tool's geometry, from the zero of the slot that is planned, or of the first that has one. */
function ofGeometry({ register, value, ...write }: Write, scene: Scene): Finding[] | null {
  const { family, property, layer } = register
  if (family !== 'tool' || layer !== 'geometry' || (property !== 'X' && property !== 'Z')) return null
  const tool = scene.tools.find(({ offset }) => offset === register.slot)
  const slots = [...(scene.plan?.slots ?? []), ...scene.machine.slots.map(({ code }) => code)]
  const zero = slots.map((slot) => workTotal(scene, slot, property)).find((total) => total !== null)
  if (!tool || zero === undefined || zero === null) return []
  return judge(tool, property, plus(zero, value), { register, value, ...write }, scene)
}

/** A zero, with each tool whose geometry stands. */
function ofZero(write: Write, scene: Scene): Finding[] | null {
  const axis = zeroAxis(write.register)
  if (axis !== 'X' && axis !== 'Z') return null
  const total = plus(write.value, commonShift(scene, axis as Axis))
  return scene.tools.flatMap((tool) => {
    const geometry = scene.standing[registerKey(geometryRegister(tool.offset, axis))]
    return geometry ? judge(tool, axis, plus(total, geometry.value), write, scene) : []
  })
}
