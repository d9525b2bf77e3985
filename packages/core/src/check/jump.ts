import { magnitude, minus, type Nm } from '../length/index.ts'
import { asShown, registerName } from '../machine/index.ts'
import type { Write } from '../routine/index.ts'
import type { Scene, Standing } from '../scene/index.ts'
import { explainJump } from './explain.ts'
import type { Check, Finding } from './finding.ts'
import { referenceFor, tiedToPart } from './reference.ts'
import { SLIP_VERDICT, THRESHOLDS } from './thresholds.ts'

/** A value far from its last one, with the single mistake that would account for it. */
export const jump: Check = {
  id: 'jump',
  name: 'near its last value',
  run({ scene, result }) {
    return result.writes.flatMap((write) => {
      if (write.state !== 'set') return []
      const reference = referenceFor(write, scene)
      return reference && reference.state === 'set' ? [compare(write, reference, result.slips, scene)] : []
    })
  },
}

function compare(write: Write, reference: Standing, slips: Parameters<typeof explainJump>[2], scene: Scene): Finding {
  const moved = minus(write.value, reference.value)
  const standard = Math.hypot(
    write.uncertainty?.standard ?? THRESHOLDS.unknownStandard,
    reference.standard ?? THRESHOLDS.unknownStandard,
    repeatOf(write, scene),
  )
  const limit = Math.max(floorOf(write), THRESHOLDS.questionedBeyond * standard)
  const name = registerName(write.register)
  const moves = `${name} moves ${asShown(moved, scene.machine, 'always')}`
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
    return { ...finding, verdict: 'clear', sentence: `${moves}; expected within ${asShown(Math.round(limit) as Nm, scene.machine)}.` }
  const explanation = explainJump(write, reference, slips, standard, scene)
  const beyond = `${moves}, more than the ${asShown(Math.round(limit) as Nm, scene.machine)} expected`
  if (!explanation) return { ...finding, verdict: 'query', sentence: `${beyond}. No single slip explains it.` }
  return {
    ...finding,
    verdict: SLIP_VERDICT[explanation.slip.id] ?? 'query',
    sentence: `${beyond}. It would agree within ${asShown(explanation.left, scene.machine)} if ${explanation.slip.phrase}.`,
  }
}

function repeatOf(write: Write, scene: Scene): number {
  const fixture = scene.plan?.fixtureRepeat ?? THRESHOLDS.fixtureRepeat
  if (write.register.family === 'work') return fixture
  // Lengths that are counted from part zero move with the part.
  return tiedToPart(write, scene) ? Math.hypot(fixture, THRESHOLDS.lengthRepeat) : THRESHOLDS.lengthRepeat
}

function floorOf(write: Write): Nm {
  if (write.register.family === 'tool') return THRESHOLDS.lengthMoves
  return write.register.family === 'setter' ? THRESHOLDS.constantMoves : THRESHOLDS.zeroMoves
}
