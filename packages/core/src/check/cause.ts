import { magnitude, minus, nm, type Nm } from '../length/index.ts'
import { propertyOf, registerKey, registerName } from '../register/index.ts'
import type { Result, Slip, Write } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import { MISTAKES } from '../mistake/index.ts'
import { likeliest, PLANNED_TIMES, possible, reworked, type Candidate, type Fit, type Off } from '../slip/index.ts'
import { asShown } from '../machine/index.ts'
import { apartOf, movedBy, nameOfWrite, type Apart } from './apart.ts'
import { bringsPlanBack } from './as-planned.ts'
import { alsoPossible } from './explain.ts'
import { readTwice } from './read-twice.ts'
import type { Evidence, Finding, Verdict } from './finding.ts'

/**
 * The likeliest causes of one figure that is off: of everything that is off together where one mistake explains all of it, else of
 * this figure alone. The mistakes are found by working the entry out again with one thing otherwise.
 * @param name as `apartOf` calls it
 */
export const causesOf = (name: string, evidence: Evidence): Fit[] => explained(name, evidence)?.named ?? []

/** What may have caused a figure that nothing is named for: it fits, and is one of many that do not. */
export function mayBe(name: string, evidence: Evidence, shown: (value: Nm) => string): string | null {
  const cause = explained(name, evidence)
  if (!cause?.possible || cause.named.length > 0) return null
  const left = cause.possible.left.get(name) ?? 0
  return `It may be that ${cause.possible.phrase}: then it agrees${left === 0 ? '' : ` within ${shown(nm(Math.round(left)))}`}.`
}

interface Explained {
  named: Fit[]
  possible: Fit | null
}

function explained(name: string, evidence: Evidence): Explained | null {
  if (evidence.explains === false || readTwice(evidence.result)) return null
  const known = causes.get(evidence)
  const all = known ?? explain(evidence)
  if (!known) causes.set(evidence, all)
  return all.get(name) ?? null
}

/** Several checks ask about the same entry; it is worked out once. */
const causes = new WeakMap<Evidence, Map<string, Explained>>()

function explain(evidence: Evidence): Map<string, Explained> {
  const { scene, result } = evidence
  const apart = apartOf(result, scene)
  const now = withTouches(offOf(apart), evidence)
  const off = [...apart].filter(([, { moved, limit }]) => magnitude(moved) > limit).map(([name]) => name)
  const { candidates: all, members } = candidatesOf(evidence, now)
  // What is moved from where it stands is as far from there as was said: only the register can be another.
  const candidates = off.every((name) => restsOnItself(result.writes.find((_, at) => nameOfWrite(at) === name)))
    ? all.filter(({ id }) => id === 'other-slot' || id === 'other-value')
    : all
  const together = off.length > 1 ? likeliest(candidates, members, now, off) : []
  return new Map(
    off.map((name) => {
      if (together.length > 0) return [name, { named: together, possible: null }]
      const only = (of: Off): Off => new Map([...of].filter(([one]) => one === name))
      const own = candidates.map((one) => ({ ...one, off: only(one.off) }))
      const named = likeliest(own, members, only(now), [name])
      // Of several that are off together one cause is sought: what may have moved a single one of them is a guess.
      return [name, { named, possible: named.length > 0 || off.length > 1 ? null : possible(own, members, only(now), [name]) }]
    }),
  )
}

/** Marks what was touched along Z, where chips lie: a length, a height. What a routine works out without a reading was not touched. */
const withTouches = (off: Off, { result: { writes, readings }, given }: Evidence): Off =>
  given && readings.length === 0
    ? off
    : new Map(
        [...off].map(([name, one]) => {
          const write = writes.find((_, at) => nameOfWrite(at) === name)
          const isTouched = write !== undefined && write.register.layer === 'geometry' && endsOnChips(write.register)
          return [name, isTouched ? { ...one, early: true } : one]
        }),
      )
const endsOnChips = (register: Write['register']): boolean => propertyOf(register).axis === 'Z' || register.property === 'length'

/** A figure that is worked out from what stands in its own register. */
export const restsOnItself = (write: Write | undefined): boolean => write?.rests.includes(registerKey(write.register)) ?? false

const offOf = (apart: ReadonlyMap<string, Apart>): Off =>
  new Map([...apart].map(([name, { moved, standard }]) => [name, { off: moved, standard }]))

function candidatesOf({ scene, result, given }: Evidence, now: Off): { candidates: Candidate[]; members: Map<string, number> } {
  const members = new Map<string, number>()
  const said = result.writes.flatMap((write, at) => {
    const own = write.slips ?? []
    const slips = bySlips(write, at, scene, given ? own : [...own, ...alsoPossible(write, scene)])
    // Each figure has its own: how many others came with it makes none of them less likely.
    for (const { id } of slips) members.set(id, Math.max(members.get(id) ?? 0, slips.filter((one) => one.id === id).length))
    return slips
  })
  const again = given ? reworked(given.routine, { ...given, scene }, (other, at) => offOf(apartOf(other, at, true)), now) : null
  const redone = (again?.found ?? []).map(({ alternative, result: other }): Candidate => {
    const words = named(alternative, result, other)
    return {
      ...words,
      off: offOf(apartOf(other, alternative.scene, true)),
      alternative,
      times: bringsPlanBack(alternative.raw, given, scene) ? PLANNED_TIMES : 1,
    }
  })
  for (const [id, many] of again?.members ?? []) members.set(id, (members.get(id) ?? 0) + many)
  return { candidates: [...said, ...redone], members }
}

/** Mistakes that a routine knows of itself, or that stand on record: each says what one value would have been. */
function bySlips(write: Write, at: number, scene: Scene, slips: readonly Slip[]): Candidate[] {
  const moved = apartOf({ writes: [write], readings: [], readouts: [], gauges: [] }, scene).get(nameOfWrite(0))
  if (!moved) return []
  const { standard } = moved
  const last = minus(write.value, moved.moved)
  return slips.map(({ id, phrase, corrected }) => ({
    id,
    phrase,
    off: new Map([[nameOfWrite(at), { off: minus(corrected, last), standard }]]),
  }))
}

type Named = Pick<Candidate, 'id' | 'phrase'>

/** What would have gone into another register is called by that register. */
function named({ id, phrase }: Named, { writes }: Result, other: Result): Named {
  const [own, now] = [writes[0]?.register, other.writes[0]?.register]
  if (!own || !now || registerKey(own) === registerKey(now) || (id !== 'other-slot' && id !== 'other-tool')) return { id, phrase }
  return { id: now.family === 'work' ? 'other-slot' : 'other-value', phrase: `this were ${registerName(now)}` }
}

/** The causes of a figure that only a record was held against, for the check that says how far off it is; null where a last value speaks. */
export function toldOfRecord(write: Write, at: number, evidence: Evidence): ReturnType<typeof told> {
  if (!movedBy(write, evidence.scene)?.record) return null
  const name = nameOfWrite(at)
  return told(causesOf(name, evidence), name, (value) => asShown(value, evidence.scene.machine), write.assembly ?? '')
}

/** The words, the verdict and the means of causes for a finding: the mildest verdict of those that are named. */
export function told(
  fits: readonly Fit[],
  name: string,
  shown: (value: Nm) => string,
  whose = '',
): Pick<Finding, 'verdict' | 'sentence' | 'means'> | null {
  if (fits.length === 0) return null
  const verdicts = fits.map(({ id }): Verdict => MISTAKES[id].verdict)
  const left = nm(Math.round(Math.max(...fits.map((fit) => fit.left.get(name) ?? 0))))
  const within = left === 0 ? '' : ` within ${shown(left)}`
  return {
    verdict: verdicts.includes('query') ? 'query' : 'stop',
    sentence: `It would agree${within} if ${fits.map(({ phrase }) => phrase).join(', or if ')}.`,
    means: fits.map(({ phrase }) => `${whose}: ${phrase}`),
  }
}
