import type { SpindleName } from '../machine/index.ts'
import { FAMILIES, type RegisterFamily, type RegisterLayer, type RegisterProperty } from './property.ts'

/** One value that a control (or a setter) holds, on a machine that the context names. */
export interface RegisterRef {
  family: RegisterFamily
  /** G54, G54.1 P3, the tool offset's number, the setter's or probe's id; `all` for the common shift. */
  slot: string
  property: RegisterProperty
  layer: RegisterLayer
  /** The spindle it belongs to where that is not the main one. */
  spindle?: Exclude<SpindleName, 'main'>
}

export type RegisterKey = string

/**
 * One text per register, for maps and for the database. The main spindle is not named: keys kept before there were
 * others stay as they are.
 * @throws Error for a slot with a slash, which would make another register's key of it
 */
export function registerKey({ family, slot, property, layer, spindle }: RegisterRef): RegisterKey {
  if (slot === '' || slot.includes('/')) throw new Error(`\u201c${slot}\u201d cannot name a slot`)
  const key = `${family}/${slot}/${property}/${layer}`
  return spindle === undefined ? key : `${key}/${spindle}`
}

/** A register out of a text that somebody sent; null for a text that is none. */
export function readRegisterKey(text: string): RegisterRef | null {
  const [family, slot, property, layer, spindle, ...more] = text.split('/') as [
    RegisterFamily,
    string,
    RegisterProperty,
    RegisterLayer,
    string?,
    ...string[],
  ]
  const row = Object.hasOwn(FAMILIES, family) ? FAMILIES[family] : null
  if (!row || !slot || more.length > 0 || !property || !Object.hasOwn(row.properties, property)) return null
  if (layer !== 'geometry' && (layer !== 'wear' || !row.properties[property]!.wear)) return null
  if (spindle !== undefined && spindle !== 'sub') return null
  return { family, slot, property, layer, ...(spindle === undefined ? {} : { spindle }) }
}

/** @throws Error when the text is no register key: they are only ever made by `registerKey` */
export function parseRegisterKey(key: RegisterKey): RegisterRef {
  const known = parsed.get(key)
  if (known) return known
  const register = readRegisterKey(key)
  if (!register) throw new Error(`${key} is not a register`)
  // A machine has some thousand registers; texts that are no keys never get here.
  if (parsed.size > 20_000) parsed.clear()
  parsed.set(key, Object.freeze(register))
  return register
}

const parsed = new Map<RegisterKey, RegisterRef>()
