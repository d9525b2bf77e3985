import { asShown } from '../machine/index.ts'
import type { Nm } from '../length/index.ts'
import { asRegister, parseRegisterKey, propertyOf, registerName, type RegisterKey } from '../register/index.ts'
import type { Scene, Standing } from '../scene/index.ts'

/** One register at two moments, or on two machines; null where nothing stood. */
export interface Stood {
  register: RegisterKey
  name: string
  before: string | null
  after: string | null
  /** By how much it moved, signed, where both are lengths. */
  moved: string | null
  /** The entry that wrote what stands later. */
  by: { entry: string; at: string; name: string } | null
}

const STATES: Readonly<Partial<Record<Standing['state'], string>>> = {
  disturbed: 'disturbed',
  estimated: 'estimated',
  'deliberately-zero': 'zero on purpose',
}

function said(register: RegisterKey, standing: Standing | undefined, { machine }: Scene): string | null {
  if (!standing) return null
  const figure = asRegister(register, standing.value, machine)
  const word = STATES[standing.state]
  return word ? `${figure}, ${word}` : figure
}

function movedBy(register: RegisterKey, before: Standing | undefined, after: Standing | undefined, { machine }: Scene): string | null {
  if (!before || !after || before.value === after.value || propertyOf(parseRegisterKey(register)).holds !== 'length') return null
  return asShown((after.value - before.value) as Nm, machine, 'always')
}

/**
 * Two scenes register by register: what stands differently, and what stands alike. The figures are written as each scene's own
 * machine shows them; the difference as the later one's does.
 * @param only which registers are looked at; all of them where nothing is given
 */
export function compareStanding(before: Scene, after: Scene, only: (register: RegisterKey) => boolean = () => true) {
  const registers = [...new Set([...Object.keys(before.standing), ...Object.keys(after.standing)])].filter(only) as RegisterKey[]
  const [differs, alike]: [Stood[], Stood[]] = [[], []]
  for (const register of registers) {
    const [was, is] = [before.standing[register], after.standing[register]]
    const isSame = was && is && was.value === is.value && was.state === is.state && was.assembly === is.assembly
    ;(isSame ? alike : differs).push({
      register,
      name: registerName(parseRegisterKey(register), after.gauges),
      before: said(register, was, before),
      after: said(register, is, after),
      moved: movedBy(register, was, is, after),
      by: is ? { entry: is.entry, at: is.at, name: is.by } : null,
    })
  }
  return { differs, alike }
}
