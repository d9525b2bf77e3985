import { nm, type Nm } from '../../length/index.ts'
import { asShown, zSense, type Axis, type Travel } from '../../machine/index.ts'
import { geometryRegister, layoutOf, registerKey, rotationRegister } from '../../register/index.ts'
import { totalReach, wearOn } from '../../reach/index.ts'
import { workTotal, type MountedTool, type Scene } from '../../scene/index.ts'
import type { Extents, Span } from '../extents.ts'
import type { GoCheck, GoFinding } from './finding.ts'

/** Where the machine stands for what the program reaches: M = W + H + m·P on every axis, against how far that axis goes. */
export const travel: GoCheck = ({ read, scene }) => {
  const furthest = new Map<string, Beyond>()
  for (const one of read.extents) {
    const tool = scene.tools.find(({ number }) => number === one.tool)
    if (!tool || one.slot === null || scene.standing[registerKey(rotationRegister(one.slot))]?.value) continue
    for (const limit of scene.machine.travels) {
      const beyond = furthestOut(one, one.slot, tool, limit, scene)
      const key = `${one.slot} ${limit.axis}`
      const known = furthest.get(key)
      if (beyond && (!known || beyond.by > known.by)) furthest.set(key, beyond)
    }
  }
  return [...furthest].map(([key, { line, at, limit, by, tool }]): GoFinding => {
    const shown = (value: number) => asShown(nm(Math.round(value)), scene.machine)
    return {
      id: `travel ${key}`,
      verdict: 'stop',
      line,
      register: null,
      mend: 'zero',
      sentence: `From ${key.split(' ').slice(0, -1).join(' ')}, T${tool.number} would take ${limit.axis} to machine ${shown(at)}, ${shown(by)} beyond its travel of ${shown(limit.min)} to ${shown(limit.max)}. Look at the zero, the length and the line.`,
    }
  })
}

interface Beyond {
  line: number
  at: number
  by: number
  limit: Travel
  tool: MountedTool
}

function furthestOut(extents: Extents, slot: string, tool: MountedTool, limit: Travel, scene: Scene): Beyond | null {
  const { axis } = limit
  const zero = workTotal(scene, slot, axis)
  const reach = reachOn(axis, tool, scene)
  if (zero === null || reach === null) return null
  const sense = axis === 'Z' ? zSense(scene.machine, slot) : 1
  const spans = [extents.feed[axis], extents.rapid[axis]].filter((span): span is Span => span !== undefined)
  const ends = spans.flatMap(({ min, max, minLine, maxLine }) => [
    { at: zero + reach + sense * min, line: minLine },
    { at: zero + reach + sense * max, line: maxLine },
  ])
  const out = ends
    .map(({ at, line }) => ({ at, line, by: Math.max(limit.min - at, at - limit.max), limit, tool }))
    .filter(({ by }) => by > 0)
    .sort((one, other) => other.by - one.by)
  return out[0] ?? null
}

/** What the tool adds on an axis; null where it is unset, which is said elsewhere. */
function reachOn(axis: Axis, tool: MountedTool, scene: Scene): Nm | null {
  if (axis === 'Z') return totalReach(tool, scene)
  if (layoutOf(scene.machine).countsLengths) return nm(0)
  const ref = geometryRegister(tool.offset, axis)
  const standing = scene.standing[registerKey(ref)]
  return standing ? nm(standing.value + wearOn(ref, scene)) : axis === 'Y' ? nm(0) : null
}
