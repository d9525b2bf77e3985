import { magnitude, minus, type Nm } from '../length/index.ts'
import { asShown } from '../machine/index.ts'
import { asRegister, registerKey, registerName, zeroAxis } from '../register/index.ts'
import type { Write } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import type { Check, Finding } from './finding.ts'
import { limitOf } from '../limits/index.ts'

/** Whether a zero is known well enough for what is made from it, and whether moving it means anything. */
export const fineness: Check = {
  id: 'fineness',
  name: 'fine enough',
  applies: {},
  run({ scene, result }) {
    return result.writes.flatMap((write) => [...tooCoarse(write, scene), ...smallerThanItself(write, scene)])
  },
}

function tooCoarse(write: Write, scene: Scene): Finding[] {
  const { machine, plan } = scene
  const { register, uncertainty } = write
  if (zeroAxis(register) === null || !uncertainty || !plan?.tolerance) return []
  const name = registerName(register)
  const coarse = uncertainty.expanded > limitOf(machine, 'toleranceShare') * plan.tolerance
  const causes = uncertainty.contributors.slice(0, 2).map(({ label }) => label)
  const shown = (value: Nm) => asShown(value, machine)
  return [
    {
      check: 'fineness',
      about: name,
      name: 'fine enough',
      verdict: coarse ? 'query' : 'clear',
      sentence: coarse
        ? `${name} is known to \u00b1${shown(uncertainty.expanded)}, too coarse for the tolerance of ${shown(plan.tolerance)} that ${plan.operationName} has to hold. Most of it comes from ${causes.join(' and ')}.`
        : `${name} is known to \u00b1${shown(uncertainty.expanded)}, fine enough for ${shown(plan.tolerance)}.`,
      figures: [
        { label: `\u00b1U of ${name}`, value: uncertainty.expanded },
        { label: 'tolerance', value: plan.tolerance },
      ],
    },
  ]
}

/** A zero measured again in the same setup, and moved by less than it is known to: no correction, only scatter. */
function smallerThanItself(write: Write, scene: Scene): Finding[] {
  const key = registerKey(write.register)
  const standing = scene.standing[key]
  if (!standing || !write.uncertainty || !scene.plan || standing.setup !== scene.plan.setup || standing.state !== 'set') return []
  const moved = magnitude(minus(write.value, standing.value))
  if (moved === 0 || moved >= write.uncertainty.expanded) return []
  const name = registerName(write.register)
  return [
    {
      check: 'own-uncertainty',
      about: name,
      name: 'worth moving',
      verdict: 'clear',
      tell: true,
      sentence: `${name} would move ${asRegister(key, moved, scene.machine)}, less than the \u00b1${asRegister(key, write.uncertainty.expanded, scene.machine)} it is known to. It may as well stay.`,
      figures: [{ label: `${name} moves`, value: moved }],
    },
  ]
}
