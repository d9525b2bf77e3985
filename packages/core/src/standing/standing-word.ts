import { doubtOf } from '../gauge/index.ts'
import { asRegister, isReach, layoutOf, numberOf, parseRegisterKey, registerName, type RegisterKey } from '../register/index.ts'
import { foundOf, type Rest, type Scene, type Standing } from '../scene/index.ts'
import { edgeOf } from './rests.ts'

/** How far a figure can be trusted, in a word. */
export type StandingWord =
  'unset' | 'measured' | 'estimated' | 'by eye' | 'carried over' | 'confirmed' | 'zero on purpose' | 'disturbed' | 'stale'

export interface StandingNote {
  word: StandingWord
  /** Why it is stale or disturbed, by name; null otherwise. */
  because: string | null
}

/** True for what must not be offered as good. */
export const isSuspect = ({ word }: StandingNote): boolean => word === 'stale' || word === 'disturbed'

/**
 * What a present value is worth. It is stale when something it was worked out with has been disturbed,
 * measured again with another outcome, or taken off; or when a gauge it was measured with turned out to have
 * failed. A reference tool (one whose length is zero on purpose) makes everything that rests on it stale by
 * being measured again at all. A zero touched with a tool of gauge length is a place in the machine and stays put when
 * that tool breaks or is changed.
 */
export function standingNote(key: RegisterKey, scene: Scene): StandingNote {
  const standing = scene.standing[key]
  if (!standing) return { word: 'unset', because: null }
  if (standing.state === 'disturbed') return { word: 'disturbed', because: `marked disturbed by ${standing.by}` }
  const stale = whyStale(key, standing, scene, new Set())
  if (stale) return { word: 'stale', because: stale }
  if (standing.state === 'estimated') return { word: 'estimated', because: null }
  if (standing.state === 'deliberately-zero') return { word: 'zero on purpose', because: null }
  if (scene.plan && standing.setup !== scene.plan.setup)
    return { word: scene.plan.confirmed[key] === standing.origin ? 'confirmed' : 'carried over', because: null }
  return { word: standing.byEye ? 'by eye' : 'measured', because: null }
}

function whyStale(key: RegisterKey, standing: Standing, scene: Scene, seen: Set<RegisterKey>): string | null {
  if (seen.has(key)) return null
  seen.add(key)
  const moved = otherTool(key, standing, scene)
  if (moved) return moved
  for (const id of standing.gauges) {
    const gauge = scene.gauges.find((one) => one.id === id)
    const doubt = gauge && doubtOf(gauge, foundOf(standing))
    if (doubt) return doubt
  }
  for (const rest of standing.rests) {
    const why = movedSince(key, rest, scene, seen)
    if (why) return why
  }
  return null
}

/** A tool's figure belongs to the assembly it was measured on: another one in its place, or none, makes it stale. */
function otherTool(key: RegisterKey, { assembly }: Standing, { tools }: Scene): string | null {
  const register = parseRegisterKey(key)
  if (register.family !== 'tool' || assembly === null) return null
  const under = tools.filter((tool) => numberOf(tool, register) === register.slot)
  const [other] = under
  // Another program may call the same tool by other numbers: as long as it sits in the machine, its figure holds.
  if (under.some((tool) => tool.assembly === assembly) || (!other && tools.some((tool) => tool.assembly === assembly))) return null
  return other
    ? `it was found on another tool than ${other.name}, which is in T${other.number} now`
    : 'the tool it was found on has been taken out'
}

/**
 * A zero that was touched with a tool of gauge length is a place in the machine: it does not move when that tool
 * breaks, is taken out or gets another edge. It is doubtful only when the length used then turns out to have been wrong.
 */
function staysPut(key: RegisterKey, rest: Rest, now: Standing | undefined, { machine, tools }: Scene): boolean {
  if (!['work', 'common'].includes(parseRegisterKey(key).family) || machine.lengthConvention !== 'gauge-length') return false
  const register = parseRegisterKey(rest.register)
  if (!layoutOf(machine).countsLengths || !isReach(register, machine) || rest.edge === undefined) return false
  if (!now || now.state === 'disturbed' || edgeOf(rest.register, now) !== rest.edge) return true
  return !tools.some((tool) => tool.assembly === now.assembly)
}

function movedSince(key: RegisterKey, rest: Rest, scene: Scene, seen: Set<RegisterKey>): string | null {
  const name = registerName(parseRegisterKey(rest.register), scene.gauges)
  const now = scene.standing[rest.register]
  if (staysPut(key, rest, now, scene)) return null
  if (!now) return `${name}, which it rests on, has been taken back`
  if (now.state === 'disturbed') return `${name}, which it rests on, was marked disturbed`
  if (now.origin !== rest.origin) {
    if (now.state === 'deliberately-zero') return `${name}, the reference it rests on, was set anew by ${now.by}`
    const allowed = 2 * Math.hypot(now.standard ?? 0, rest.standard ?? 0)
    if (Math.abs(now.value - rest.value) > allowed)
      return `${name}, which it rests on, was ${asRegister(rest.register, rest.value, scene.machine)} then and is ${asRegister(rest.register, now.value, scene.machine)} now`
  }
  return whyStale(rest.register, now, scene, seen)
}

/** Registers whose present values must not be used as they are, with the reason. */
export function suspectRegisters(scene: Scene): { register: RegisterKey; note: StandingNote }[] {
  return Object.keys(scene.standing)
    .map((register) => ({ register, note: standingNote(register, scene) }))
    .filter(({ note }) => isSuspect(note))
}
