import { nm } from '../../length/index.ts'
import { asShown, type Travel } from '../../machine/index.ts'
import { registerKey, rotationRegister } from '../../register/index.ts'
import type { MountedTool, Scene } from '../../scene/index.ts'
import type { Extents, Span } from '../extents.ts'
import { originOn } from '../path/travel-box.ts'
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
  const origin = originOn(axis, slot, tool, scene)
  if (!origin) return null
  const spans = [extents.feed[axis], extents.rapid[axis]].filter((span): span is Span => span !== undefined)
  const ends = spans.flatMap(({ min, max, minLine, maxLine }) => [
    { at: origin.at + origin.sense * min, line: minLine },
    { at: origin.at + origin.sense * max, line: maxLine },
  ])
  const out = ends
    .map(({ at, line }) => ({ at, line, by: Math.max(limit.min - at, at - limit.max), limit, tool }))
    .filter(({ by }) => by > 0)
    .sort((one, other) => other.by - one.by)
  return out[0] ?? null
}
