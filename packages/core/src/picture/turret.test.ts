import { describe, expect, it } from 'vitest'
import { mounted, scene, stands, TURRET_LATHE } from '@rook/testing'
import { mm, nm } from '../length/index.ts'
import type { MachineRecord } from '../machine/index.ts'
import { geometryRegister, stationDatum, workRegister, type RegisterRef } from '../register/index.ts'
import type { Scene } from '../scene/index.ts'
import { turretPicture, type TurretPicture, type TurretPiece } from './turret.ts'

const [XS, ZS] = [-338.832, -12.5]
/** A tool that stands out by so much, in millimetres: its geometry is the datum, twice the reach in X, and the reach in Z. */
const tool = (number: string, kind: 'turning' | 'boring-bar' | 'drill', x: number, z: number, wide: number) => ({
  mounted: mounted(number, `a-${number}`, `Tool ${number}`, { kind, properties: { DMM: mm(wide) } }),
  standing: [
    [geometryRegister(number, 'X'), mm(XS + 2 * x)],
    [geometryRegister(number, 'Z'), mm(ZS + z)],
    [stationDatum(number, 'X'), mm(XS)],
    [stationDatum(number, 'Z'), mm(ZS)],
  ] as [RegisterRef, number][],
})
const MASTER = tool('1', 'turning', 45, 12.5, 20)
const BAR = tool('3', 'boring-bar', 53.713, 65.632, 10)

function at(tools: ReturnType<typeof tool>[], more: Partial<Scene> = {}, machine: MachineRecord = TURRET_LATHE): Scene {
  const zeros: [RegisterRef, number][] = [
    [workRegister('G54', 'X'), 0],
    [workRegister('G54', 'Z'), mm(-455.3)],
  ]
  const base = scene(
    [...zeros, ...tools.flatMap(({ standing }) => standing)].map(([register, value]) => [register, stands(nm(value))]),
    { machine, tools: tools.map((one) => one.mounted) },
  )
  const side = { from: mm(-25), to: mm(25) }
  return {
    ...base,
    plan: {
      ...base.plan!,
      stock: { X: side, Y: side, Z: { from: mm(-120), to: mm(0) } },
      holding: { kind: 'chuck', stickOut: mm(60) },
    },
    ...more,
  }
}
function drawn(...[number, look, slot, where]: Parameters<typeof turretPicture>): TurretPicture {
  const found = turretPicture(number, look, slot, where)
  if (typeof found === 'string') throw new Error(found)
  return found
}
const bounds = (pieces: readonly TurretPiece[]) => {
  const all = pieces.flatMap(({ points }) => points)
  const [xs, ys] = [all.map(({ x }) => x / 1e6), all.map(({ y }) => y / 1e6)]
  return [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
}
const of = (pieces: readonly TurretPiece[], what: TurretPiece['what'], number?: string) =>
  bounds(pieces.filter((piece) => piece.what === what && (number === undefined || piece.number === number)))

describe('a turret drawn to scale', () => {
  it('has its station behind the tip by what the tool stands out, and the turret behind that', () => {
    const { side, front, fouls } = drawn('1', 'facing', 'G54', at([MASTER]))
    // The tip is on the axis and at the face; the station 12.5 further from the chuck and 45 further out; the turret 320 across.
    expect(of(side, 'turret')).toEqual([12.5, 82.5, 45, 365])
    expect(of(side, 'cutter', '1').slice(0, 1)).toEqual([0])
    expect(of(side, 'cutter', '1')[2]).toBe(0)
    // Jaws at Z −60, the chuck behind them, 165 across.
    expect(of(side, 'jaws').slice(0, 2)).toEqual([-82, -60])
    expect(of(side, 'chuck')).toEqual([-172, -82, -82.5, 82.5])
    // Along the spindle the turret's middle lies 45 + 160 above the axis, a flat of it toward the axis.
    const [, , low, high] = of(front, 'turret')
    expect([low, high].map((value) => Math.round(value! * 10) / 10)).toEqual([45, 365])
    expect(fouls).toEqual([])
  })

  it('puts another station where the turret\u2019s pitch puts it', () => {
    const { front } = drawn('1', 'facing', 'G54', at([MASTER, BAR]))
    // Station 3 of twelve: 60° round, its bar beyond 160 + 53.713 by its own 10.
    const middle = (160 + 53.713 + 5) * Math.sin(Math.PI / 3)
    const [left, right] = of(front, 'cutter', '3')
    expect((left! + right!) / 2).toBeCloseTo(middle, 3)
  })

  it('says which neighbour runs into the chuck, and lights it', () => {
    // At the jaws Z −58, the station lies at −45.5; a neighbour that stands out 125 in Z reaches −170.5, beside the chuck.
    const near = at([tool('1', 'turning', 45, 12.5, 20), tool('2', 'drill', 30, 125, 16)])
    const { fouls, side } = drawn('1', 'jaws', 'G54', near)
    // 30° round: 205 + 25 − (160 + 30)·cos 30° = 65.5 over the axis and 95 beside it: 115 from it, and the chuck is 82.5.
    expect(fouls).toEqual([])
    const wide = at([tool('1', 'turning', 45, 12.5, 20), tool('2', 'drill', 75, 125, 16)])
    const told = drawn('1', 'jaws', 'G54', wide)
    // (160 + 75): 230 − 235·cos 30° = 26.5 over, 117.5 beside. Still clear of 82.5.
    expect(told.fouls).toEqual([])
    expect(told.nearest!.number).toBe('2')
    const narrow = { ...TURRET_LATHE, turrets: [{ ...TURRET_LATHE.turrets[0]!, across: mm(160) }] }
    const hit = drawn('1', 'jaws', 'G54', at([tool('1', 'turning', 45, 12.5, 20), tool('2', 'drill', 30, 125, 16)], {}, narrow))
    // With a turret of 160: 150 − 110·cos 30° = 54.7 over, 55 beside: 77.6 less half of the drill, within 82.5.
    expect(hit.fouls).toEqual([{ numbers: ['2'], sentence: expect.stringMatching(/^T2 beside it would run into the chuck/) as string }])
    expect(hit.side.filter(({ lit }) => lit).map(({ what }) => what)).toEqual(['chuck', 'cutter'])
    expect(side.some(({ lit }) => lit)).toBe(false)
  })

  it('looks at the change position whether every tool passes the work while the turret turns', () => {
    // X −20 with T1: (−20 + 248.832)/2 = 114.4 over the axis; Z −60 + 455.3 − 0 = 395.3 from the face: far away.
    expect(drawn('1', 'change', 'G54', at([MASTER, BAR])).fouls).toEqual([])
    const close = { ...TURRET_LATHE, turning: { ...TURRET_LATHE.turning, changeAt: { X: mm(-150), Z: mm(-420) } } }
    // There T1 stands 49.4 out and 35.3 from the face; the bar reaches 53 further in Z and would pass 40.7 − 10 = 30.7 out: clear of 25.
    const clear = drawn('1', 'change', 'G54', at([MASTER, BAR], {}, close))
    expect(clear.fouls).toEqual([])
    expect(clear.nearest).toMatchObject({ number: '3', words: 'the work' })
    expect(clear.nearest!.gap / 1e6).toBeCloseTo(49.416 - (53.713 + 10 - 45) - 25, 3)
    const long = tool('3', 'boring-bar', 60, 65.632, 10)
    expect(drawn('1', 'change', 'G54', at([MASTER, long], {}, close)).fouls).toEqual([
      { numbers: ['3'], sentence: 'T3 would run into the work while the turret turns. Take the change position further away.' },
    ])
  })

  it('tells what is not known, and why it cannot be drawn', () => {
    const bare = { ...MASTER, standing: MASTER.standing.slice(0, 2) }
    expect(drawn('1', 'facing', 'G54', at([bare])).unknown).toEqual(['1'])
    const none = { ...TURRET_LATHE, turning: { ...TURRET_LATHE.turning, changeAt: null } }
    expect(turretPicture('1', 'change', 'G54', at([MASTER], {}, none))).toMatch(/^Where the turret is turned is not known/)
    expect(turretPicture('4', 'facing', 'G54', at([MASTER]))).toBe('Nothing is mounted in T4.')
    expect(turretPicture('44', 'facing', 'G54', at([MASTER]))).toBe('T44 sits in no station that is on record of Lathe 1.')
  })
})
