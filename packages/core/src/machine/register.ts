import { formatAngle, type Microdegrees } from '../angle/index.ts'
import type { Nm } from '../length/index.ts'
import { asShown, type Axis, type MachineRecord } from './record.ts'

/**
 * A family of registers: work offsets, the common shift on all of them, tool offsets, the constants of
 * setters and the radii of probes (kept by the ledger, whether or not the control has a place for them),
 * and what a zero is expected to be before it has been found.
 */
export type RegisterFamily = 'work' | 'common' | 'tool' | 'setter' | 'probe' | 'expected'
export type ProbeSide = 'X+' | 'X-' | 'Y+' | 'Y-'
/** `R` is a work offset's rotation: its value is in millionths of a degree. */
export type RegisterProperty = Axis | 'R' | 'length' | 'diameter' | 'radius' | 'K' | 'across' | ProbeSide
export type RegisterLayer = 'geometry' | 'wear'

/** One value that a control (or a setter) holds, on a machine that the context names. */
export interface RegisterRef {
  family: RegisterFamily
  /** G54, G54.1 P3, the tool offset's number, the setter's or probe's id; `all` for the common shift. */
  slot: string
  property: RegisterProperty
  layer: RegisterLayer
}

export type RegisterKey = string

/** One text per register, for maps and for the database. */
export function registerKey({ family, slot, property, layer }: RegisterRef): RegisterKey {
  return `${family}/${slot}/${property}/${layer}`
}

/** @throws Error when the text is no register key: they are only ever made by `registerKey` */
export function parseRegisterKey(key: RegisterKey): RegisterRef {
  const [family, slot, property, layer] = key.split('/')
  if (!layer) throw new Error(`${key} is not a register`)
  return { family, slot, property, layer } as RegisterRef
}

/** What has a name of its own besides the id that its registers go by. */
interface Named {
  id: string
  name: string
}

/**
 * As a person at the machine says it: "G54 X", "T4 length", "Setter A constant K".
 * @param gauges to call setters and probes by their names; their ids stand in where they are not at hand
 */
export function registerName({ family, slot, property, layer }: RegisterRef, gauges: readonly Named[] = []): string {
  const wear = layer === 'wear' ? ' wear' : ''
  const gauge = gauges.find(({ id }) => id === slot)?.name ?? slot
  switch (family) {
    case 'work':
      return `${slot} ${property === 'R' ? 'rotation' : property}`
    case 'expected':
      return `expected ${slot} ${property}`
    case 'common':
      return `common shift ${property}`
    case 'tool':
      return `${numberWord(property)}${slot} ${property}${wear}`
    case 'setter':
      return `${gauge} ${SETTER_WORDS[property] ?? property}`
    case 'probe':
      return `${gauge} radius moving ${property.replace('-', '\u2212')}`
  }
}

const SETTER_WORDS: Partial<Record<RegisterProperty, string>> = {
  K: 'constant K',
  X: 'centre X',
  Y: 'centre Y',
  across: 'width across',
}

/** The word that a tool offset's number is called with: H for lengths, D for diameters, T for a lathe's pairs. */
function numberWord(property: RegisterProperty): 'H' | 'D' | 'T' {
  if (property === 'length') return 'H'
  return property === 'diameter' || property === 'radius' ? 'D' : 'T'
}

/** Several registers in one breath: "G54 X and Y", "G54 X, G55 X and G56 X". */
export function registerNames(refs: readonly RegisterRef[], gauges: readonly Named[] = []): string {
  const slots = new Map<string, string[]>()
  for (const ref of refs) {
    const name = registerName(ref, gauges)
    const tail = name.split(' ').at(-1)!
    const head = name.slice(0, name.length - tail.length - 1)
    slots.set(head, [...(slots.get(head) ?? []), tail])
  }
  const names = [...slots].map(([head, tails]) => `${head} ${listed(tails)}`)
  return names.length > 3 ? `${names[0]} to ${names.at(-1)}` : listed(names)
}

/** "X", "X and Y", "X, Y and Z". */
export function listed(names: readonly string[]): string {
  return names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`
}

/** True for the one register whose value is an angle. */
export const holdsAngle = ({ property }: Pick<RegisterRef, 'property'>): boolean => property === 'R'

/** Writes a register's value as the machine shows it: a length on its increment, a rotation in degrees. */
export function asRegister(
  key: RegisterKey,
  value: Nm,
  machine: Pick<MachineRecord, 'unit' | 'increment'>,
  sign: 'negative' | 'always' = 'negative',
): string {
  if (!holdsAngle(parseRegisterKey(key))) return asShown(value, machine, sign)
  const text = formatAngle(value as number as Microdegrees)
  return sign === 'always' && value > 0 ? `+${text}` : text
}

const geometry = (family: RegisterFamily, slot: string, property: RegisterProperty): RegisterRef => ({
  family,
  slot,
  property,
  layer: 'geometry',
})

export const workRegister = (slot: string, axis: Axis): RegisterRef => geometry('work', slot, axis)

/** The rotation that a control applies together with a work offset. */
export const rotationRegister = (slot: string): RegisterRef => geometry('work', slot, 'R')

/** What is added to every work offset of an axis. */
export const commonRegister = (axis: Axis): RegisterRef => geometry('common', 'all', axis)

/** What a zero ought to come out at, worked out from another operation. */
export const expectedRegister = (slot: string, axis: Axis): RegisterRef => geometry('expected', slot, axis)

export const lengthRegister = (offsetNumber: string): RegisterRef => geometry('tool', offsetNumber, 'length')

/** What a mill's D register holds, a diameter or a radius, as the machine's record says. */
export const diameterRegister = (machine: Pick<MachineRecord, 'diameterRegister'>, offsetNumber: string): RegisterRef =>
  geometry('tool', offsetNumber, machine.diameterRegister)

/** The wear register that is added to a geometry register. */
export const wearOf = (register: RegisterRef): RegisterRef => ({ ...register, layer: 'wear' })

/** A lathe tool's geometry offset on one axis. */
export const geometryRegister = (offsetNumber: string, axis: Axis): RegisterRef => geometry('tool', offsetNumber, axis)

export const setterRegister = (setter: string): RegisterRef => geometry('setter', setter, 'K')

/** Where the middle of a setter's stylus stands on an axis of this machine, and how wide it measures there. */
export const setterCentre = (setter: string, axis: 'X' | 'Y'): RegisterRef => geometry('setter', setter, axis)
export const setterAcross = (setter: string): RegisterRef => geometry('setter', setter, 'across')

/** A probe's effective radius on this machine's spindle, for one direction of motion. */
export const probeRegister = (probe: string, side: ProbeSide): RegisterRef => geometry('probe', probe, side)

export const PROBE_SIDES: readonly ProbeSide[] = ['X+', 'X-', 'Y+', 'Y-']
