import { formatAngle, radiansOf, type Microdegrees } from '../../angle/index.ts'
import { nm } from '../../length/index.ts'
import { asShown, type Axis, type Travel } from '../../machine/index.ts'
import { registerKey, rotationRegister } from '../../register/index.ts'
import type { MountedTool, Scene } from '../../scene/index.ts'
import { calledTool } from '../../tool/index.ts'
import type { Extents, Span } from '../extents.ts'
import { originOn } from '../path/travel-box.ts'
import type { ProgramCheck, Found } from './finding.ts'

/**
 * Where the machine stands for what the program reaches: M = W + H + m·P on every axis, against how far that axis goes. Where the slot is
 * turned by θ, X and Y stand at W + R(θ)·P, and of a furthest X the Y is known only between its ends: what is beyond for all of
 * them stops, what is beyond for some is asked.
 */
export const travel: ProgramCheck = ({ read, scene }) => {
  const furthest = new Map<string, Beyond>()
  for (const one of read.extents) {
    const { tool } = one.tool === null ? { tool: null } : calledTool(scene, one.tool)
    if (!tool || one.slot === null) continue
    for (const limit of scene.machine.travels) {
      const beyond = furthestOut(one, one.slot, tool, limit, scene)
      const key = `${one.slot} ${limit.axis}`
      const known = furthest.get(key)
      if (beyond && (!known || isFurther(beyond, known))) furthest.set(key, beyond)
    }
  }
  return [...furthest].map(([key, { line, at, limit, by, tool, isSure, turned }]): Found => {
    const shown = (value: number) => asShown(nm(Math.round(value)), scene.machine)
    const slot = key.split(' ').slice(0, -1).join(' ')
    const [would, because] = isSure
      ? ['would', 'Look at the zero, the length and the line.']
      : [
          'may',
          `Its zero is turned by ${formatAngle(turned)}\u00b0, and where the other axis stands then is not known here. Look at the line.`,
        ]
    return {
      id: `travel ${key}`,
      verdict: isSure ? 'stop' : 'query',
      line,
      register: null,
      mend: 'zero',
      sentence: `From ${slot}, T${tool.number} ${would} take ${limit.axis} to machine ${shown(at)}, ${shown(by)} beyond its travel of ${shown(limit.min)} to ${shown(limit.max)}. ${because}`,
    }
  })
}

interface Beyond {
  line: number
  at: number
  by: number
  limit: Travel
  tool: MountedTool
  /** False where it is beyond only with the other axis at one of its ends. */
  isSure: boolean
  turned: Microdegrees
}

const isFurther = (one: Beyond, other: Beyond) => (one.isSure === other.isSure ? one.by > other.by : one.isSure)

function furthestOut(extents: Extents, slot: string, tool: MountedTool, limit: Travel, scene: Scene): Beyond | null {
  const origin = originOn(limit.axis, slot, tool, scene)
  if (!origin) return null
  const turned = (scene.standing[registerKey(rotationRegister(slot))]?.value ?? 0) as number as Microdegrees
  const ends = [extents.feed, extents.rapid].flatMap((spans) => endsOn(limit.axis, spans, turned))
  const out = ends.flatMap(({ least, most, line }): Beyond[] => {
    const places = [origin.at + origin.sense * least, origin.at + origin.sense * most]
    const surely = Math.max(limit.min - Math.max(...places), Math.min(...places) - limit.max)
    const beyond = (at: number) => Math.max(limit.min - at, at - limit.max)
    const [at] = places.sort((one, other) => (surely > 0 ? beyond(one) - beyond(other) : beyond(other) - beyond(one)))
    const by = beyond(at!)
    return by > 0 ? [{ at: at!, by, line, limit, tool, isSure: surely > 0, turned }] : []
  })
  return out.sort((one, other) => (isFurther(one, other) ? -1 : 1))[0] ?? null
}

/** Ends of what is reached along an axis of the machine, each as far as it is known; nothing where the other axis is not known. */
function endsOn(
  axis: Axis,
  spans: Readonly<Partial<Record<Axis, Span>>>,
  turned: Microdegrees,
): { least: number; most: number; line: number }[] {
  const own = spans[axis]
  if (!own) return []
  const ends = [
    { at: own.min, line: own.minLine },
    { at: own.max, line: own.maxLine },
  ]
  if (axis === 'Z' || turned === 0) return ends.map(({ at, line }) => ({ least: at, most: at, line }))
  const across = spans[axis === 'X' ? 'Y' : 'X']
  if (!across) return []
  const [cos, sin] = [Math.cos(radiansOf(turned)), Math.sin(radiansOf(turned)) * (axis === 'X' ? -1 : 1)]
  return ends.map(({ at, line }) => ({ least: cos * at + sin * across.min, most: cos * at + sin * across.max, line }))
}
