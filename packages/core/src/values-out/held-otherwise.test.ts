import { LATHE, MILL, scene, stands } from '@rook/testing'
import { describe, expect, it } from 'vitest'
import { inch, mm, nm, type Nm } from '../length/index.ts'
import { parseRegisterKey } from '../register/index.ts'
import type { Scene } from '../scene/index.ts'
import { heldBecause } from './held-otherwise.ts'

const X = 'work/G54/X/geometry'
const shop = (standing: Record<string, Nm>, machine = MILL): Scene =>
  scene(
    Object.entries(standing).map(([key, value]) => [parseRegisterKey(key), stands(value)]),
    { machine },
  )
const at = (held: Nm, more: { register?: string; ledger?: Nm; before?: Nm | null } = {}, where = shop({ [X]: mm(-318.204) })) =>
  heldBecause({ register: X, ledger: mm(-318.204), before: null, held, ...more }, where)

describe('why a control may hold another figure', () => {
  it.each([
    ['the sign', mm(318.204), 'sign'],
    ['nothing typed', mm(0), 'nothing had been entered into G54 X'],
    ['inches', nm(Math.round(-318_204_000 / 25.4)), 'inch'],
    ['the point', mm(-31.8204), 'point'],
    ['digits', mm(-318.024), 'swapped'],
  ])('%s', (_what, held, words) => expect(at(held)).toContain(words))

  it('the value before, before anything else', () => {
    expect(at(mm(-318.1), { before: mm(-318.1) })).toBe('it still held the value before, \u2212318.1000')
    // Nothing was there before; zero is then what nobody has typed.
    expect(at(mm(0), { before: null })).toContain('nothing had been entered')
  })

  it('a diameter in a radius register, and the other way round', () => {
    const register = 'tool/4/radius/geometry'
    const where = shop({ [register]: mm(6) })
    expect(at(mm(12), { register, ledger: mm(6) }, where)).toBe('a diameter were in it in place of a radius')
    expect(at(mm(3), { register, ledger: mm(6) }, where)).toBe('a radius were in it in place of a diameter')
  })

  it('what belongs into another register of its kind, and of no other kind', () => {
    const where = shop({ [X]: mm(-318.204), 'work/G55/X/geometry': mm(-100.5), 'work/G55/Y/geometry': mm(-77.7) })
    expect(at(mm(-100.5), {}, where)).toBe('G55 X had been typed into G54 X')
    expect(at(mm(-77.7), {}, where)).toBeNull()
  })

  it('the common shift added in', () => {
    const where = shop({ [X]: mm(-318.204), 'common/all/X/geometry': mm(-2.5) })
    expect(at(mm(-320.704), {}, where)).toBe('the common shift had been added into it')
  })

  it('nothing where no single mistake fits, or where no length is held', () => {
    expect(at(mm(-317.9))).toBeNull()
    expect(heldBecause({ register: 'tool/1/tip/geometry', held: nm(2), ledger: nm(3), before: null }, shop({}, LATHE))).toBeNull()
  })

  it('says an inch machine its own way', () => {
    const where = shop({ [X]: inch(-12.5) })
    expect(at(inch(12.5), { ledger: inch(-12.5) }, where)).toContain('sign')
  })
})
