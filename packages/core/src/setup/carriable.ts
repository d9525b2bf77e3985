import { parseRegisterKey, registerName, tiedToPart, type RegisterKey } from '../register/index.ts'
import type { Nm } from '../length/index.ts'
import type { RawInputs } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import { isSuspect, standingNote } from '../standing/index.ts'

/** A step of the setup at hand that is still to be done, or one measurement of a run of tools. */
export interface OpenStep {
  id: string
  title: string
  routine: string | null
  preset: RawInputs
}

/** What an earlier setup of the operation made of a step: how it was planned then, and what it wrote. */
export interface DoneBefore extends Pick<OpenStep, 'routine' | 'preset'> {
  isSkipped: boolean
  writes: readonly { register: RegisterKey; origin: string }[]
}

/** A figure as it stands, with the measurement behind it. */
export interface CarriedFigure {
  register: RegisterKey
  name: string
  value: Nm
  /** The entry that measured it. */
  origin: string
  at: string
  by: string
  /** True for a zero, and a length counted from part zero: it is as good as the fixture came back to its place. */
  onFixture: boolean
}

export interface CarryOffer {
  step: string
  title: string
  figures: CarriedFigure[]
}

/** A step whose figures do not come along, and why. */
export interface NotCarried {
  step: string
  title: string
  because: string
}

/**
 * Which open steps of a setup can be carried over from an earlier one of the same operation on the same machine: those that
 * are planned as they were then, and whose figures are good now: zeros from the same measurements, lengths also from a later one.
 * Nothing is carried over by this: somebody has to look at the figures and confirm them.
 * @param before by the step's id
 */
export function carriable(open: readonly OpenStep[], before: Readonly<Record<string, DoneBefore>>, scene: Scene) {
  const offers: CarryOffer[] = []
  const not: NotCarried[] = []
  for (const step of open) {
    const done = before[step.id]
    const because = done ? whyNot(step, done, scene) : 'was not done then'
    if (because === null) offers.push({ step: step.id, title: step.title, figures: figuresOf(done!, scene) })
    else not.push({ step: step.id, title: step.title, because })
  }
  return { offers, not }
}

function whyNot(step: OpenStep, { isSkipped, writes, ...then }: DoneBefore, scene: Scene): string | null {
  if (isSkipped) return 'was skipped then'
  if (step.routine !== then.routine || !isSame(step.preset, then.preset)) return 'is planned another way now'
  const own = writes.filter(({ register }) => parseRegisterKey(register).layer !== 'wear')
  if (own.length === 0) return 'is measured on the part'
  for (const { register, origin } of own) {
    const standing = scene.standing[register]
    const name = registerName(parseRegisterKey(register), scene.gauges)
    if (!standing) return `${name} is unset now`
    // A length that another job has measured since is as good as that one was; a zero belongs to the loading that it was found in.
    if (standing.origin !== origin && isOnFixture(register, scene)) return `${name} was written by ${standing.by} since`
    if (standing.state === 'estimated') return `${name} is only estimated now`
    const note = standingNote(register, scene)
    if (isSuspect(note)) return `${name} ${note.word}: ${note.because}`
  }
  return null
}

const isSame = (one: RawInputs, other: RawInputs): boolean =>
  [...new Set([...Object.keys(one), ...Object.keys(other)])].every((key) => one[key] === other[key])

function isOnFixture(key: RegisterKey, { machine }: Scene): boolean {
  const register = parseRegisterKey(key)
  return register.family === 'work' || tiedToPart(register, machine)
}

function figuresOf({ writes }: DoneBefore, scene: Scene): CarriedFigure[] {
  return writes.flatMap(({ register }) => {
    const standing = scene.standing[register]
    if (!standing) return []
    const { value, origin, at, by } = standing
    const name = registerName(parseRegisterKey(register), scene.gauges)
    return [{ register, name, value, origin, at, by, onFixture: isOnFixture(register, scene) }]
  })
}
