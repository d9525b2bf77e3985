import { describe, expect, it } from 'vitest'
import { mm, nm } from '../../length/index.ts'
import type { ProgramWords } from '../../machine/index.ts'
import {
  diameterRegister,
  geometryRegister,
  lengthRegister,
  noseRegister,
  rotationRegister,
  tipRegister,
  workRegister,
  wearOf,
  type RegisterRef,
} from '../../register/index.ts'
import type { Plan, Scene, Standing } from '../../scene/index.ts'
import { LATHE, MILL, mounted, READY, scene, stands } from '@rook/testing'
import { dialectOf, goFindings, readProgram } from '../index.ts'

const tool = (number: string, more = {}) =>
  mounted(number, `tool-${number}`, 'End mill 12', { kind: 'end-mill', properties: { DC: mm(12) }, ...more })
const plannedTool = (number: string) => ({ number, offset: number, diameterOffset: number, diameter: true })
const GOOD: [RegisterRef, Standing][] = [
  ...(['X', 'Y', 'Z'] as const).map((axis, at): [RegisterRef, Standing] => [
    workRegister('G54', axis),
    stands([mm(-313.204), mm(-169.703), mm(-476.566)][at]!, { setup: 'now', at: '2026-11-24T02:00:00.000Z' }),
  ]),
  [lengthRegister('4'), stands(mm(103.476), { setup: 'now', assembly: 'tool-4' })],
  [diameterRegister(MILL, '4'), stands(mm(5.998), { setup: 'now', assembly: 'tool-4' })],
]
const at = (standing: [RegisterRef, Standing | null][] = [], more: Partial<Scene> = {}, plan: Partial<Plan> = {}) => {
  const whole = scene(
    [...GOOD, ...standing].filter((one): one is [RegisterRef, Standing] => one[1] !== null),
    { tools: [tool('4'), tool('7')], ...more },
  )
  const none = standing.filter(([, value]) => value === null).map(([ref]) => `${ref.family}/${ref.slot}/${ref.property}/${ref.layer}`)
  return {
    ...whole,
    standing: Object.fromEntries(Object.entries(whole.standing).filter(([key]) => !none.includes(key))),
    plan: { ...whole.plan!, tools: [plannedTool('4')], ...plan },
  }
}
// Everything inside the stock of 92 × 63 × 18, cut from above.
const START = [
  'G21 G90 G17',
  'T4 M6',
  'G54 G0 X10. Y10.',
  'G43 H4 Z50. M3 S2000',
  'G41 D4 G1 X12. F200',
  'Z-2.',
  'X80. Y50.',
  'G40 G1 Z50.',
]
const program = (lines: readonly string[]) => readProgram(() => [lines.join('\n')], dialectOf(MILL))
const found = (lines: readonly string[], where = at()) =>
  goFindings({ read: program(lines), scene: where, soFar: READY }).filter(({ verdict }) => verdict !== 'clear')
const ids = (lines: readonly string[], where = at()) => found(lines, where).map(({ id, verdict }) => `${verdict} ${id}`)
const sentence = (id: string, lines: readonly string[], where = at()) =>
  goFindings({ read: program(lines), scene: where, soFar: READY }).find((one) => one.id === id)?.sentence
const whole = [...START, 'M30']

describe('a program that fits its setup', () => {
  it('has nothing to stop or question, and says what is good', () => {
    expect(found(whole)).toEqual([])
    expect(goFindings({ read: program(whole), scene: at(), soFar: READY }).map(({ id }) => id)).toContain('zero work/G54/X/geometry')
  })
})

describe('slots', () => {
  it('are stopped where they are unset, stale, or not there', () => {
    expect(ids(whole, at([[workRegister('G54', 'Z'), null]]))).toEqual(['stop zero work/G54/Z/geometry'])
    expect(sentence('zero work/G54/Z/geometry', whole, at([[workRegister('G54', 'Z'), null]]))).toBe(
      'G54 Z is unset on Mill 3, which is not zero.',
    )
    expect(ids(whole, at([[workRegister('G54', 'X'), stands(mm(-313), { state: 'disturbed' })]]))).toEqual([
      'stop zero work/G54/X/geometry',
    ])
    expect(ids([...START, 'G59', 'M30'])).toEqual(['stop slot G59'])
  })

  it('are questioned where they stand from another setup or are not planned', () => {
    expect(ids(whole, at([[workRegister('G54', 'X'), stands(mm(-313.204), { setup: 'before' })]]))).toEqual([
      'query zero work/G54/X/geometry',
    ])
    const second = (['X', 'Y', 'Z'] as const).map((axis): [RegisterRef, Standing] => [
      workRegister('G55', axis),
      stands(mm(-300), { setup: 'now' }),
    ])
    expect(ids([...START, 'G55', 'M30'], at(second))).toEqual(['query unplanned G55'])
    expect(ids([...START, 'G55', 'M30'], at(second, {}, { slots: ['G55', 'G54'] }))).toEqual(['query order'])
  })

  it('belong to whom they are kept for', () => {
    const reserved = [{ id: 'r', slot: 'G54', job: '0612', words: '', until: null, by: 'B. Hollins' }]
    expect(ids(whole, at([], { reserved }))).toEqual(['stop kept G54'])
  })

  it('are called before anything moves', () => {
    expect(ids(['G21 G90', 'T4 M6', 'G0 X5.', ...START, 'M30'])).toContain('stop before-slot')
  })

  it('that are planned and not called are told of', () => {
    expect(
      goFindings({ read: program(whole), scene: at([], {}, { slots: ['G54', 'G55'] }), soFar: READY }).find(
        ({ id }) => id === 'not-called G55',
      ),
    ).toMatchObject({
      verdict: 'clear',
    })
  })
})

describe('tools and offsets', () => {
  it('are stopped where nothing sits, nothing stands, or another\u2019s offset is called', () => {
    expect(ids(['G21 G54', 'T9 M6', 'G0 G43 H9 Z5.', 'M30'])).toEqual(['stop tool 9'])
    expect(ids(whole, at([[lengthRegister('4'), null]]))).toEqual(['stop value tool/4/length/geometry'])
    expect(ids(whole.map((line) => line.replace('H4', 'H7')))).toEqual(['stop offset 4 7'])
    expect(
      sentence(
        'offset 4 7',
        whole.map((line) => line.replace('H4', 'H7')),
      ),
    ).toBe('T4 is run with H7; its own is H4, and H7 belongs to T7.')
    expect(ids(whole.map((line) => line.replace('H4', 'H99')))).toEqual(['query offset 4 99'])
    expect(ids(whole.map((line) => line.replace('G43 H4 ', '')))).toEqual(['stop no-length 4'])
  })

  it('need a diameter where the cutter is compensated', () => {
    expect(ids(whole, at([[diameterRegister(MILL, '4'), null]]))).toEqual(['stop value tool/4/radius/geometry'])
    expect(ids(whole.map((line) => line.replace(' D4', '')))).toEqual(['stop no-d 4'])
    expect(ids(whole.map((line) => line.replace('D4', 'D7')))).toEqual(['stop d 4 7'])
    // A diameter where a radius is held: 12 in place of 6.
    expect(ids(whole, at([[diameterRegister(MILL, '4'), stands(mm(11.99), { setup: 'now', assembly: 'tool-4' })]]))).toEqual([
      'stop half 4',
    ])
  })

  it('are questioned where they are estimates, turn the other way, are worn out or not planned', () => {
    expect(ids(whole, at([[lengthRegister('4'), stands(mm(103), { state: 'estimated', assembly: 'tool-4' })]]))).toEqual([
      'query value tool/4/length/geometry',
    ])
    expect(ids(whole.map((line) => line.replace('M3 ', 'M4 ')))).toEqual(['query spindle 4'])
    const worn = tool('4', { life: { by: 'parts', limit: 100, warning: 80 }, lifeUsed: 90 })
    expect(ids(whole, at([], { tools: [worn] }))).toEqual(['query life 4'])
    expect(ids(whole, at([], { tools: [{ ...worn, lifeUsed: 100 }] }))).toEqual(['stop life 4'])
    expect(ids(whole, at([], {}, { tools: [plannedTool('7')] }))).toEqual(['query unplanned 4'])
  })

  it('of a family mean the one in use', () => {
    const family = (inUse: string | null) => [{ entry: 'e', name: 'finishers', called: '4', members: ['4', '7'], inUse }]
    expect(ids(whole, at([], { families: family(null) }))).toEqual(['stop tool 4'])
    // T7 cuts, and H4 is the length of T4: who stands at the machine is told what to press.
    const seven = at([[lengthRegister('7'), stands(mm(120), { setup: 'now', assembly: 'tool-7' })]], { families: family('7') })
    expect(sentence('offset 4 4', whole, seven)).toBe(
      '4 calls finishers, of which T7 is in use, with H4: that is the offset of T4. Put T4 in use, or call T7 with its own H7.',
    )
  })

  it('of a family reach as far as the one in use, not as the number called', () => {
    // T7 is 60 longer: −476.566 + 163.476 + 320 = 6.91 above the end of Z; T4 would stand at −53.09.
    const families = [{ entry: 'e', name: 'finishers', called: '4', members: ['4', '7'], inUse: '7' }]
    const long: [RegisterRef, Standing] = [lengthRegister('7'), stands(mm(163.476), { setup: 'now', assembly: 'tool-7' })]
    const high = [...START, 'G0 Z320.', 'M30']
    expect(ids(high, at([long]))).toEqual([])
    expect(ids(high, at([long], { families }))).toContain('stop travel G54 Z')
  })

  it('are stopped where another one’s length or radius is still on', () => {
    const next = [...START, 'T7 M6', 'G0 X20. Y20. M3', 'Z5.', 'M30']
    const seven = at([], {}, { tools: [plannedTool('4'), plannedTool('7')] })
    expect(ids(next, seven)).toEqual(['stop under length 7'])
    expect(found(next, seven)[0]).toMatchObject({ line: START.length + 3, mend: 'program' })
    expect(sentence('under length 7', next, seven)).toBe(
      'T7 moves in Z with the length of T4 still on (H4). Call its own before this line.',
    )
  })
})

describe('rotary axes', () => {
  const turns = [...START, 'G0 A90.', 'G1 Z-40. F100', 'G0 Z50.', 'M30']
  const rotary = [{ axis: 'A' as const, increment: 1000 as never, travel: null, sense: 1 as const }]
  const onRotary = (lines: readonly string[]) => {
    const machine = { ...MILL, rotary }
    const read = readProgram(() => [lines.join('\n')], dialectOf(machine))
    return goFindings({ read, scene: { ...at(), machine }, soFar: READY }).filter(({ id }) => /turned|axis/.test(id))
  }

  it('are stopped where the machine has none, and hide from the checks what is done while they are turned', () => {
    expect(ids(turns)).toContain('stop no-axis A')
    expect(sentence('no-axis A', turns)).toBe('A90. turns A, and Mill 3 has no axis A on its record.')
    expect(onRotary(turns)).toMatchObject([{ id: 'turned A', verdict: 'query', line: START.length + 1 }])
    expect(onRotary(turns)[0]!.sentence).toContain(`from line ${START.length + 2} on`)
    expect(onRotary([...START, 'G0 A0.', 'G1 X20. F100', 'M30'])).toMatchObject([{ id: 'turned A', verdict: 'clear' }])
  })
})

describe('travel', () => {
  // Machine X of part X 80 is −313.204 + 80; of −360 it is −673.204, and X ends at −660.
  it('is stopped by the line that is furthest out, and by how much', () => {
    const far = [...START, 'G0 X-350.', 'X-360.', 'M30']
    expect(ids(far)).toEqual(['stop travel G54 X'])
    expect(sentence('travel G54 X', far)).toBe(
      'From G54, T4 would take X to machine \u2212673.2040, 13.2040 beyond its travel of \u2212660.0000 to 0.0000. Look at the zero, the length and the line.',
    )
    expect(found(far)[0]).toMatchObject({ line: START.length + 2 })
  })

  it('of a slot that is turned is what every Y of a furthest X would make it, and asked for what some would', () => {
    // Turned by 30\u00b0, machine X is \u2212313.204 + cos 30\u00b0 \u00b7 X \u2212 sin 30\u00b0 \u00b7 Y, and machine Y \u2212169.703 + sin 30\u00b0 \u00b7 X + cos 30\u00b0 \u00b7 Y.
    const turned = at([[rotationRegister('G54'), stands(nm(30_000_000), { setup: 'now' })]])
    expect(ids([...START, 'G0 X-350.', 'M30'], turned)).toEqual([])
    // X \u2212390 with Y 50: \u2212313.204 \u2212 337.750 \u2212 25 = \u2212675.954; with Y 10 it is \u2212655.954, inside. It went there with one of them.
    const some = [...START, 'G0 X-390.', 'M30']
    expect(ids(some, turned)).toEqual(['query travel G54 X'])
    expect(sentence('travel G54 X', some, turned)).toContain('T4 may take X to machine \u2212675.9539, 15.9539 beyond its travel')
    expect(sentence('travel G54 X', some, turned)).toContain('Its zero is turned by 30.0000\u00b0')
    // X \u2212420: with Y 10 it is \u2212681.935 already. Y stands at \u2212371.043 with Y 10, inside.
    const all = [...START, 'G0 X-420.', 'M30']
    expect(ids(all, turned)).toEqual(['stop travel G54 X'])
    expect(sentence('travel G54 X', all, turned)).toContain('T4 would take X to machine \u2212681.9347, 21.9347 beyond')
    // Z is not turned.
    expect(ids([...START, 'G0 Z373.2', 'M30'], turned)).toEqual(['stop travel G54 Z'])
  })

  it('counts the tool\u2019s length and wear in Z', () => {
    // −476.566 + 103.476 + Z: at Z 373 it stands at −0.09, at 373.2 beyond zero.
    const high = (z: string) => ids([...START, `G0 Z${z}`, 'M30'])
    expect(high('373.')).toEqual([])
    expect(high('373.2')).toEqual(['stop travel G54 Z'])
    const worn = at([[wearOf(lengthRegister('4')), stands(mm(-0.2), { setup: 'now', assembly: 'tool-4' })]])
    expect(ids([...START, 'G0 Z373.2', 'M30'], worn)).toEqual([])
  })
})

describe('the stock', () => {
  it('may be milled along an edge, half beside it, when it is said so; without any Z nothing is told of how deep', () => {
    const edge = ['G21 G90', 'T4 M6', 'G54 G0 X-20. Y-2.', 'G43 H4 Z50. M3', 'G1 Z-2. F100', 'Y63. ', 'X5.', 'G0 Z50.', 'M30']
    expect(ids(edge)).toEqual(['query beside G54'])
    const flat = ['G21 G90', 'T4 M6', 'G54 G0 X10. Y10.', 'G43 H4 M3', 'G1 X40. F100', 'Y40.', 'M30']
    expect(ids(flat)).toEqual(['query without-z'])
  })

  it('is not cut through into what holds it, and not met at rapid', () => {
    expect(ids([...START, 'G1 Z-30.', 'G0 Z50.', 'M30'])).toEqual(['query under 4 G54'])
    expect(ids([...START, 'G0 X20. Z-1.', 'M30'])).toEqual(['query rapid 4 G54'])
    // Straight up out of a hole is no danger.
    expect(ids([...START, 'G81 X20. Y20. R2. Z-10. F100', 'G80', 'M30'])).toEqual([])
  })

  it('lies elsewhere for a program from another corner, which is named', () => {
    const corner = (x: number, y: number) => [
      'G21 G90',
      'T4 M6',
      `G54 G0 X${x + 5}. Y${y + 5}.`,
      'G43 H4 Z50. M3',
      'G1 Z-2. F200',
      `X${x + 87}. Y${y + 58}.`,
      'G0 Z50.',
      'M30',
    ]
    expect(ids(corner(0, 0))).toEqual([])
    // One hole alone is over the stock or beside it.
    const hole = (x: number) => ['G21 G90', 'T4 M6', `G54 G0 X${x}. Y9.`, 'G43 H4 Z50. M3', 'G81 R2. Z-3. F100', 'G80', 'M30']
    expect(ids(hole(9))).toEqual([])
    expect(ids(hole(-9))).toEqual(['stop beside G54'])
    expect(ids(corner(-92, -63))).toEqual(['stop beside G54'])
    expect(sentence('beside G54', corner(-92, -63))).toContain('It would fit with part zero at the far right corner.')
    expect(sentence('beside G54', corner(-92, 0))).toContain('at the near right corner')
    expect(sentence('beside G54', corner(-46, -31))).toContain('in the middle')
    expect(sentence('beside G54', corner(500, 0))).not.toContain('It would fit')
  })
})

describe('values that it writes', () => {
  it('are stopped where the ledger holds another, and clear where it holds the same', () => {
    expect(ids(['G10 L2 P1 X-313.204', ...whole])).toEqual([])
    expect(ids(['G10 L2 P1 X-300.', ...whole])).toEqual(['stop writes 1 work/G54/X/geometry'])
    expect(ids(['G10 L12 P4 R5.998', ...whole])).toEqual([])
    expect(ids(['G91 G10 L11 P4 R-.01', 'G90', ...whole])).toEqual(['stop writes 1 tool/4/length/wear'])
    expect(ids(['G10 L50', ...whole])).toEqual(['query writes 1 '])
  })
})

describe('the text', () => {
  it('is stopped where it cannot be read, and questioned where it cannot be followed', () => {
    expect(ids([...START, 'G1 X1.2.3', 'M30'])).toEqual(['stop error X1.2.3 is no number.'])
    expect(ids([...START, 'G0 Z[#500]', 'M30'])).toContain('query not-followed Z is not known without the machine')
    expect(ids([...START, 'M98 P9000', 'M30'])).toEqual(['query not-followed O9000 is not in this file', 'query subs'])
    expect(ids(whole.map((line) => line.replace('G21', 'G20').replace(/\d+\./g, '0.')))).toContain('query units')
    expect(ids(whole.map((line) => line.replace('G21 ', '')))).toEqual(['query units'])
    expect(ids([...START, 'G1 X20', 'M30'])).toEqual(['query no-point'])
    expect(ids([...START, 'M205', 'M30'])).toEqual(['query unknown'])
    expect(ids([...START, 'G42 D4 X20.', 'M30'])).toEqual(['query left-on cutter compensation'])
    expect(ids(START)).toEqual(['query ends'])
  })

  it('asks each reason by itself, with its lines', () => {
    const many = [...START, 'G43 Z50.', 'GOTO 5', 'WHILE [1] DO 1', 'GOTO 6', 'O.', 'X1.2.3', 'M30']
    const reasons = ids(many).filter((id) => / (error|not-followed) /.test(id))
    expect(reasons).toEqual([
      'stop error O. is no number.',
      'stop error X1.2.3 is no number.',
      'query not-followed no H is called with it: the control takes whichever was called last',
      'query not-followed a jump: lines are read one after the other',
      'query not-followed a loop is read once',
    ])
    expect(sentence('not-followed a jump: lines are read one after the other', many)).toContain('2 times in all: lines 10, 12.')
    const nonsense = found(Array.from({ length: 60 }, (_, at) => `!${at}!`))
    expect(nonsense.filter(({ id }) => id.startsWith('error'))).toHaveLength(13)
    expect(nonsense.find(({ id }) => id === 'errors')!.sentence).toContain('48 more places')
  })
})

describe('what the machine\u2019s record says of a program', () => {
  const lines = [...START, 'G1 X20', 'M30']
  const on = (dialect: Partial<ProgramWords> | null) => {
    const machine = { ...MILL, dialect }
    const read = readProgram(() => [lines.join('\n')], dialectOf(machine))
    const { verdict, sentence: says } = goFindings({ read, scene: { ...at(), machine }, soFar: READY }).find(({ id }) => id === 'no-point')!
    return { verdict, says, furthest: read.extents[0]!.feed.X!.max / 1e6, least: read.extents[0]!.feed.X!.min / 1e6 }
  }

  it('ends the question what a length without a point counts', () => {
    expect(on(null)).toEqual({
      verdict: 'query',
      says: 'A length without a decimal point, once, counts whole units; other controls count differently: say in the machine\u2019s record how this one does.',
      furthest: 80,
      least: 10,
    })
    expect(on({ bare: 'units' })).toMatchObject({ verdict: 'clear', least: 10 })
    expect(on({ bare: 'increments' })).toEqual({
      verdict: 'clear',
      says: 'A length without a decimal point, once, counts steps of 0.001 mm; as Mill 3\u2019s record says.',
      furthest: 80,
      // X20 is 20 steps.
      least: 0.02,
    })
  })

  it('is the word that a tool is called with, the distances and the comments', () => {
    const read = (text: string, dialect: Partial<ProgramWords>) => readProgram(() => [text], dialectOf({ ...MILL, dialect }))
    expect(read('T0412', { tool: 'Tttoo' }).tools).toMatchObject([{ number: '4', lengths: [{ offset: '12' }] }])
    expect(read('G90 X5. Y5.', { codesForDistance: false }).notFollowed).toEqual([])
    expect(read('G54 ; G55', {}).slots.map(({ slot }) => slot)).toEqual(['G54'])
    expect(read('G54 ; G55', { semicolon: false }).slots.map(({ slot }) => slot)).toEqual(['G54', 'G55'])
  })
})

describe('a lathe\u2019s program', () => {
  const tools = [mounted('3', 'tool-3', 'Turning tool', { kind: 'turning' })]
  const turned = (standing: [RegisterRef, Standing][], lines: readonly string[]) => {
    const where = scene(standing, { machine: LATHE, tools, plan: null })
    return goFindings({ read: readProgram(() => [lines.join('\n')], dialectOf(LATHE)), scene: where, soFar: READY })
      .filter(({ verdict }) => verdict !== 'clear')
      .map(({ id, verdict }) => `${verdict} ${id}`)
  }
  const all: [RegisterRef, Standing][] = [
    [workRegister('G54', 'X'), stands(nm(0))],
    [workRegister('G54', 'Z'), stands(mm(-480))],
    [geometryRegister('3', 'X'), stands(mm(-231.4), { assembly: 'tool-3' })],
    [geometryRegister('3', 'Z'), stands(mm(120), { assembly: 'tool-3' })],
  ]
  const lines = ['G21 G54', 'T0303', 'G0 X62. Z2.', 'G42 G1 X60. F.2', 'Z-30.', 'G40 X64.', 'M30']

  it('needs nose and tip where it compensates, and both offsets', () => {
    const full: [RegisterRef, Standing][] = [
      ...all,
      [noseRegister('3'), stands(mm(0.4), { assembly: 'tool-3' })],
      [tipRegister('3'), stands(nm(3), { assembly: 'tool-3' })],
    ]
    expect(turned(full, lines)).toEqual([])
    expect(turned(all, lines)).toEqual(['stop value tool/3/nose/geometry', 'stop value tool/3/tip/geometry'])
    expect(
      turned(
        full.filter(([ref]) => ref.property !== 'Z' || ref.family !== 'tool'),
        lines,
      ),
    ).toEqual(['stop value tool/3/Z/geometry'])
  })
})
