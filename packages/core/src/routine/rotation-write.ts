import type { Microdegrees } from '../angle/index.ts'
import { nm } from '../length/index.ts'
import { registerKey, rotationRegister, stepOf, type RegisterKey } from '../register/index.ts'
import type { PartFrame, Scene } from '../scene/index.ts'
import { contributorsTo, expandedTo, type Contributor, type Source } from '../uncertainty/index.ts'
import type { Write } from './sheet.ts'

/**
 * The rotation that goes into a slot together with its zero.
 * @param angle radians, counter-clockwise positive
 * @param sources causes of doubt whose third effect is on the angle, in radians a nanometre; none where it was given
 */
export function rotationWrite(slot: string, angle: number, scene: Pick<Scene, 'machine'>, sources: readonly Source[] = []): Write {
  const contributors = contributorsTo(2, sources).map((one) => ({ ...one, standard: millionths(one.standard) }))
  return writeOf(slot, millionths(angle), scene, contributors, [])
}

const millionths = (radians: number) => ((radians * 180) / Math.PI) * 1_000_000

function writeOf(
  slot: string,
  value: number,
  { machine }: Pick<Scene, 'machine'>,
  contributors: Contributor[],
  rests: RegisterKey[],
): Write {
  const register = rotationRegister(slot)
  const step = stepOf(register, machine)
  const standard = Math.hypot(...contributors.map((one) => one.standard))
  return {
    register,
    value: nm(Math.round(value / step) * step),
    state: 'set',
    uncertainty:
      contributors.length > 0
        ? {
            standard,
            expanded: expandedTo(standard, step),
            contributors: contributors.filter((one) => one.standard > 0).sort((a, b) => b.standard - a.standard),
          }
        : null,
    assembly: null,
    rests,
  }
}

/** The rotation that stands in a slot; 0 where none was ever set. */
export const standingRotation = (slot: string, scene: Pick<Scene, 'standing'>): Microdegrees =>
  (scene.standing[registerKey(rotationRegister(slot))]?.value ?? 0) as number as Microdegrees

/** Puts a slot's rotation to a value when another one stands there; nothing when it does not change. */
export function rotationInto(slot: string, rotation: Microdegrees, scene: Scene, from: PartFrame | null = null): Write[] {
  if (standingRotation(slot, scene) === rotation) return []
  const standard = from?.turnedBy?.standard ?? null
  const contributors = standard === null ? [] : [{ label: `${from!.slot} rotation`, standard }]
  const rests = from && from.rotation !== 0 ? [registerKey(rotationRegister(from.slot))] : []
  return [writeOf(slot, rotation, scene, contributors, rests)]
}
