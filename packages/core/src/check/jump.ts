import { magnitude, minus, type Nm } from '../length/index.ts'
import { asShown } from '../machine/index.ts'
import { holdsLength, registerKey, registerName, tiedToPart } from '../register/index.ts'
import type { Write } from '../routine/index.ts'
import type { Scene, Standing } from '../scene/index.ts'
import { BY_FAMILY } from './by-family.ts'
import { explainJump } from './explain.ts'
import type { Check, Finding } from './finding.ts'
import { limitOf } from './limits.ts'
import { referenceFor } from './reference.ts'
import { SLIP_VERDICT } from './thresholds.ts'

/** A value far from its last one, with the single mistake that would account for it. */
export const jump: Check = {
  id: 'jump',
  name: 'near its last value',
  run({ scene, result }) {
    return result.writes.flatMap((write) => {
      // Wear is meant to move; its own check says how far.
      if (write.state !== 'set' || !holdsLength(write.register) || write.register.layer === 'wear') return []
      const reference = referenceFor(write, scene)
      return reference && reference.value.state !== 'deliberately-zero' ? [compare(write, reference.value, reference.what, scene)] : []
    })
  },
}

function compare(write: Write, reference: Standing, what: string, scene: Scene): Finding {
  const { machine } = scene
  const moved = minus(write.value, reference.value)
  const unknown = limitOf(machine, 'unknownStandard')
  const repeat = repeatOf(write, scene)
  const standard = Math.hypot(write.uncertainty?.standard ?? unknown, reference.standard ?? unknown, repeat.standard)
  const limit = Math.round(
    Math.max(limitOf(machine, BY_FAMILY[write.register.family].moves), limitOf(machine, 'questionedBeyond') * standard),
  ) as Nm
  const name = registerName(write.register, scene.gauges)
  const moves = `${name} moves ${asShown(moved, machine, 'always')}${what}`
  const finding = {
    check: 'jump',
    about: name,
    name: 'near its last value',
    figures: [
      { label: `${name} new`, value: write.value },
      { label: `${name} last`, value: reference.value },
    ],
  }
  if (magnitude(moved) <= limit)
    return { ...finding, verdict: 'clear', sentence: `${moves}; expected within ${asShown(limit, machine)}${repeat.learned}.` }
  const odd = registerKey(write.register)
  const explanation = explainJump(write, reference, standard, scene)
  const beyond = `${moves}, more than the ${asShown(limit, machine)} expected${repeat.learned}`
  if (!explanation) return { ...finding, verdict: 'query', sentence: `${beyond}. No single slip explains it.`, means: [odd] }
  return {
    ...finding,
    verdict: SLIP_VERDICT[explanation.slip.id] ?? 'query',
    sentence: `${beyond}. It would agree within ${asShown(explanation.left, machine)} if ${explanation.slip.phrase}.`,
    // Two tools that look alike wrong are two: a reason for one is none for the other.
    means: [odd, `${write.assembly ?? ''}: ${explanation.slip.phrase}`],
  }
}

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
