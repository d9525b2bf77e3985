import { mm, type MachineRecord } from '@rook/core'
import { TURRET_LATHE } from '@rook/testing'
import { describe, expect, it } from 'vitest'
import { blankForm, formOf, machineShape } from './record-form.ts'
import { blankTurret, readNumbers, type TurretForm } from './turret-form.ts'
import { problemsOf } from '../../ui/checked.ts'

const { id: _id, ...RECORD } = TURRET_LATHE as MachineRecord
const read = (turret: Partial<TurretForm>, more = {}) => {
  const form = formOf(TURRET_LATHE)
  return machineShape.safeParse({ ...form, ...more, turret: { ...form.turret, ...turret } })
}
const wrong = (turret: Partial<TurretForm>) => problemsOf(read(turret).error?.issues ?? [])

describe('a lathe\u2019s record as it is typed', () => {
  it('comes back as it was, special stations, chucks and conventions with it', () => {
    expect(read({}).data).toEqual({ ...RECORD, dialect: null })
  })

  it('keeps further turrets that the form does not show', () => {
    const lower = { name: 'lower', stations: 4 }
    const two = { ...TURRET_LATHE, turrets: [...TURRET_LATHE.turrets, lower] }
    expect(machineShape.parse(formOf(two)).turrets[1]).toEqual(lower)
  })

  it('reads a list of stations', () => {
    expect(readNumbers('3, 5 7-9')).toEqual([3, 5, 7, 8, 9])
    expect([readNumbers(''), readNumbers('9-7'), readNumbers('3 and 5')]).toEqual([[], null, null])
  })

  it.each([
    [{ stations: '0' }, 'turret.stations', /whole number from 1 to 99/],
    [{ driven: '8, 14' }, 'turret.driven', /no station 14/],
    [{ driven: '2, 8' }, 'turret.driven', /2 is said to be for tools on centre too/],
    [{ drilling: 'two' }, 'turret.drilling', /such as 3, 5, 7-9/],
    [{ masters: { main: '13', sub: '' } }, 'turret.masters.main', /number of a station/],
    [{ across: '-320' }, 'turret.across', /more than zero/],
    [{ printed: { X: '-338.9', Z: '' } }, 'turret.printed.Z', /give both/],
    [{ chucks: { main: { across: '', length: '90' }, sub: { across: '', length: '' } } }, 'turret.chucks.main.across', /give both/],
    [{ changeAt: { X: 'far', Z: '-60' } }, 'turret.changeAt.X', /./],
  ] as [Partial<TurretForm>, string, RegExp][])('says what is wrong with %j', (turret, field, sentence) => {
    expect(wrong(turret)[field]).toMatch(sentence)
  })

  it('says nothing of a turret on a mill, and nothing of a sub-spindle that is not there', () => {
    expect(
      machineShape
        .safeParse({ ...blankForm(), turret: { ...blankTurret(), stations: 'x' } })
        .error?.issues.some(({ path }) => path[0] === 'turret'),
    ).toBe(false)
    const alone = read({}, { subSpindle: false, slots: [{ code: 'G54', name: '', onSub: false }] })
    expect(alone.data!.turrets[0]!.special!.map(({ spindle }) => spindle)).toEqual(['main', 'main'])
    expect(alone.data!.turning.chucks).toEqual({ main: { across: mm(165), length: mm(90) } })
  })
})
