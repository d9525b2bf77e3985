import { limitOf } from '../limits/index.ts'
import { answersToWear } from '../assembly/index.ts'
import { magnitude, minus, plus, times, ZERO, type Nm } from '../length/index.ts'
import { asShown } from '../machine/index.ts'
import { isCutter, parseRegisterKey, timesInDiameter, type RegisterRef } from '../register/index.ts'
import type { Remark } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import type { Change, Edit } from './edit.ts'
import { toolOfRegister } from './tool-of-register.ts'

/**
 * What a table invites that a routine does not: a cutter's diameter put right by hand where wear was meant, an amount that replaces
 * where it should have been added.
 */
export function doubtsOf(edits: readonly Edit[], changes: readonly Change[], scene: Scene): Remark[] {
  return changes.flatMap((change) => {
    const register = parseRegisterKey(change.register)
    const text = edits.find((edit) => edit.register === change.register)?.text ?? ''
    return [
      ...sizedByGeometry(change, register, scene),
      ...answersNot(change, register, scene),
      ...replacedOrAdded(change, register, text, scene),
    ]
  })
}

/** A true diameter is measured once; one that creeps away from the cutter's own was used to size a pocket. */
function sizedByGeometry({ name, before, after }: Change, register: RegisterRef, scene: Scene): Remark[] {
  const perDiameter = timesInDiameter(register, scene.machine)
  if (register.layer !== 'geometry' || !isCutter(register) || perDiameter === null || before === null) return []
  const DC = toolOfRegister(register, scene)?.properties.DC
  if (DC === undefined) return []
  const off = (value: Nm) => magnitude(minus(times(value, perDiameter), DC))
  const [was, would] = [off(before), off(after)]
  // No cutter comes out of a measurement as its maker states it, nor of the next one to the micrometre.
  const scatters = was <= scene.machine.increment ? 2 * limitOf(scene.machine, 'cutterAsMade') : 3 * limitOf(scene.machine, 'sizeRepeat')
  if (magnitude(minus(after, before)) * perDiameter <= scatters) return []
  // Farther than this it is another cutter or a slip, and the check of the cutter's record says so.
  if (would <= was || would > limitOf(scene.machine, 'nominalOff')) return []
  return [
    {
      id: 'sized-by-geometry',
      name: 'diameter as measured',
      verdict: 'query',
      sentence: `${name} would go from ${asShown(before, scene.machine)} to ${asShown(after, scene.machine)}, further from DC ${asShown(DC, scene.machine)}. If that is to make a size come right, it belongs in the wear; if the cutter was measured, say with what.`,
      figures: [
        { label: `${name} now`, value: before },
        { label: `${name} new`, value: after },
      ],
    },
  ]
}

/** A drill, a reamer, a tap makes the size that it has; a figure in its diameter’s wear corrects nothing. */
function answersNot({ name, before, after }: Change, register: RegisterRef, scene: Scene): Remark[] {
  const tool = register.layer === 'wear' && isCutter(register) && after !== 0 ? toolOfRegister(register, scene) : null
  if (!tool || answersToWear(tool)) return []
  return [
    {
      id: 'answers-not',
      name: 'a tool that answers',
      verdict: 'query',
      sentence: `T${tool.number} is a ${tool.kind.replace('-', ' ')}: it makes the size that it has, and ${name} changes nothing on the part. Look which tool makes that size, or say what this is for.`,
      figures: [
        { label: `${name} now`, value: before ?? ZERO },
        { label: `${name} new`, value: after },
      ],
    },
  ]
}

/** A figure typed with a plus sign over one that is not zero reads like an amount to be added. */
function replacedOrAdded({ name, before, after }: Change, register: RegisterRef, text: string, { machine }: Scene): Remark[] {
  if (before === null || before === 0 || !/^\s*\+/.test(text)) return []
  // A geometry that is signed as all of its kind are is no amount.
  if (register.layer === 'geometry' && magnitude(after) > limitOf(machine, 'wearTotal')) return []
  return [
    {
      id: 'replaced-or-added',
      name: 'replaces, does not add',
      verdict: 'query',
      sentence: `${name} holds ${asShown(before, machine, 'always')}; ${asShown(after, machine, 'always')} would take its place. If it was to be added, type ${asShown(plus(before, after), machine, 'always')}.`,
      figures: [
        { label: `${name} now`, value: before },
        { label: `${name} new`, value: after },
      ],
    },
  ]
}
