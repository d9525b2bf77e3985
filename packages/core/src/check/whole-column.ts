import { magnitude, minus, type Nm } from '../length/index.ts'
import { MISTAKES } from '../mistake/index.ts'
import { isCutter, isReach, listed, numberOf, registerKey, registerName, type RegisterKey } from '../register/index.ts'
import type { Slip, Write } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import { comparedIn, movedBy, type Moved } from './apart.ts'
import type { Check, Evidence, Finding } from './finding.ts'
import { limitOf } from '../limits/index.ts'

/** A figure of a list that is not where it should be, with what it is held against. */
interface Stray {
  write: Write
  key: RegisterKey
  moved: Moved
}

/** Figures that were typed or came in a file, several together: what a routine works out is never a list. */
function straysOf({ scene, result, given }: Evidence): Stray[] {
  if (given || result.writes.length < 2) return []
  return result.writes.flatMap((write) => {
    const moved = movedBy(write, scene, { among: comparedIn(result) })
    return moved && magnitude(moved.moved) > moved.limit ? [{ write, key: registerKey(write.register), moved }] : []
  })
}

const findingOf = (check: Check['id'], name: string, verdict: Finding['verdict'], strays: readonly Stray[], sentence: string): Finding => ({
  check,
  about: strays.map(({ key }) => key).join(' '),
  name,
  verdict,
  sentence,
  figures: strays.map(({ write }) => ({ label: registerName(write.register), value: write.value })),
  means: strays.map(({ key }) => key),
  names: true,
})

/** Rows that a column may begin too high or too low by. */
const ROWS = [1, -1, 2, -2, 3, -3]
/** Tools of one length are rare: two figures that are each another one's are no chance. What agrees only roughly takes more. */
const ENOUGH = { measured: 2, roughly: 3 } as const
/** The share of what is off that a slip of the whole list accounts for. */
const MOST = 0.7

/**
 * Several figures that leave their own place and are each what another tool has: a column that began in the wrong row. A single one
 * is explained by the jump itself.
 */
export const shiftedColumn: Check = {
  id: 'shifted-column',
  name: 'in their own rows',
  applies: {},
  run(evidence) {
    const strays = straysOf(evidence)
    const { scene } = evidence
    return [isReach, isCutter].flatMap((isOf): Finding[] => {
      const column = strays.filter(({ write }) => write.register.layer === 'geometry' && isOf(write.register, scene.machine))
      if (column.length < 2) return []
      const sentence = exchangedIn(column, scene) ?? shiftedIn(column, isOf === isReach, scene)
      return sentence === null ? [] : [findingOf('shifted-column', 'in their own rows', 'stop', column, sentence)]
    })
  },
}

/** What is said of two tools of which each would be right with the figure of the other; null where that is not so. */
function exchangedIn(column: readonly Stray[], scene: Scene): string | null {
  const [one, other, third] = column
  if (!one || !other || third) return null
  const fits = (figure: Stray, place: Stray) => {
    const as = movedBy({ ...figure.write, register: place.write.register, assembly: place.write.assembly }, scene)
    return as !== null && magnitude(as.moved) <= as.limit
  }
  const tools = [one, other].flatMap(
    ({ write }) => scene.tools.find((tool) => numberOf(tool, write.register) === write.register.slot) ?? [],
  )
  if (tools.length < 2 || !fits(one, other) || !fits(other, one)) return null
  return `${listed(tools.map(({ number }) => `T${number}`))} would each have what the other one has. Their figures look exchanged.`
}

/** What is said of figures that are each what stands, or is on record, for another tool; null where too few are. */
function shiftedIn(column: readonly Stray[], isReaches: boolean, scene: Scene): string | null {
  const owners = (isReaches ? measuredOwners(column, scene) : null) ?? shiftedOwners(column, scene)
  if (!owners) return null
  const words = owners.map(({ stray, tool }) => `${registerName(stray.write.register)} what T${tool} has`)
  return `${owners.length} of these figures are each what stands for another tool: ${listed(words)}. It looks like a column that began in the wrong row.`
}

type Owners = { stray: Stray; tool: string }[] | null

/** Whose measured length each figure is, as near as a measurement repeats. */
function measuredOwners(column: readonly Stray[], scene: Scene): Owners {
  const near = 2 * limitOf(scene.machine, 'lengthRepeat')
  const owners = column.flatMap((stray) => {
    const owner = scene.tools.find((tool) => {
      const key = registerKey({ ...stray.write.register, slot: numberOf(tool, stray.write.register) })
      const other = key === stray.key ? undefined : scene.standing[key]
      return other && magnitude(minus(other.value, stray.write.value)) <= near
    })
    return owner ? [{ stray, tool: owner.number }] : []
  })
  return owners.length >= ENOUGH.measured ? owners : null
}

/** Whose each figure is when the whole column stands so many rows too low, by what was measured or is on record for those tools. */
function shiftedOwners(column: readonly Stray[], scene: Scene): Owners {
  for (const by of ROWS) {
    const owners = column.flatMap((stray) => {
      const at = scene.tools.findIndex((tool) => numberOf(tool, stray.write.register) === stray.write.register.slot)
      const tool = at === -1 ? undefined : scene.tools[at - by]
      if (!tool) return []
      const register = { ...stray.write.register, slot: numberOf(tool, stray.write.register) }
      const as = movedBy({ ...stray.write, register, assembly: tool.assembly }, scene)
      return as && magnitude(as.moved) <= as.limit ? [{ stray, tool: tool.number }] : []
    })
    if (owners.length >= ENOUGH.roughly && owners.length >= MOST * column.length) return owners
  }
  return null
}

/** Several figures that one and the same slip would each put right: a column in the other unit, or without its points. */
export const sameSlip: Check = {
  id: 'same-slip',
  name: 'one slip in all of them',
  applies: {},
  run(evidence) {
    const strays = straysOf(evidence)
    const cured = new Map<string, { slip: Slip; of: Stray[]; left: number }>()
    for (const stray of strays)
      for (const slip of stray.write.slips ?? []) {
        const left = magnitude(minus(slip.corrected, lastOf(stray)))
        if (left > stray.moved.limit) continue
        const all = cured.get(slip.phrase) ?? { slip, of: [], left: 0 }
        cured.set(slip.phrase, { slip, of: [...all.of, stray], left: Math.max(all.left, left) })
      }
    const [most] = [...cured.values()].sort((one, other) => other.of.length - one.of.length || one.left - other.left)
    if (!most || most.of.length < ENOUGH.measured || most.of.length < MOST * strays.length) return []
    const names = most.of.map(({ write }) => registerName(write.register))
    return [
      findingOf(
        'same-slip',
        'one slip in all of them',
        MISTAKES[most.slip.id].verdict,
        most.of,
        `${listed(names)} would each agree if ${most.slip.phrase}. It looks like one slip in all of them.`,
      ),
    ]
  },
}

const lastOf = ({ write, moved }: Stray): Nm => minus(write.value, moved.moved)
