import { nm, plus, roundToIncrement, times, type Nm } from '../length/index.ts'
import { asShown, zSense, type Axis } from '../machine/index.ts'
import { reachRegister, registerKey, workRegister, type RegisterKey } from '../register/index.ts'
import { totalReach } from '../reach/index.ts'
import type { Readout } from '../routine/index.ts'
import { partFrame, workTotal, type Scene } from '../scene/index.ts'
import { isSuspect, standingNote } from '../standing/index.ts'

/** A stale zero or length makes no figure that anybody should look for. */
const isGood = (register: RegisterKey, scene: Scene) => !isSuspect(standingNote(register, scene))

/** A readout of the machine display that follows from the recorded zeros and lengths; the tool is the one whose length is in it, null in X and Y. */
export interface CounterCheck extends Readout {
  axis: Axis
}

/**
 * What a person must see on the machine display when the spindle stands over part zero, over each known
 * feature, and with each measured tool at a safe height over part zero: M = W + H + P with nothing touching.
 * X and Y first, then Z, as the zero is seen by a move.
 */
export function counterChecks(scene: Scene): CounterCheck[] {
  const { plan } = scene
  if (!plan) return []
  return plan.slots.flatMap((slot) => [
    ...place(slot, 'part zero', { x: nm(0), y: nm(0) }, scene, `zero/${slot}`),
    ...plan.features.flatMap(({ name, x, y }) => place(slot, name, { x, y }, scene, `feature/${slot}/${name}`)),
    ...heights(slot, scene),
  ])
}

function place(slot: string, what: string, at: { x: Nm; y: Nm }, scene: Scene, key: string): CounterCheck[] {
  const [x, y] = [workTotal(scene, slot, 'X'), workTotal(scene, slot, 'Y')]
  if (!(['X', 'Y'] as const).every((axis) => isGood(registerKey(workRegister(slot, axis)), scene))) return []
  if (x === null || y === null || !scene.machine.travels.some(({ axis }) => axis === 'Y')) return []
  const { increment } = scene.machine
  const over = partFrame(scene, slot).place(at)!
  const machine = { X: roundToIncrement(over.x, increment), Y: roundToIncrement(over.y, increment) }
  const where = at.x === 0 && at.y === 0 ? '' : `, part X ${asShown(at.x, scene.machine)} Y ${asShown(at.y, scene.machine)}`
  return (['X', 'Y'] as const).map((axis) => ({
    key: `${key}/${axis}`,
    sentence: `Spindle over ${what} of ${slot}${where}: the machine display must read`,
    axis,
    value: machine[axis],
    about: { slot, tool: null },
  }))
}

function heights(slot: string, scene: Scene): CounterCheck[] {
  const zero = workTotal(scene, slot, 'Z')
  const over = scene.plan?.clearance ?? null
  if (zero === null || over === null || !isGood(registerKey(workRegister(slot, 'Z')), scene)) return []
  return scene.tools.flatMap((tool) => {
    const reach = totalReach(tool, scene)
    if (reach === null || !isGood(registerKey(reachRegister(scene.machine, tool)), scene)) return []
    return [
      {
        key: `height/${slot}/T${tool.number}`,
        sentence: `T${tool.number} at part Z ${asShown(over, scene.machine, 'always')}, ${slot} and its length active: the machine display must read`,
        axis: 'Z' as const,
        value: plus(zero, reach, times(over, zSense(scene.machine, slot))),
        about: { slot, tool: tool.number },
      },
    ]
  })
}
