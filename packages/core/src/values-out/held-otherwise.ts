import { magnitude, minus, nm, times, ZERO, type Nm } from '../length/index.ts'
import { asShown } from '../machine/index.ts'
import { holdsLength, parseRegisterKey, registerKey, registerName, timesInDiameter, type RegisterKey } from '../register/index.ts'
import { commonShift, type Scene } from '../scene/index.ts'
import { mistypedFigures } from '../slip/index.ts'

/** A register in which control and ledger hold different figures. */
export interface HeldOtherwise {
  register: RegisterKey
  held: Nm
  ledger: Nm
  /** What the ledger had in it before that; null where nothing, or where nobody knows. */
  before: Nm | null
}

/** Nearer than so many of the machine's steps counts as the very figure. */
const CLOSE = 2
const AXES = ['X', 'Y', 'Z'] as const

/**
 * The likeliest single mistake by which a control came to hold another figure than the ledger: the value before, nothing typed at all,
 * the sign, the point, the unit, digits, diameter and radius, the common shift, or what belongs into another register of its kind.
 *
 * @returns a clause that follows "It would if …"; null where no single mistake fits
 */
export function heldBecause({ register: key, held, ledger, before }: HeldOtherwise, scene: Scene): string | null {
  const { machine } = scene
  const register = parseRegisterKey(key)
  if (!holdsLength(register)) return null
  const name = registerName(register)
  const is = (value: Nm) => magnitude(minus(held, value)) <= CLOSE * machine.increment
  if (before !== null && before !== ledger && is(before)) return `it still held the value before, ${asShown(before, machine)}`
  if (held === ZERO) return `nothing had been entered into ${name}`
  if (timesInDiameter(register, machine) !== null) {
    if (is(times(ledger, 2))) return 'a diameter were in it in place of a radius'
    if (is(nm(Math.round(ledger / 2)))) return 'a radius were in it in place of a diameter'
  }
  const typed = mistypedFigures(ledger, name, machine.unit).find(({ value }) => is(value))
  if (typed) return typed.phrase
  const axis = AXES.find((one) => one === register.property)
  const shift = register.family === 'work' && axis ? commonShift(scene, axis) : ZERO
  if (shift !== ZERO && is(nm(ledger + shift))) return 'the common shift had been added into it'
  const other = Object.entries(scene.standing).find(([otherKey, { value }]) => {
    const one = parseRegisterKey(otherKey)
    return otherKey !== key && is(value) && registerKey({ ...one, slot: register.slot }) === key
  })
  return other ? `${registerName(parseRegisterKey(other[0]))} had been typed into ${name}` : null
}
