import { PER_DEGREE } from '../angle/index.ts'
import { minus, nm, type Nm } from '../length/index.ts'
import { propertyOf, registerKey, tiedToPart, timesInDiameter } from '../register/index.ts'
import type { FoundSize, Result, Write } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import { isSuspect, standingNote } from '../standing/index.ts'
import { BY_FAMILY } from './by-family.ts'
import { limitOf } from '../limits/index.ts'
import { referenceFor, type Reference } from './reference.ts'

/** A figure beside the one it should be near. */
export interface Apart {
  moved: Nm
  /** Combined standard uncertainty of the two, with what a loading or a measurement scatters by. */
  standard: number
  /** What it may be off by without a question. */
  limit: Nm
}

/** A value beside its last one. */
export interface Moved extends Apart {
  reference: Reference['value']
  /** Words that follow the movement where it is not the last value. */
  what: string
  /** Words on where the limit comes from, where it was learned. */
  learned: string
  /** True where the last value is itself in doubt: it says where about the new one lies, and no more. */
  doubted: boolean
  /** Where it is only what is on record, for a figure that was never found before. */
  record: Reference['record']
}

/**
 * How far a value is from the one it should be near; null where there is none to compare with. Wear is meant to move; its own check
 * says how far.
 * @param among how many are compared together: the family of them is questioned as seldom as one alone
 * @param anyones true where a value of any job will do: another slot's figure that was put here by mistake
 */
export function movedBy(write: Write, scene: Scene, { anyones = false, among = 1 } = {}): Moved | null {
  const { holds } = propertyOf(write.register)
  if (write.state !== 'set' || holds === 'whole' || write.register.layer === 'wear') return null
  const found = nearTo(write, scene, anyones)
  if (!found) return null
  const { machine } = scene
  if (holds === 'angle')
    return { ...turnedBy(write, found.value, scene), reference: found.value, what: found.what, learned: '', doubted: false, record: null }
  const unknown = limitOf(machine, 'unknownStandard')
  const repeat = repeatOf(write, scene)
  const doubted = found.what === '' && isSuspect(standingNote(registerKey(write.register), scene))
  const grew = grewBetween(write, found.standing)
  const standard = Math.hypot(
    write.uncertainty?.standard ?? unknown,
    found.value.standard ?? unknown,
    repeat.standard,
    grew ? limitOf(machine, 'warmGrowth') : 0,
    doubted ? limitOf(machine, 'inDoubt') : 0,
  )
  const least = limitOf(machine, BY_FAMILY[write.register.family].moves)
  const limit = nm(Math.round(found.record?.limit ?? Math.max(least, beyond(machine, among) * standard)))
  return {
    moved: minus(write.value, found.value.value),
    standard,
    limit,
    reference: found.value,
    what: found.what,
    learned: `${repeat.learned}${grew ?? ''}`,
    doubted,
    record: found.record,
  }
}

/** In which state of the machine each of the two was found, where those were two; null where it was one, or nobody said. */
const grewBetween = ({ warmth: now }: Write, standing: Reference['standing']): string | null =>
  now && standing?.warmth && now !== standing.warmth ? `, ${now} now and ${standing.warmth} then` : null

/** What a value is compared with. A zero on purpose is nothing to be near, but where this may be the very thing that is zero. */
function nearTo(write: Write, scene: Scene, anyones: boolean): Reference | null {
  const standing = scene.standing[registerKey(write.register)]
  const found = referenceFor(write, scene) ?? (anyones && standing ? { value: standing, standing, what: '', record: null } : null)
  return found?.value.state === 'deliberately-zero' && !anyones ? null : found
}

/** An angle beside its last one, the short way round; millionths of a degree. */
function turnedBy({ value, uncertainty }: Write, last: Reference['value'], { machine }: Scene): Apart {
  const whole = 360 * PER_DEGREE
  const round = (value - last.value) % whole
  const moved = nm(round > whole / 2 ? round - whole : round < -whole / 2 ? round + whole : round)
  // How square work lies differs from one loading to the next; three of that are what is not questioned.
  const loading = limitOf(machine, 'angleMoves') / 3
  const measured = Math.hypot(uncertainty?.standard ?? UNSAID_ANGLE, last.standard ?? UNSAID_ANGLE)
  return {
    moved,
    standard: Math.hypot(measured, loading),
    limit: nm(Math.round(Math.max(limitOf(machine, 'angleMoves'), limitOf(machine, 'questionedBeyond') * measured))),
  }
}

/** Standard uncertainty of an angle that states none, millionths of a degree. */
const UNSAID_ANGLE = 20_000

/** How far a correction is from none, by what one may come to; null for what is no correction. */
export function wearOff({ register, state, value }: Write, { machine, standing }: Scene): Apart | null {
  if (register.layer !== 'wear' || state !== 'set') return null
  const limit = wearLimit('wearStep', register, machine)
  return { moved: minus(value, standing[registerKey(register)]?.value ?? nm(0)), standard: limit / 3, limit }
}

/** A limit on wear as its register holds it: the limits are said in diameters, a radius register holds half of them. */
export const wearLimit = (id: 'wearStep' | 'wearTotal', register: Write['register'], machine: Scene['machine']): Nm =>
  nm(Math.round(limitOf(machine, id) / (timesInDiameter(register, machine) ?? 1)))

/** How far a size that was found by the way is from the one expected; null where none is. */
export function sizeOff({ found, expected, standard, holds }: FoundSize, { machine }: Scene): Apart | null {
  if (expected === null) return null
  if (holds === 'angle') {
    const limit = nm(Math.round(Math.max(limitOf(machine, 'angleSwept') * 3, limitOf(machine, 'questionedBeyond') * standard)))
    return { moved: minus(found, expected), standard, limit }
  }
  const limit = nm(Math.round(Math.max(limitOf(machine, 'sizeOff'), limitOf(machine, 'questionedBeyond') * standard)))
  // What is expected comes from a drawing or a rule: it is never finer than this.
  return { moved: minus(found, expected), standard: Math.hypot(standard, EXPECTED), limit }
}

/** Standard uncertainty of an expected size, nanometres. */
const EXPECTED = 8_000

/** Everything of a result that can be compared, by a name that stays the same when one input is otherwise. */
export function apartOf(result: Result, scene: Scene, anyones = false): Map<string, Apart> {
  const found = new Map<string, Apart>()
  for (const [at, write] of result.writes.entries()) {
    const moved = movedBy(write, scene, { anyones, among: comparedIn(result) }) ?? wearOff(write, scene)
    if (moved) found.set(nameOfWrite(at), moved)
  }
  for (const [at, size] of (result.sizes ?? []).entries()) {
    const off = sizeOff(size, scene)
    if (off) found.set(nameOfSize(at), off)
  }
  return found
}

/** How many values of a result are held against something. */
export const comparedIn = ({ writes }: Result): number =>
  Math.max(1, writes.filter(({ state, register }) => state === 'set' && register.layer !== 'wear').length)

/**
 * Standard uncertainties beyond which one of several is questioned. The chance that a clean one of k is questioned is that of a single
 * one when the limit grows to about √(z² + 2 ln k): 3.0 for one, 3.4 for three.
 */
const beyond = (machine: Scene['machine'], among: number): number =>
  Math.sqrt(limitOf(machine, 'questionedBeyond') ** 2 + 2 * Math.log(among))

export const nameOfWrite = (at: number): string => `write ${at}`
export const nameOfSize = (at: number): string => `size ${at}`

/** How far the register scatters between measurements that are all right, and from how many loadings that is known. */
function repeatOf(write: Write, scene: Scene): { standard: number; learned: string } {
  const fixture = scene.plan?.fixtureRepeat ?? limitOf(scene.machine, 'fixtureRepeat')
  const { scatters } = BY_FAMILY[write.register.family]
  if (scatters === 'no') return { standard: 0, learned: '' }
  if (scatters === 'loading') {
    const learned = scene.plan?.repeats[registerKey(write.register)]
    return learned
      ? { standard: learned.standard, learned: `, from ${learned.n} loadings of this fixture` }
      : { standard: fixture, learned: '' }
  }
  const repeat = limitOf(scene.machine, 'lengthRepeat')
  // Lengths that are counted from part zero move with the part.
  return { standard: tiedToPart(write.register, scene.machine) ? Math.hypot(fixture, repeat) : repeat, learned: '' }
}
