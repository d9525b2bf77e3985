import { magnitude, type Nm } from '../../length/index.ts'
import { asShown } from '../../machine/index.ts'
import { registerKey, registerName, type RegisterRef } from '../../register/index.ts'
import type { Remark } from '../../routine/index.ts'
import type { Scene } from '../../scene/index.ts'

/** So many corrections show which way an edge goes. */
const USUAL = 3
/** A correction that is so many times the largest one before it is another trouble than wear. */
const LEAP = 3
/** Corrections that go to and fro within so many times their own ±U follow the scatter of the cut. */
const SCATTER = 3

/**
 * A correction against those before it on the same edge. An edge wears one way and by like amounts; what goes to
 * and fro is the scatter of the cut, and correcting it makes it wider.
 *
 * @param step by how much the wear register would change
 * @param expanded ±U of that
 */
export function driftRemarks(worn: RegisterRef, step: Nm, expanded: Nm, scene: Scene): Remark[] {
  const steps = (scene.sizes[registerKey(worn)] ?? []).map((size) => size.step).filter((one) => one !== 0)
  if (step === 0 || steps.length < USUAL - 1) return []
  const name = registerName(worn)
  const shown = (value: Nm) => asShown(value, scene.machine, 'always')
  const usual = steps.slice(-USUAL)
  const about = {
    id: 'usual-drift',
    name: 'as it usually wears',
    figures: [...usual.map((value) => ({ label: 'earlier correction', value })), { label: `${name} changes by`, value: step }],
  }
  const earlier = usual.map(shown).join(', ')
  if (toAndFro([...steps.slice(1 - USUAL), step], expanded))
    return [
      {
        ...about,
        verdict: 'query',
        sentence: `The corrections of ${name} go to and fro: ${steps
          .slice(1 - USUAL)
          .map(shown)
          .join(', ')}, now ${shown(step)}. That is the scatter of the cut rather than wear. Correct half or nothing, or say why.`,
      },
    ]
  if (usual.length < USUAL) return []
  const oneWay = usual.every((one) => Math.sign(one) === Math.sign(usual[0]!))
  if (oneWay && Math.sign(step) !== Math.sign(usual[0]!) && magnitude(step) > expanded)
    return [
      {
        ...about,
        verdict: 'query',
        sentence: `${name} would go by ${shown(step)}, against all of its last corrections (${earlier}). An edge wears one way: look at it, at the measurement and at which side of the target it lies, or say what happened.`,
      },
    ]
  const most = Math.max(...usual.map(magnitude))
  if (magnitude(step) > LEAP * most && magnitude(step) > expanded)
    return [
      {
        ...about,
        verdict: 'query',
        sentence: `${name} would change by ${shown(step)}; its last corrections were ${earlier}. Look at the edge and measure again, or say what happened.`,
      },
    ]
  return [{ ...about, verdict: 'clear', sentence: `${name} goes on as it has worn: ${earlier}, now ${shown(step)}.` }]
}

function toAndFro(steps: readonly Nm[], expanded: Nm): boolean {
  return steps.every((step, at) => {
    const before = steps[at - 1]
    return magnitude(step) <= SCATTER * expanded && (before === undefined || Math.sign(step) !== Math.sign(before))
  })
}
