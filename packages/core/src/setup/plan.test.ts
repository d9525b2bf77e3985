import { describe, expect, it } from 'vitest'
import { GAUGES, INCH_MILL, LATHE, MILL, mounted, run, scene, stands, TURRET_LATHE } from '@rook/testing'
import { routineById } from '../catalogue/index.ts'
import { inch, mm, type Nm } from '../length/index.ts'
import { lengthRegister, parseRegisterKey, registerKey, wearOf, workRegister } from '../register/index.ts'
import { runOf } from '../tool/index.ts'
import { differencesOf } from './differences.ts'
import { whyNotBegin } from './may-begin.ts'
import { orderOfWork } from './order-of-work.ts'
import { middleOf, type OperationPlan } from './planned.ts'
import { geometryOf, provenNoMore } from './proven.ts'

const PLAN: OperationPlan = {
  name: 'Op 10',
  revision: 'B',
  kind: 'mill',
  unit: 'mm',
  machines: [],
  slots: ['G54', 'G55'],
  purposes: { G55: 'right vise' },
  stock: { X: { from: mm(-2), to: mm(78) }, Y: { from: mm(0), to: mm(40) }, Z: { from: mm(-12), to: mm(0.5) } },
  fixture: 'two vises',
  fixtureRepeat: mm(0.006),
  tolerance: null,
  clearance: mm(40),
  features: [],
  sizes: [
    { name: 'pocket', kind: 'inside', nominal: mm(40), upper: mm(0.025), lower: mm(0), tool: '4', gauge: 'bore', every: null },
    { name: 'floor', kind: 'depth', nominal: mm(18), upper: mm(0.1), lower: mm(-0.1), tool: '4', gauge: null, every: 10 },
  ],
  tools: [
    { number: '1', offset: '1', diameterOffset: '1', diameter: true },
    { number: '4', offset: '4', diameterOffset: '44', diameter: false },
  ],
  program: 'O1, issue 1',
  steps: [],
}
const stepsOf = (change: Partial<OperationPlan> = {}) => orderOfWork({ ...PLAN, ...change }, GAUGES)
const ids = (change?: Partial<OperationPlan>) => stepsOf(change).map(({ id }) => id)

describe('the order of work', () => {
  it('of a block: tools, then each slot from its near left corner and its top, then the sizes', () => {
    expect(ids()).toEqual([
      'homed',
      'seated',
      ...(GAUGES.some(({ family }) => family === 'setter') ? ['setter'] : []),
      'tools',
      'zero-G54-X',
      'zero-G54-Y',
      'zero-G54-Z',
      'zero-G55-X',
      'zero-G55-Y',
      'zero-G55-Z',
      'size-1',
      'size-2',
      'seen',
    ])
    const x = stepsOf().find(({ id }) => id === 'zero-G55-X')!
    expect(x.detail).toBe('right vise')
    expect(x.preset).toMatchObject({ slot: 'G55', axis: 'X', direction: '+', place: '-2 mm' })
    expect(stepsOf().find(({ id }) => id === 'zero-G54-Z')!.preset).toMatchObject({ tool: '1', place: '0.5 mm' })
  })

  it('aims at the middle of the limits, and puts a depth below zero', () => {
    const [pocket, floor] = stepsOf().filter(({ id }) => id.startsWith('size'))
    expect(pocket).toMatchObject({ routine: 'side-size', preset: { kind: 'inside', target: '40.0125 mm', with: 'bore', tool: '4' } })
    expect(floor).toMatchObject({ routine: 'depth-size', detail: 'the first part, then one in 10', preset: { target: '-18 mm' } })
    const [bore, shoulder] = stepsOf({ kind: 'lathe', slots: ['G54'] }).filter(({ id }) => id.startsWith('size'))
    expect(bore).toMatchObject({ routine: 'turned-size', preset: { kind: 'bore', target: '40.0125 mm', with: 'bore', tool: '4' } })
    expect(shoulder).toMatchObject({ routine: 'turned-size', preset: { kind: 'shoulder', target: '-18 mm' } })
    expect(middleOf({ nominal: mm(28), upper: mm(0.021), lower: mm(0) })).toBe(28_010_500)
  })

  it('of a bar through both spindles: the second side has its own master, axis, face and tools', () => {
    const tool = (number: string) => ({ number, offset: number, diameterOffset: number, diameter: false })
    const steps = orderOfWork(
      { ...PLAN, kind: 'lathe', slots: ['G54', 'G57'], sizes: [], tools: [tool('3'), tool('11'), tool('1')] },
      GAUGES,
      { ...TURRET_LATHE, turning: { ...TURRET_LATHE.turning, masters: { main: '1' } } },
    )
    expect(steps.map(({ id }) => id)).toEqual([
      'homed',
      'seated',
      'master',
      'axis',
      'zero-G54-Z',
      'tools',
      'master-sub',
      'axis-sub',
      'zero-G57-Z',
      'skim-T11',
      'seen',
    ])
    expect(steps.find(({ id }) => id === 'zero-G54-Z')!.preset).toMatchObject({ slot: 'G54', tool: '1' })
    expect(steps.find(({ id }) => id === 'zero-G57-Z')!.preset).toMatchObject({ slot: 'G57', tool: '11' })
    // The run leaves the second side's tools out: they are counted from another zero.
    const tasks = runOf({ tools: [tool('3'), tool('11'), tool('1')] }, [], {}, TURRET_LATHE)
    expect(tasks.map(({ id }) => id)).toEqual(['T1/X', 'T3/X', 'T3/Z'])
  })

  it('of a bar: master and axis on purpose, the face, then its tools in X and in Z', () => {
    expect(ids({ kind: 'lathe', slots: ['G54'], sizes: [] })).toEqual(['homed', 'seated', 'master', 'axis', 'zero-G54-Z', 'tools', 'seen'])
  })

  it.each(['mill', 'lathe'] as const)('of a %s names routines that its machines have, and inputs that these ask for', (kind) => {
    const on = kind === 'mill' ? MILL : LATHE
    const machine = { ...scene(), machine: on, tools: PLAN.tools.map(({ number }) => mounted(number, `a-${number}`, 'Tool')) }
    for (const { routine, preset, kind: does } of stepsOf({ kind, slots: ['G54'] })) {
      expect(does === 'routine').toBe(routine !== null)
      if (routine === null) continue
      const found = routineById(routine)!
      expect(found.machines).toContain(kind)
      const asked = found.inputs(machine, preset).map(({ id }) => id)
      for (const input of Object.keys(preset)) expect(asked, `${routine} ${input}`).toContain(input)
    }
  })

  it('gives the same zero on an inch machine, because each figure carries its unit', () => {
    const { preset } = stepsOf().find(({ id }) => id === 'zero-G54-X')!
    const on = (machine: typeof MILL) => {
      const reading = machine.unit === 'mm' ? '-101.6' : '-4'
      const { sheet } = run(
        'edge',
        { ...preset, between: 'none', finder: 'finder', reading: `${reading} ${machine.unit}` },
        { ...scene(), machine },
      )
      return sheet.result?.writes[0]?.value
    }
    const [metric, imperial] = [on(MILL), on(INCH_MILL)]
    expect(metric).toBeDefined()
    // Each control keeps its own smallest step.
    expect(Math.abs(metric! - imperial!)).toBeLessThan(2_600)
  })
})

describe('whether an operation can begin on a machine', () => {
  const plan = { ...PLAN, steps: stepsOf() }
  const why = (change: Partial<OperationPlan> = {}, machine = MILL, running: { id: string; name: string; slots: string[] }[] = []) =>
    whyNotBegin({ ...plan, ...change }, { ...scene(), machine }, running)

  it('is asked of kind, list, slots and neighbours', () => {
    expect(why()).toBeNull()
    expect(why({}, LATHE)).toContain('this operation is planned for a mill')
    expect(why({ machines: ['another'] })).toContain('does not name')
    expect(why({ machines: [MILL.id] })).toBeNull()
    expect(why({ slots: ['G54', 'G99'] })).toContain('has no G99')
    const beside = { id: 's', name: 'job 7, Op 10', slots: ['G55'] }
    expect(why({}, MILL, [beside])).toContain('G55 belongs to job 7, Op 10')
    expect(why({ slots: ['G54'] }, MILL, [beside])).toBeNull()
  })

  it('refuses a bare figure on a machine that counts in the other unit, and takes one with its unit', () => {
    expect(why({}, INCH_MILL)).toBeNull()
    const bare = stepsOf().map((step) => (step.id === 'zero-G54-Z' ? { ...step, preset: { ...step.preset, place: '0.5' } } : step))
    expect(why({ steps: bare }, INCH_MILL)).toContain('\u201cZero G54, Z\u201d has a figure without a unit')
    expect(why({ steps: bare }, MILL)).toBeNull()
    const zero = stepsOf().map((step) => (step.id === 'zero-G54-Z' ? { ...step, preset: { ...step.preset, place: '0' } } : step))
    expect(why({ steps: zero }, INCH_MILL)).toBeNull()
  })
})

describe('what two editions say differently', () => {
  it('is nothing for the same, and each thing by its name', () => {
    const before = { ...PLAN, steps: stepsOf() }
    expect(differencesOf(before, before)).toEqual([])
    const after: OperationPlan = {
      ...before,
      fixture: 'one vise',
      clearance: mm(50) as Nm,
      tools: [{ ...PLAN.tools[0]!, diameterOffset: '51' }],
      sizes: [...PLAN.sizes, { ...PLAN.sizes[0]!, name: 'boss', kind: 'outside', lower: mm(-0.02), upper: mm(0) }],
      steps: [before.steps[1]!, before.steps[0]!, ...before.steps.slice(2)].filter(({ id }) => id !== 'size-2'),
    }
    expect(differencesOf(before, after)).toEqual([
      { what: 'Fixture', before: 'two vises', after: 'one vise' },
      { what: 'Height that clears everything', before: '40 mm', after: '50 mm' },
      { what: 'T1', before: 'H1, D1, diameter measured', after: 'H1, D51, diameter measured' },
      { what: 'T4', before: 'H4, D44', after: null },
      { what: 'Size boss', before: null, after: 'outside, 40 0 / \u22120.02 mm, T4, with bore, the first part alone' },
      { what: 'Step \u201cfloor, first part\u201d', before: expect.stringContaining('target -18 mm') as string, after: null },
      {
        what: 'Order of the steps',
        before: expect.stringMatching(/^Homed, Seated/) as string,
        after: expect.stringMatching(/^Seated and clamped, Homed/) as string,
      },
    ])
  })

  it('tells every fact of a plan', () => {
    const other: OperationPlan = {
      ...PLAN,
      name: 'Op 20',
      revision: 'C',
      kind: 'lathe',
      unit: 'in',
      machines: ['m'],
      slots: ['G56'],
      purposes: {},
      stock: null,
      fixture: 'x',
      fixtureRepeat: inch(1),
      tolerance: inch(1),
      clearance: null,
      features: [{ name: 'hole', x: inch(1), y: inch(2), size: null }],
      sizes: [],
      tools: [],
      program: 'y',
      steps: stepsOf().slice(0, 1),
    }
    const told = differencesOf(PLAN, other).length
    // Each field at least once; tools and sizes twice, a thing each.
    expect(told).toBe(Object.keys(PLAN).length + 2)
  })
})

describe('a cautious first run', () => {
  const AT = '2026-11-24T10:00:00.000Z'
  const [before, after] = ['2026-11-24T09:00:00.000Z', '2026-11-24T11:00:00.000Z']
  const setup = (changes: [string, string][]) => {
    const plan = { setup: 's', operation: 'o', operationName: 'Op', slots: ['G54'], tools: [PLAN.tools[1]!] }
    return {
      ...scene(changes.map(([register, at]) => [parseRegisterKey(register as never), stands(mm(1), { at })])),
      tools: [mounted('4', 'a', 'A'), mounted('9', 'b', 'B')],
      plan: plan as never,
    }
  }
  it.each([
    ['its own zero', registerKey(workRegister('G54', 'X')), true],
    ['another slot', registerKey(workRegister('G55', 'X')), false],
    ['the length of a tool that it calls', registerKey(lengthRegister('4')), true],
    ['the length of another tool', registerKey(lengthRegister('9')), false],
    ['wear of its tool', registerKey(wearOf(lengthRegister('4'))), false],
    ['the common shift', 'common/all/Z/geometry', true],
  ])('is undone by %s: %s, %s', (_what, register, undone) => {
    expect(provenNoMore(AT, setup([[register, before]]))).toBeNull()
    const told = provenNoMore(AT, setup([[register, after]]))
    if (undone) expect(told).toContain('written since')
    else expect(told).toBeNull()
  })

  it('rests on what its program calls as well, though the plan lists no tool', () => {
    const length = registerKey(lengthRegister('9'))
    const since = setup([[length, after]])
    expect(provenNoMore(AT, since)).toBeNull()
    expect(provenNoMore(AT, since, geometryOf(['9'], since))).toBe('H9 length written since')
    expect(provenNoMore(AT, since, geometryOf(['4'], since))).toBeNull()
  })
})
