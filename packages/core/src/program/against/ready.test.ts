import { describe, expect, it } from 'vitest'
import { mm, nm, type Nm } from '../../length/index.ts'
import {
  commonRegister,
  diameterRegister,
  lengthRegister,
  registerKey,
  wearOf,
  workRegister,
  type RegisterRef,
} from '../../register/index.ts'
import type { PlannedTool, Scene, Standing } from '../../scene/index.ts'
import { MILL, mounted, READY, scene, stands } from '@rook/testing'
import { dialectOf, goFindings, goRegisters, readProgram, type SoFar, type StepSoFar } from '../index.ts'

const PROGRAM = ['G21 G90 G17', 'T4 M6', 'G54 G0 X10. Y10.', 'G43 H4 Z50. M3 S2000', 'G1 Z-2. F200', 'X80.', 'G0 Z50.', 'M30']
const read = (lines = PROGRAM) => readProgram(() => [lines.join('\n')], dialectOf(MILL))
const planned = (number: string, more: Partial<PlannedTool> = {}): PlannedTool => ({
  number,
  offset: number,
  diameterOffset: number,
  diameter: false,
  ...more,
})
const own = (value: number, more: Partial<Standing> = {}) => stands(mm(value), { setup: 'now', at: '2026-11-24T02:00:00.000Z', ...more })
const FIGURES: [RegisterRef, Standing][] = [
  [workRegister('G54', 'X'), own(-313.204)],
  [workRegister('G54', 'Y'), own(-169.703)],
  [workRegister('G54', 'Z'), own(-476.566)],
  [lengthRegister('4'), own(103.476, { assembly: 'tool-4' })],
]
const at = (more: [RegisterRef, Standing][] = [], change: Partial<Scene> = {}, plan: Partial<NonNullable<Scene['plan']>> = {}): Scene => {
  const whole = scene([...FIGURES, ...more], {
    tools: [mounted('4', 'tool-4', 'End mill 12', { kind: 'end-mill', properties: { DC: mm(12) } })],
    ...change,
  })
  return { ...whole, plan: { ...whole.plan!, tools: [planned('4')], tolerance: null, ...plan } }
}
const step = (more: Partial<StepSoFar>): StepSoFar => ({
  id: 'zero-G54-X',
  title: 'Zero G54, X',
  kind: 'routine',
  state: 'open',
  reason: null,
  again: null,
  finds: [registerKey(workRegister('G54', 'X'))],
  count: null,
  run: {},
  ...more,
})
const go = (where: Scene = at(), soFar: Partial<SoFar> = {}, program: ReturnType<typeof read> | null = read()) =>
  goFindings({ read: program, scene: where, soFar: { ...READY, ...soFar } }).filter(({ verdict }) => verdict !== 'clear')
/** When the control was read. */
const READ = '2026-11-24T03:00:00.000Z'
const said = (...args: Parameters<typeof go>) => go(...args).map(({ id, verdict }) => `${verdict} ${id}`)

describe('ways round the go', () => {
  it('has none where everything is done', () => {
    expect(go()).toEqual([])
  })

  it('is not given to a machine that was switched on and not homed, whatever else is good', () => {
    expect(said(at([], { homedAt: null }))).toEqual(['stop homed'])
    expect(said(at([], { homedAt: '2026-11-24T01:00:00.000Z', poweredAt: '2026-11-24T01:30:00.000Z' }))).toEqual(['stop homed'])
    // The step of the setup is where it is mended, and is not told a second time.
    const homed = step({ id: 'homed', title: 'Homed', kind: 'homed', finds: [] })
    expect(go(at([], { homedAt: null }), { steps: [homed] })).toMatchObject([{ id: 'homed', step: 'homed', stage: 'measured' }])
  })

  it('asks for a witness where zeros were found before the machine was homed again', () => {
    const where = at([], { homedAt: '2026-11-24T01:00:00.000Z' })
    expect(said(where)).toEqual([])
    const later = { ...where, homedAt: '2026-12-24T01:00:00.000Z' }
    expect(go(later)).toMatchObject([{ id: 'homed-again 2026-12-24T01:00:00.000Z', verdict: 'query' }])
    expect(go(later)[0]!.sentence).toContain('G54 X, G54 Y and G54 Z were found before Mill 3 was homed again')
  })

  it('stops at each step that is not done, or to be done again, with the way to it', () => {
    const seated = step({ id: 'seated', title: 'Seated and clamped', kind: 'confirm', finds: [] })
    expect(go(at(), { steps: [seated] })).toMatchObject([
      { id: 'open seated', verdict: 'stop', step: 'seated', stage: 'measured', sentence: 'Seated and clamped: not done.' },
    ])
    const again = step({ again: 'G54 X disturbed' })
    expect(go(at(), { steps: [again] })[0]!.sentence).toBe('Zero G54, X is to be done again: G54 X disturbed.')
  })

  it('tells a figure that is not there and its step as one', () => {
    const where = at()
    delete (where.standing as Record<string, Standing>)[registerKey(workRegister('G54', 'X'))]
    expect(go(where, { steps: [step({})] })).toMatchObject([{ id: 'zero work/G54/X/geometry', verdict: 'stop', step: 'zero-G54-X' }])
  })

  it('stops where a tool was skipped and the program calls it, and lets it be where it does not', () => {
    const run = step({
      id: 'tools',
      title: 'Tools T4 and T7',
      kind: 'tools',
      state: 'done',
      finds: [],
      run: { 'T4/length': { skipped: true, reason: 'stays out' }, 'T7/length': { skipped: true, reason: 'not used' } },
    })
    expect(go(at(), { steps: [run] })).toMatchObject([
      {
        id: 'skipped T4',
        verdict: 'stop',
        step: 'tools',
        sentence: 'T4 length was skipped (stays out), and the program calls T4. Measure it, carry it over, or take it out of the program.',
      },
    ])
  })

  it('stops where a zero was skipped that another setup left, and not where somebody found it by another way', () => {
    const skipped = step({ state: 'skipped', reason: 'stands from Monday' })
    const old = at([[workRegister('G54', 'X'), stands(mm(-313.204), { setup: 'before' })]])
    expect(said(old, { steps: [skipped] })).toContain('stop skipped zero-G54-X')
    expect(said(at(), { steps: [skipped] })).toEqual([])
    const { origin } = old.standing[registerKey(workRegister('G54', 'X'))]!
    const confirmed = { ...old, plan: { ...old.plan!, confirmed: { [registerKey(workRegister('G54', 'X'))]: origin } } }
    expect(said(confirmed, { steps: [skipped] })).toEqual([])
  })

  it('stops at readouts that nobody has seen, and at what the control holds otherwise', () => {
    const X = registerKey(workRegister('G54', 'X'))
    expect(go(at(), { unseen: 2 })).toMatchObject([{ id: 'unseen', verdict: 'stop', stage: 'seen' }])
    expect(said(at(), { control: { at: READ, differing: [X], notCompared: [] } })).toEqual(['stop control-differs G54 X'])
    // Another job's slot runs nothing of this program.
    expect(said(at(), { control: { at: READ, differing: [registerKey(workRegister('G59', 'X'))], notCompared: [] } })).toEqual([])
    // Written after it was read, and seen on the control since.
    expect(
      said(at([[workRegister('G54', 'X'), own(-313.204, { at: '2026-11-24T04:00:00.000Z' })]]), {
        control: { at: READ, differing: [X], notCompared: [] },
      }),
    ).toEqual([])
    const blind = own(-313.204, { at: '2026-11-24T04:00:00.000Z', seen: false })
    expect(said(at([[workRegister('G54', 'X'), blind]]), { control: { at: READ, differing: [X], notCompared: [] } })).toEqual([
      'stop control-differs G54 X',
    ])
    // What its table says nothing of is asked about, unless a person has seen it there.
    expect(said(at(), { control: { at: READ, differing: [], notCompared: [X] } })).toEqual([])
    const unseen = at([[workRegister('G54', 'X'), own(-313.204, { seen: false })]])
    expect(said(unseen, { control: { at: READ, differing: [], notCompared: [X] } })).toEqual(['query control-not-compared G54 X'])
  })

  it('asks where the shop says so in its record, and never about homing, skipped tools or other cutters', () => {
    const steps = [step({})]
    expect(said(at(), { steps, asks: ['measured'] })).toEqual(['query open zero-G54-X'])
    expect(said(at(), { unseen: 1, asks: ['seen'] })).toEqual(['query unseen'])
    expect(said(at([], { homedAt: null }), { asks: ['measured', 'seen', 'go'] })).toEqual(['stop homed'])
  })

  it('looks at what the plan calls where no text of the program is kept', () => {
    expect(said(at(), {}, null)).toEqual(['query no-text'])
    const where = at([], {}, { tools: [planned('4'), planned('9')], slots: ['G54', 'G55'] })
    expect(said(where, {}, null)).toEqual(['stop zero work/G55/X/geometry +2', 'stop tool 9', 'query no-text'])
    expect(go(where, {}, null).every(({ line }) => line === null)).toBe(true)
  })
})

describe('what the ledger knows of what is about to run', () => {
  it('stops where another cutter sits than was planned', () => {
    const need = { kind: 'end-mill' as const, diameter: mm(10), flutes: null }
    expect(go(at([], {}, { tools: [planned('4', { need })] }))).toMatchObject([
      { id: 'cutter T4', verdict: 'stop', sentence: 'T4 holds End mill 12; the program calls end mill 10 mm.' },
    ])
  })

  it('asks where the edge does not last for what the job wants', () => {
    const life = { by: 'parts' as const, limit: 100, warning: 90 }
    const tools = [mounted('4', 'tool-4', 'End mill 12', { kind: 'end-mill', life, lifeUsed: 60 })]
    expect(said(at([], { tools }), { wanted: 40 })).toEqual([])
    expect(go(at([], { tools }), { wanted: 41 })).toMatchObject([
      { verdict: 'query', sentence: 'T4 has 40 parts left of its edge, and the job still wants 41 parts. Have the next edge ready.' },
    ])
  })

  it('asks about wear beyond what wear may come to, and about a common shift', () => {
    const wear = (value: Nm): [RegisterRef, Standing][] => [
      [wearOf(lengthRegister('4')), stands(value, { setup: 'now', assembly: 'tool-4' })],
    ]
    expect(said(at(wear(mm(-0.3))))).toEqual([])
    expect(said(at(wear(mm(-1))))).toEqual(['query wear tool/4/length/wear'])
    expect(go(at([[commonRegister('X'), own(0.5)]]))).toMatchObject([
      { id: 'common-shift', sentence: 'The common shift stands at X +0.5000, and is added to every zero. Say that it is meant.' },
    ])
  })

  it('stops at a zero by eye that has to hold two hundredths, in one line for both axes', () => {
    const eye = (axis: 'X' | 'Y', value: number): [RegisterRef, Standing] => [
      workRegister('G54', axis),
      own(value, { standard: mm(0.25), byEye: true }),
    ]
    const where = at([eye('X', -313), eye('Y', -169)], {}, { tolerance: mm(0.02) })
    expect(go(where)).toMatchObject([
      {
        verdict: 'stop',
        sentence:
          'G54 X and G54 Y are known to \u00b10.5000, by eye, wider than the 0.0200 that the operation has to hold. Find them more closely.',
      },
    ])
    expect(said(at([], {}, { tolerance: mm(0.05) }))).toEqual([])
  })

  it('stops where lengths of one program are counted in two ways', () => {
    const machine = { ...MILL, lengthConvention: 'touch-off' as const }
    const tools = ['4', '7', '9'].map((number) => mounted(number, `tool-${number}`, 'End mill 12', { kind: 'end-mill' }))
    const length = (number: string, fromHeight: boolean): [RegisterRef, Standing] => [
      lengthRegister(number),
      own(-300, { assembly: `tool-${number}`, fromHeight }),
    ]
    const lines = [
      'G21 G90 G17 G54',
      ...['4', '7', '9'].flatMap((n) => [`T${n} M6`, `G43 H${n} G0 X10. Y10. Z50. M3 S2000`, 'G1 Z-2. F200', 'G0 Z50.']),
      'M30',
    ]
    const where = (odd: boolean) => at([length('4', false), length('7', odd), length('9', false)], { machine, tools }, { tools: [] })
    const ways = (odd: boolean) => go(where(odd), {}, read(lines)).filter(({ id }) => id === 'ways-of-counting')
    expect(ways(false)).toEqual([])
    expect(ways(true)[0]!.sentence).toContain('T7 from a reference height, T4 and T9 otherwise. Measure T7 again')
  })

  it('asks where two slots lie nearer to each other than the stock is wide', () => {
    const stock = { X: { from: nm(0), to: mm(92) }, Y: { from: nm(0), to: mm(63) }, Z: { from: mm(-18), to: nm(0) } }
    const second = (x: number): [RegisterRef, Standing][] => [
      [workRegister('G55', 'X'), own(x)],
      [workRegister('G55', 'Y'), own(-169.703)],
      [workRegister('G55', 'Z'), own(-476.566)],
    ]
    const lines = [...PROGRAM.slice(0, -1), 'G55 X10. Y10.', 'G1 Z-2.', 'G0 Z50.', 'M30']
    const said55 = (x: number) =>
      said(at(second(x), {}, { stock, slots: ['G54', 'G55'] }), {}, read(lines)).filter((id) => id.includes('apart'))
    expect(said55(-313.204 + 95)).toEqual([])
    expect(said55(-313.204 + 80)).toEqual(['query apart G54 G55'])
  })

  it('knows a tool by its further pair, in length and in width', () => {
    const own = mounted('4', 'tool-4', 'End mill 12', { kind: 'end-mill', diameterOffset: '14' })
    const tools = [own, { ...own, offset: '24', diameterOffset: '34', pairOf: '4' }]
    const D = (number: string): [RegisterRef, Standing] => [
      diameterRegister(MILL, number),
      stands(mm(6), { setup: 'now', assembly: 'tool-4' }),
    ]
    const lines = (d: string) => PROGRAM.map((line) => (line === 'X80.' ? `G41 ${d} X80.` : line.replace('G0 Z50.', 'G40 G0 Z50.')))
    const calls = (d: string) => said(at([D('34'), D('14')], { tools }), {}, read(lines(d)))
    expect(calls('D14')).toEqual([])
    expect(calls('D34')).toEqual([])
    expect(calls('D4')).toEqual(['query d 4 4'])
  })

  it('leads each figure to the step that finds it, though another step is about the same tool', () => {
    const where = at([[diameterRegister(MILL, '4'), stands(mm(6), { setup: 'now', assembly: 'tool-4' })]])
    delete (where.standing as Record<string, Standing>)[registerKey(diameterRegister(MILL, '4'))]
    const finds = (id: string, ref: RegisterRef) => step({ id, title: id, finds: [registerKey(ref)] })
    const steps = [finds('length-T4', lengthRegister('4')), finds('diameter-T4', diameterRegister(MILL, '4'))]
    const lines = PROGRAM.map((line) => (line === 'X80.' ? 'G41 D4 X80.' : line.replace('G0 Z50.', 'G40 G0 Z50.')))
    expect(go(where, { steps }, read(lines)).map(({ id, step: leads }) => [id, leads])).toEqual([
      ['open length-T4', 'length-T4'],
      [`value ${registerKey(diameterRegister(MILL, '4'))}`, 'diameter-T4'],
    ])
  })

  it('leads to a step for what a routine finds, and for nothing else', () => {
    const tools = step({ id: 'tools', title: 'Tools', kind: 'tools', finds: [], state: 'done' })
    const wrong = go(at(), { steps: [tools] }, read(PROGRAM.map((line) => line.replace('H4', 'H9'))))
    expect(wrong.find(({ id }) => id === 'offset 4 9')).toMatchObject({ mend: 'program', stage: 'go' })
    expect(wrong.find(({ id }) => id === 'offset 4 9')!.step).toBeUndefined()
  })

  it('takes the hand of a tool from its record', () => {
    const turned = (turning: 'left' | 'right', code: string) =>
      said(
        at([], { tools: [mounted('4', 'tool-4', 'End mill 12', { kind: 'end-mill', turning })] }),
        {},
        read(PROGRAM.map((line) => line.replace('M3 ', `${code} `))),
      )
    expect(turned('right', 'M3')).toEqual([])
    expect(turned('left', 'M4')).toEqual([])
    expect(turned('left', 'M3')).toEqual(['stop spindle 4'])
    expect(turned('right', 'M4')).toEqual(['query spindle 4'])
  })

  it('rests on every register that the parts come out by', () => {
    const registers = goRegisters({ read: read(), scene: at(), soFar: READY })
    // A correction inside its limits is normal production.
    expect(registers).not.toContain(registerKey(wearOf(lengthRegister('4'))))
    expect(registers).toEqual(
      expect.arrayContaining([registerKey(workRegister('G54', 'Z')), registerKey(lengthRegister('4')), registerKey(commonRegister('X'))]),
    )
  })
})
