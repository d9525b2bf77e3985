import type { Axis } from './record.ts'

/**
 * A family of registers: work offsets, the common shift on all of them, tool offsets, and the constants
 * of setters (kept by the ledger, whether or not the control has a place for them).
 */
export type RegisterFamily = 'work' | 'common' | 'tool' | 'setter'
export type RegisterProperty = Axis | 'length' | 'diameter' | 'radius' | 'K'
export type RegisterLayer = 'geometry' | 'wear'

/** One value that a control (or a setter) holds, on a machine that the context names. */
export interface RegisterRef {
  family: RegisterFamily
  /** G54, G54.1 P3, the tool offset's number, the setter's number. */
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

/** As a person at the machine says it: "G54 X", "T4 length", "setter 1 constant K". */
export function registerName({ family, slot, property, layer }: RegisterRef): string {
  const wear = layer === 'wear' ? ' wear' : ''
  switch (family) {
    case 'work':
      return `${slot} ${property}`
    case 'common':
      return `common shift ${property}`
    case 'tool':
      return `T${slot} ${property}${wear}`
    case 'setter':
      return `setter ${slot} constant ${property}`
  }
}

export const workRegister = (slot: string, axis: Axis): RegisterRef => ({
  family: 'work',
  slot,
  property: axis,
  layer: 'geometry',
})

export const lengthRegister = (offsetNumber: string): RegisterRef => ({
  family: 'tool',
  slot: offsetNumber,
  property: 'length',
  layer: 'geometry',
})

/** A lathe tool's geometry offset on one axis. */
export const geometryRegister = (offsetNumber: string, axis: Axis): RegisterRef => ({
  family: 'tool',
  slot: offsetNumber,
  property: axis,
  layer: 'geometry',
})

export const setterRegister = (setter: string): RegisterRef => ({
  family: 'setter',
  slot: setter,
  property: 'K',
  layer: 'geometry',
})
