import { minus, plus, type Nm } from '../length/index.ts'
import {
  layoutOf,
  lengthRegister,
  parseRegisterKey,
  registerKey,
  registerName,
  workRegister,
  zeroAxis,
  type RegisterRef,
} from '../register/index.ts'
import { slotOffset, workTotal, type Scene } from '../scene/index.ts'
import { isSuspect, standingNote } from '../standing/index.ts'
import { convertLengths, type LengthTarget } from '../touch/index.ts'
import type { SettingTemplate } from './template.ts'

/** What fixes lengths that are counted another way than on the machine, and the slot whose Z they are taken with. */
export interface Conversion {
  slot: string
  target: LengthTarget
}

export type Shift = { kind: 'shift'; by: Nm } | { kind: 'refused'; sentence: string }

const refuse = (sentence: string): Shift => ({ kind: 'refused', sentence })

/**
 * By how much every zero in Z moves when lengths are counted as in the file: \u0394W = W new \u2212 W of one slot, common
 * shift included in both. It is one amount for the whole machine: each slot's own Z goes out as Z + \u0394W, each length
 * as H \u2212 \u0394W, and the common shift stays, so that common + Z + H is the same as before for every slot and tool.
 */
export function conversionShift(scene: Scene, template: SettingTemplate, conversion: Conversion | null): Shift {
  const { machine } = scene
  if (conversion && conversion.target.convention !== template.lengths)
    return refuse(`The template counts lengths as ${template.lengths.replace('-', ' ')}; what was given would count them another way.`)
  if (!layoutOf(machine).countsLengths || template.lengths === machine.lengthConvention) return { kind: 'shift', by: 0 as Nm }
  if (!conversion)
    return refuse('Lengths go out counted another way than on this machine: say which slot\u2019s Z they belong to, and what fixes them.')
  const workOffset = workTotal(scene, conversion.slot, 'Z')
  if (workOffset === null) return refuse(`${conversion.slot} Z is unset; lengths cannot be counted another way without it.`)
  const fixing = [workRegister(conversion.slot, 'Z'), ...fixedBy(conversion.target).map(lengthRegister)]
  const bad = fixing.find((register) => isSuspect(standingNote(registerKey(register), scene)))
  if (bad)
    return refuse(
      `${registerName(bad)}, which every length would go out with, is ${standingNote(registerKey(bad), scene).word}. Measure it first.`,
    )
  const lengths: Record<string, Nm> = {}
  for (const offset of fixedBy(conversion.target)) {
    const standing = scene.standing[registerKey(lengthRegister(offset))]
    if (standing) lengths[offset] = standing.value
  }
  const found = convertLengths({ workOffset, lengths }, conversion.target)
  return found
    ? { kind: 'shift', by: minus(found.workOffset, workOffset) }
    : refuse('The tool that fixes the lengths has no length of its own.')
}

/** The tool whose own length every other one is counted with. */
function fixedBy(target: LengthTarget): string[] {
  if (target.convention === 'touch-off') return []
  return [target.convention === 'reference-tool' ? target.reference : target.tool]
}

/** A register's figure when every zero in Z moves by \u0394W: slots with it, lengths against it, all else as it is. */
export function shifted(register: RegisterRef, value: Nm, by: Nm): Nm {
  if (register.layer !== 'geometry') return value
  if (zeroAxis(register) === 'Z') return plus(value, by)
  return register.family === 'tool' && register.property === 'length' ? minus(value, by) : value
}

/**
 * What would stay behind in the control, counted the old way, when the rest goes out counted another way: every slot
 * whose Z stands, and every length that is good. Each would be off by \u0394W, a crash for a slot.
 * @param goes true for a register that goes out
 */
export function leftBehind(scene: Scene, goes: (register: string) => boolean): { register: RegisterRef; why: string } | null {
  for (const { code } of scene.machine.slots) {
    const register = workRegister(code, 'Z')
    if (slotOffset(scene, code, 'Z') && !goes(registerKey(register))) return { register, why: 'stands too' }
  }
  for (const key of Object.keys(scene.standing)) {
    const register = parseRegisterKey(key)
    if (register.family !== 'tool' || register.property !== 'length' || register.layer !== 'geometry' || goes(key)) continue
    // What must not be used is measured anew before anybody calls it.
    if (!isSuspect(standingNote(key, scene))) return { register, why: 'stands too' }
  }
  return null
}
