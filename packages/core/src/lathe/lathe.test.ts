import { describe, expect, it } from 'vitest'
import { INCH_LATHE, LATHE, mounted, run, scene, stands } from '@rook/testing'
import { mm, nm } from '../length/index.ts'
import type { MachineRecord } from '../machine/index.ts'
import { armRegister, geometryRegister, registerKey, tipRegister, workRegister, type RegisterRef } from '../register/index.ts'
import type { RawInputs } from '../routine/index.ts'
import { TIP_PLACES, tipReaches, tipWords } from './tip.ts'

const TOOLS = [
  mounted('1', 'ld-80', 'Turning tool 80\u00b0', { kind: 'turning' }),
  mounted('3', 'bb-10', 'Boring bar 10', { kind: 'boring-bar' }),
]
const at = (standing: [RegisterRef, number][], machine: MachineRecord = LATHE) =>
  scene(
    standing.map(([register, value]) => [register, stands(nm(value))]),
    { machine, plan: null, tools: TOOLS },
  )
const axis: [RegisterRef, number] = [workRegister('G54', 'X'), 0]
const values = (routine: string, raw: RawInputs, standing: [RegisterRef, number][], machine?: MachineRecord) =>
  run(routine, raw, at(standing, machine)).sheet.result?.writes.map(({ value }) => value)
const refused = (routine: string, raw: RawInputs, standing: [RegisterRef, number][]) =>
  run(routine, raw, at(standing)).sheet.refusal?.sentence

describe('a tip direction', () => {
  // The table of eight directions, seen with X up and Z to the right, and its centre.
  it.each([
    [3, 'X', -1, true],
    [4, 'X', -1, true],
    [8, 'X', -1, true],
    [2, 'X', -1, false],
    [1, 'X', 1, true],
    [2, 'X', 1, true],
    [6, 'X', 1, true],
    [3, 'X', 1, false],
    [2, 'Z', -1, true],
    [3, 'Z', -1, true],
    [7, 'Z', -1, true],
    [8, 'Z', -1, false],
    [0, 'X', 1, true],
    [9, 'Z', -1, true],
  ] as const)('%d moving %s %d: %s', (code, on, direction, reaches) => expect(tipReaches(code, on, direction)).toBe(reaches))

  it('has a place for each number, each of the eight ways once', () => {
    const ways = Object.entries(TIP_PLACES).filter(([code]) => code !== '0' && code !== '9')
    expect(new Set(ways.map(([, { X, Z }]) => `${X} ${Z}`)).size).toBe(8)
    expect(tipWords(3)).toBe('toward the axis and toward the chuck')
    expect(tipWords(9)).toBe('the centre of the nose')
  })
})

describe('a skim cut', () => {
  const raw = { tool: '1', slot: 'G54', reading: '-188.872', place: '59.96' }

  it('gives X with the diameter taken off, outside and in a bore alike', () => {
    // −188.872 − 59.96 = −248.832
    expect(values('turned-diameter', raw, [axis])).toEqual([mm(-248.832)])
    expect(values('turned-diameter', { ...raw, tool: '3' }, [axis])).toEqual([mm(-248.832)])
  })

  it('is questioned when X reads otherwise after backing off', () => {
    const found = (after: string) => run('turned-diameter', { ...raw, after }, at([axis])).findings.find(({ check }) => check === 'retreat')
    expect(found('-188.872')).toMatchObject({ verdict: 'clear' })
    expect(found('-188.852')).toMatchObject({ verdict: 'query', sentence: expect.stringContaining('moved by +0.020') as string })
  })

  it('is refused with a tip that points away from what it is said to have cut', () => {
    const bored: [RegisterRef, number][] = [axis, [tipRegister('1'), 2]]
    expect(refused('turned-diameter', raw, bored)).toBe(
      'T1 cannot touch moving X\u2212: its tip direction is 2, away from the axis and toward the chuck. Look which tool touched, or put its tip direction right.',
    )
    expect(refused('turned-diameter', { ...raw, surface: 'bore' }, bored)).toBeUndefined()
    expect(refused('turned-diameter', raw, [axis, [tipRegister('1'), 3]])).toBeUndefined()
  })
})

describe('a known diameter that is touched', () => {
  const raw = { tool: '3', slot: 'G54', surface: 'outside', between: 'feeler', reading: '-171.306', place: '60' }

  it('counts the feeler twice on a diameter, with the side that it lies on', () => {
    // Outside: −171.306 − 60 − 2 × 0.05 = −231.406. In a bore the feeler lies on the other side.
    expect(values('known-diameter', raw, [axis])).toEqual([mm(-231.406)])
    expect(values('known-diameter', { ...raw, surface: 'bore', reading: '-171.506' }, [axis])).toEqual([mm(-231.406)])
  })

  it('counts it once where X reads radii', () => {
    // −201.356 − 30 − 0.05
    expect(values('known-diameter', { ...raw, reading: '-201.356' }, [axis], { ...LATHE, xReads: 'radius' })).toEqual([mm(-231.406)])
  })

  it('is the same in inches, where X reads radii', () => {
    const machine = { ...INCH_LATHE, xReads: 'radius' as const }
    const [found] = values('known-diameter', { ...raw, between: 'none', reading: '-8', place: '2' }, [axis], machine)!
    expect(found).toBe(-9 * 25_400_000)
  })

  it('names the feeler that was forgotten when the figure jumps by it', () => {
    const { sheet } = run('known-diameter', { ...raw, between: 'none' }, at([axis]))
    const slip = sheet.result!.writes[0]!.slips.find(({ phrase }) => phrase.startsWith('Feeler 0.05'))
    expect(slip?.corrected).toBe(mm(-231.406))
  })

  it('says what is wrong', () => {
    expect(refused('known-diameter', raw, [])).toContain('unset is not zero')
    expect(refused('known-diameter', { ...raw, place: '-60' }, [axis])).toBe(
      'Diameter touched: a diameter is more than zero; type what was measured.',
    )
    expect(refused('known-diameter', raw, [axis, [tipRegister('3'), 6]])).toContain('cannot touch moving X\u2212')
  })
})

describe('a setter arm', () => {
  const master: [RegisterRef, number] = [geometryRegister('1', 'X'), mm(-248.832)]
  const face = { setter: 'setter', tool: '1', face: 'X-', reading: '-92.418' }

  it('is calibrated by the master, and the opposite face comes with the width of its stylus', () => {
    // K(X−) = −92.418 + 248.832 = 156.414; K(X+) = 156.414 − 2 × 10 = 136.414
    expect(values('arm-constant', { ...face, width: '10' }, [master])).toEqual([mm(156.414), mm(136.414)])
    expect(values('arm-constant', face, [master])).toEqual([mm(156.414)])
    // On Z, and where X reads radii, the width counts once.
    const along = { setter: 'setter', tool: '1', face: 'Z-', reading: '-92.418', width: '10' }
    expect(values('arm-constant', along, [[geometryRegister('1', 'Z'), 0]])).toEqual([mm(-92.418), mm(-102.418)])
    expect(values('arm-constant', { ...face, width: '10' }, [master], { ...LATHE, xReads: 'radius' })).toEqual([mm(156.414), mm(146.414)])
    // Begun at the other face it is the same.
    expect(values('arm-constant', { ...face, face: 'X+', reading: '-112.418', width: '10' }, [master])).toEqual([mm(136.414), mm(156.414)])
  })

  it('measures a boring bar from the other side', () => {
    const raw = { tool: '3', setter: 'setter', face: 'X+', reading: '-94.992' }
    expect(values('tool-on-arm', raw, [[armRegister('setter', 'X+'), mm(136.414)]])).toEqual([mm(-231.406)])
  })

  it('names the face when the figure is that of the other one', () => {
    const standing: [RegisterRef, number][] = [
      [armRegister('setter', 'X+'), mm(136.414)],
      [armRegister('setter', 'X-'), mm(156.414)],
    ]
    const { sheet } = run('tool-on-arm', { tool: '3', setter: 'setter', face: 'X+', reading: '-94.992' }, at(standing))
    expect(sheet.result!.writes[0]!.slips.map(({ phrase }) => phrase)).toContain(
      'the constant of the face moving X\u2212 had been taken off',
    )
  })

  it('is refused without a master, without a constant, and with a tip that cannot reach the face', () => {
    expect(refused('arm-constant', face, [])).toContain('Touch with the master')
    expect(refused('arm-constant', { ...face, width: '0' }, [master])).toBe('Width of the stylus: more than zero, or left empty.')
    expect(refused('arm-constant', face, [master, [tipRegister('1'), 1]])).toContain('cannot touch moving X\u2212')
    const raw = { tool: '3', setter: 'setter', face: 'X+', reading: '-94.992' }
    expect(refused('tool-on-arm', raw, [])).toContain('has no constant moving X+')
    const known: [RegisterRef, number][] = [[armRegister('setter', 'X+'), mm(136.414)]]
    expect(refused('tool-on-arm', raw, [...known, [tipRegister('3'), 3]])).toContain('cannot touch moving X+')
  })

  it('rests its tools on the face, and the face on the master', () => {
    const rests = (routine: string, raw: RawInputs, standing: [RegisterRef, number][]) =>
      run(routine, raw, at(standing)).sheet.result!.writes[0]!.rests
    expect(rests('arm-constant', face, [master])).toEqual([registerKey(master[0])])
    const known: [RegisterRef, number] = [armRegister('setter', 'X+'), mm(136.414)]
    expect(rests('tool-on-arm', { tool: '3', setter: 'setter', face: 'X+', reading: '-94.992' }, [known])).toEqual([registerKey(known[0])])
  })
})
