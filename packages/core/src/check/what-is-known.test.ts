import { describe, expect, it } from 'vitest'
import { mm, nm } from '../length/index.ts'
import { geometryRegister, lengthRegister, setterRegister, workRegister, type RegisterRef } from '../register/index.ts'
import type { Plan, Scene, Standing } from '../scene/index.ts'
import { assess } from '../assessment/index.ts'
import { routineById } from '../catalogue/index.ts'
import { INCH_MILL, LATHE, run, scene, stands } from '@rook/testing'

const touch = { slot: 'G54', axis: 'X', direction: '+', finder: 'finder', between: 'none', reading: '-318.2040', place: '0' }
const face = { slot: 'G54', tool: '4', between: 'none', reading: '-372.29', place: '0.8' }
const length: [RegisterRef, Standing] = [lengthRegister('4'), stands(mm(103.4755), { assembly: 'em-12' })]
const planned = (more: Partial<Plan>, standing: [RegisterRef, Standing][] = [], other: Partial<Scene> = {}) =>
  scene(standing, { plan: { ...scene().plan!, ...more }, ...other })

describe('a face against the stock of the operation', () => {
  // The stock reaches 0.8 over part zero, and 1.5 beyond it on the left.
  const stock = { X: { from: mm(-1.5), to: mm(92) }, Y: { from: nm(0), to: mm(63) }, Z: { from: mm(-18), to: mm(0.8) } }
  const said = (raw: Record<string, string>, more: Partial<Plan> = {}) =>
    run(raw.tool ? 'face' : 'edge', raw, planned({ stock, ...more }, [length])).finding('stock-faces')

  it('is the raw one before anything is cut', () => {
    expect(said(face)).toMatchObject({ verdict: 'clear' })
    expect(said({ ...touch, place: '-1.5' })).toMatchObject({ verdict: 'clear' })
  })

  it('asks about a raw face that is taken for a finished one, and about every way its allowance goes wrong', () => {
    expect(said({ ...face, place: '0' })).toMatchObject({ verdict: 'query' })
    expect(said({ ...face, place: '0' })?.sentence).toBe(
      'Nothing is cut yet, and the stock reaches to Z 0.8000 on this side; the face is said to stand at 0.0000, as if it were finished. Say which face was touched.',
    )
    const why = (place: string) => /at \S+, (.*)\. Say/.exec(said({ ...touch, place })?.sentence ?? '')?.[1]
    expect(why('0')).toBe('as if it were finished')
    expect(why('1.5')).toBe('its allowance counted to the other side')
    expect(why('-3')).toBe('twice its allowance')
    expect(why('-0.75')).toBe('half its allowance')
  })

  it('has no question about a face further inside, which may be a step', () => {
    expect(said({ ...touch, place: '20' })).toMatchObject({ verdict: 'clear' })
  })

  it('knows the fixed jaw, which looks the other way', () => {
    const jaw = { kind: 'vise', count: 1, fixedJaw: 'X+', grip: null, parallels: null } as const
    const far = { ...touch, place: '92' }
    expect(said(far, { holding: jaw })).toMatchObject({ verdict: 'clear' })
    expect(said(far)).toMatchObject({ verdict: 'clear' })
    expect(said(far, { holding: { ...jaw, fixedJaw: 'X-' } })).toMatchObject({ verdict: 'query' })
    expect(said(far, { holding: { ...jaw, fixedJaw: 'X-' } })?.sentence).toContain('which is the opposite side')
  })

  it('only tells of a raw face once parts have been cut, for a fresh piece has one', () => {
    const cut = '2026-11-24T02:00:00.000Z'
    expect(said(face, { cut })).toMatchObject({ verdict: 'clear', tell: true })
    expect(said(face, { cut })?.sentence).toContain('a raw face at Z 0.8000 is there on a fresh piece only')
    expect(said({ ...face, place: '0' }, { cut })).toMatchObject({ verdict: 'clear' })
    expect(said({ ...face, place: '0' }, { cut })?.tell).toBeUndefined()
  })

  it('is found by its zero where it is touched again after it was cut away', () => {
    // Touched raw at 0.8, zero lay at −476.5655; the cut face is 0.8 lower and still said to stand at 0.8.
    const before: [RegisterRef, Standing] = [workRegister('G54', 'Z'), stands(mm(-476.5655), { setup: 'now' })]
    const found = run('face', { ...face, reading: '-373.09' }, planned({ cut: '2026-11-24T02:00:00.000Z' }, [length, before])).finding(
      'jump',
    )
    expect(found).toMatchObject({ names: true })
    expect(found?.sentence).toContain('G54 Z moves \u22120.8000')
    expect(found?.sentence).toContain('had been Z 0.0000, where it has been cut to')
  })
})

describe('the face of a bar', () => {
  // The master's geometry Z is zero, so the zero is the reading less where the face stands.
  const master: [RegisterRef, Standing] = [geometryRegister('4', 'Z'), stands(nm(0), { state: 'deliberately-zero' })]
  const stock = { X: { from: nm(0), to: mm(60) }, Y: { from: nm(0), to: mm(60) }, Z: { from: mm(-80), to: mm(1.5) } }
  const said = (place: string, more: Partial<Plan> = {}) =>
    run(
      'face',
      { slot: 'G54', tool: '4', between: 'none', reading: '-212.480', place },
      planned({ stock, ...more }, [master], { machine: LATHE }),
    ).finding('stock-faces')

  it('stands where the stock ends before anything is cut, on a lathe too', () => {
    expect(said('1.5')).toMatchObject({ verdict: 'clear' })
    expect(said('0')?.sentence).toContain(
      'the stock reaches to Z 1.500 on this side; the face is said to stand at 0.000, as if it were finished',
    )
    expect(said('-1.5')?.sentence).toContain('its allowance counted to the other side')
    expect(said('3')?.sentence).toContain('twice its allowance')
    expect(said('0', { cut: '2026-11-24T02:00:00.000Z' })).toMatchObject({ verdict: 'clear' })
  })
})

describe('the seat of the stock over the table', () => {
  // W = −372.290 − 103.4755 − 0.8 = −476.5655; the lowest face lies 18 below, and the plate is 20 thick: the table is at −514.5655.
  // The setter is 50 high, so its constant is −464.5655.
  const table: [RegisterRef, Standing] = [setterRegister('setter'), stands(mm(-464.5655))]
  const plate = { kind: 'plate', thickness: mm(20) } as const
  const at = (more: Partial<Plan> = {}) => planned({ holding: plate, ...more }, [length, table])
  const found = (raw: Record<string, string>, where = at()) => run('face', { ...face, ...raw }, where).finding('size')

  it('agrees with plate and table where nothing is wrong, and is something to compare with', () => {
    expect(found({})).toMatchObject({ verdict: 'clear', figures: [{ value: mm(20) }, { value: mm(20) }] })
    expect(run('face', face, at()).finding('compared')).toBeUndefined()
    expect(run('face', face, planned({ holding: plate }, [length])).finding('compared')).toMatchObject({ tell: true })
  })

  it('names a shim that was forgotten although nothing was ever measured there', () => {
    // Stock is known to about 0.2, so that other slips of about a millimetre are named beside it and a reason will do.
    expect(found({ reading: '-371.29' })).toMatchObject({ verdict: 'query', names: true })
    expect(found({ reading: '-371.29' })?.sentence).toContain('comes out at 21.0000, expected 20.0000')
    expect(found({ reading: '-371.29' })?.sentence).toContain('Shim 1.000 had lain between')
  })

  it('leaves a small chip alone: stock is not known that well', () => {
    expect(found({ reading: '-372.0' })).toMatchObject({ verdict: 'clear' })
  })

  it('counts the bed of a vise and its parallels, and is silent where one of them is not on record', () => {
    const vise = { kind: 'vise', count: 1, fixedJaw: 'Y+', grip: null, parallels: mm(8), bed: mm(12) } as const
    expect(found({}, at({ holding: vise }))).toMatchObject({ verdict: 'clear' })
    expect(found({}, at({ holding: { ...vise, bed: mm(42) } }))).toMatchObject({ verdict: 'query' })
    expect(found({}, at({ holding: { ...vise, parallels: null } }))).toBeUndefined()
    expect(found({}, at({ holding: null }))).toBeUndefined()
  })
})

describe('the height of equal parts', () => {
  const plate = { kind: 'plate', thickness: null } as const
  const other = (setup = 'now'): [RegisterRef, Standing] => [workRegister('G55', 'Z'), stands(mm(-476.6), { setup })]
  const said = (more: Partial<Plan>, second = other()) =>
    run('face', face, planned({ slots: ['G54', 'G55'], holding: plate, ...more }, [length, second])).finding('size')

  it('is one on a plate: the slot that was found first is something to compare with', () => {
    // −476.5655 beside −476.6: 0.0345.
    expect(said({})).toMatchObject({ verdict: 'clear', about: 'height beside G55', figures: [{ value: mm(0.0345) }, { value: 0 }] })
    expect(said({}, [workRegister('G55', 'Z'), stands(mm(-478.6), { setup: 'now' })])).toMatchObject({ verdict: 'query' })
  })

  it('is not asked of another setup\u2019s slot, of a single vise, or where nobody has said what holds the work', () => {
    expect(said({}, other('before'))).toBeUndefined()
    expect(said({ holding: { kind: 'vise', count: 1, fixedJaw: 'Y+', grip: null, parallels: null } })).toBeUndefined()
    expect(said({ holding: null })).toBeUndefined()
    expect(said({ slots: ['G54'] })).toBeUndefined()
  })
})

describe('what is said beside a reading', () => {
  it('asks when the last jog step is coarser than what is claimed, by s/\u221a12', () => {
    // \u00b10.0101 is 0.0051 of standard uncertainty; a step of 0.1 is 0.0289, one of 0.01 is 0.0029.
    const felt = (jog: string) => run('edge', { ...touch, jog }, scene()).finding('jog-step')
    expect(felt(String(mm(0.1)))).toMatchObject({ verdict: 'query' })
    expect(felt(String(mm(0.1)))?.sentence).toBe(
      'The last jog step was 0.1000: the touch lies anywhere within it, and G54 X is said to be known to \u00b10.0101. Back off and step in with a finer one.',
    )
    expect(felt(String(mm(0.01)))).toMatchObject({ verdict: 'clear' })
    expect(felt('')).toBeUndefined()
  })

  it('offers the steps of the machine\u2019s own unit, and asks nothing where nothing is read', () => {
    const steps = optionsOf
    expect(steps('edge', scene())).toEqual(['0.1', '0.01', '0.001'])
    expect(steps('edge', scene([], { machine: INCH_MILL }))).toEqual(['0.01', '0.001', '0.0001'])
  })

  it('refuses every display but the machine\u2019s', () => {
    expect(run('edge', { ...touch, display: 'machine' }, scene()).refusal).toBeNull()
    for (const [display, name] of [
      ['part', 'part coordinates'],
      ['relative', 'relative'],
      ['to-go', 'distance to go'],
    ] as const)
      expect(run('edge', { ...touch, display }, scene()).refusal).toContain(`The display showed ${name}: that hangs on what is active`)
  })

  it('keeps what was said with the figure and under the working', () => {
    const { writes, fact } = run('edge', { ...touch, jog: String(mm(0.01)), warmth: 'warm' }, scene())
    expect(writes['work/G54/X/geometry']).toMatchObject({ warmth: 'warm' })
    expect(fact('Said beside')).toBe('last jog step 0.01, machine is warm')
  })
})

const optionsOf = (id: string, at: Scene) => {
  const jog = assess(routineById(id)!, touch, at).inputs.find((input) => input.id === 'jog')
  return jog?.kind === 'choice' ? jog.options.map(({ label }) => label) : null
}

describe('cold and warm', () => {
  const measured = (warmth: 'cold' | 'warm' | null): [RegisterRef, Standing] => [length[0], { ...length[1], warmth }]
  const said = (raw: string, of: 'cold' | 'warm' | null) => run('face', { ...face, warmth: raw }, scene([measured(of)])).finding('warmth')

  it('do not go together', () => {
    expect(said('warm', 'cold')).toMatchObject({ verdict: 'query' })
    expect(said('warm', 'cold')?.sentence).toBe(
      'H4 length was measured with the machine cold, and this was measured warm. Part of the difference is the machine\u2019s own growth. Measure both in one state, or say why it does not matter here.',
    )
    expect(said('cold', 'warm')).toMatchObject({ verdict: 'query' })
    expect(said('cold', 'cold')).toMatchObject({ verdict: 'clear' })
    expect(said('warm', null)).toBeUndefined()
    expect(said('', 'cold')).toBeUndefined()
  })

  it('are asked of a part that was cut warm with a tool measured cold', () => {
    const depth = { tool: '4', by: 'measured', with: 'height', target: '-10', measured: '-10.03', place: '-10' }
    const found = run('depth-size', { ...depth, warmth: 'warm' }, scene([measured('cold')]))
    expect(found.finding('warmth')).toMatchObject({ verdict: 'query' })
    expect(found.finding('warmth')?.sentence).toContain('this part was cut warm')
  })
})

describe('a length that was found cold and is found warm', () => {
  // The setter was touched at -502.118; 103.4755 was measured cold, and a warm spindle has grown by 0.034.
  const standing = (warmth: 'cold' | 'warm' | null): [RegisterRef, Standing][] => [
    [setterRegister('setter'), stands(mm(-502.118))],
    [length[0], { ...length[1], warmth }],
  ]
  const said = (now: string, then: 'cold' | 'warm' | null, grown = 0.034) =>
    run(
      'tool-length',
      { tool: '4', method: 'setter', setter: 'setter', reading: (-398.6425 + grown).toFixed(4), warmth: now },
      scene(standing(then)),
    ).finding('jump')

  it('may lie off by what a machine grows, and says so', () => {
    expect(said('warm', 'cold')).toMatchObject({ verdict: 'clear' })
    expect(said('warm', 'cold')?.sentence).toMatch(/, warm now and cold then\.$/)
    expect(said('cold', 'warm', -0.034)).toMatchObject({ verdict: 'clear' })
  })

  it('is asked about where both were in one state, where nobody said, and where no machine grows so far', () => {
    expect(said('warm', 'warm')).toMatchObject({ verdict: 'query' })
    expect(said('cold', 'cold')).toMatchObject({ verdict: 'query' })
    expect(said('warm', null)).toMatchObject({ verdict: 'query' })
    expect(said('', 'cold')).toMatchObject({ verdict: 'query' })
    expect(said('warm', 'cold', 0.12)).toMatchObject({ verdict: 'query' })
  })
})

describe('a machine that was homed again', () => {
  const x = (at: string, setup = 'now'): [RegisterRef, Standing] => [
    workRegister('G54', 'X'),
    stands(mm(-313.204), { at, setup, operation: 'op' }),
  ]
  const y = { ...touch, axis: 'Y', reading: '-200' }
  const before = '2026-11-24T00:30:00.000Z'
  const after = '2026-11-24T02:00:00.000Z'

  it('asks for a witness when another zero of the setup was found before', () => {
    expect(run('edge', y, scene([x(before)])).finding('homed-again')).toMatchObject({ verdict: 'query' })
    expect(run('edge', y, scene([x(before)])).finding('homed-again')?.sentence).toContain('G54 X was found before')
    expect(run('edge', y, scene([x(after)])).finding('homed-again')).toBeUndefined()
    expect(run('edge', y, scene([x(before, 'before')])).finding('homed-again')).toBeUndefined()
  })

  it('takes the same edge, found again, for the witness', () => {
    expect(run('edge', touch, scene([x(before)])).finding('homed-again')).toMatchObject({ verdict: 'clear', tell: true })
    expect(run('edge', { ...touch, reading: '-318.5' }, scene([x(before)])).finding('homed-again')).toBeUndefined()
  })

  it('asks once: a zero recorded since has its answer with it', () => {
    const z: [RegisterRef, Standing] = [workRegister('G54', 'Z'), stands(mm(-476), { at: after, setup: 'now' })]
    expect(run('edge', y, scene([x(before), z])).finding('homed-again')).toBeUndefined()
  })
})

describe('figures of the last time', () => {
  const last = (x: number, y: number) =>
    scene([], {
      formerly: {
        'work/G54/X/geometry': stands(mm(x)),
        'work/G54/Y/geometry': stands(mm(y)),
      },
      plan: { ...scene().plan!, operation: 'op' },
    })
  const corner = {
    slot: 'G54',
    axes: 'XY',
    directionX: '+',
    directionY: '+',
    finder: 'finder',
    between: 'none',
    readingX: '-318.204',
    placeX: '0',
    readingY: '-205.5',
    placeY: '0',
  }

  it('are asked about when two axes come out the same to the last digit', () => {
    const found = run('corner', corner, last(-313.204, -200.5)).findings.find(({ about }) => about === 'last time')
    expect(found).toMatchObject({ verdict: 'query' })
    expect(found?.sentence).toContain('G54 X and G54 Y would all be, to the last digit, what they were the last time')
  })

  it('are not when one does', () => {
    expect(run('corner', corner, last(-313.204, -200.501)).findings.find(({ about }) => about === 'last time')).toBeUndefined()
  })
})

describe('a zero that another operation left in the slot', () => {
  const X = workRegister('G54', 'X')
  const left = (value: number, more: Partial<Standing> = {}) =>
    planned({ operation: 'second-side' }, [[X, stands(mm(value), { operation: 'first-side', setup: 'before', ...more })]])
  const asked = (where: Scene) => run('edge', touch, where).findings.find(({ about }) => about === 'other operation')

  it('is asked about where it comes out to the last digit on the other side', () => {
    // −318.2040 and the radius of finder 10.
    expect(asked(left(-313.204))?.sentence).toBe(
      'G54 X would be, to the last digit, what another operation left there. Say that it was touched on this part, and not read off the control.',
    )
  })

  it('is not where it differs by a digit, or is of this operation', () => {
    expect(asked(left(-313.205))).toBeUndefined()
    expect(asked(left(-313.204, { operation: 'second-side' }))).toBeUndefined()
    expect(asked(left(-313.204, { operation: null }))).toBeUndefined()
  })
})

describe('a thickness that is typed', () => {
  const typed = (thickness: string) => run('edge', { ...touch, between: 'typed', thickness }, planned({}))
  it('is more than zero: nothing between has its own answer', () => {
    expect(typed('0').values.problems).toMatchObject([
      { input: 'thickness', kind: 'refused', sentence: 'Thickness between: more than zero. Where nothing lies between, choose that.' },
    ])
    expect(typed('-0.5').values.problems).toHaveLength(1)
    expect(typed('0.05').values.problems).toEqual([])
  })
})

describe('tools without a length', () => {
  const called = ['4', '7'].map((number) => ({ number, offset: number, diameterOffset: number, diameter: false }))

  it('are told of when Z is taken, and nothing is asked', () => {
    const found = run('face', face, planned({ tools: called }, [length])).finding('lengths-wanting')
    expect(found).toMatchObject({ verdict: 'clear', tell: true, about: 'T7' })
    expect(found?.sentence).toContain('Unset is not zero')
    expect(run('face', face, planned({ tools: [called[0]!] }, [length])).finding('lengths-wanting')).toBeUndefined()
  })
})
