import { describe, expect, it } from 'vitest'
import { formatLength, mm, nm, type Nm } from '../length/index.ts'
import { lengthRegister, registerKey, wearOf } from '../register/index.ts'
import { Chance, mounted, scene, SCENES, stands } from '@rook/testing'
import { assessEdits, pasteInto } from './index.ts'

const D4 = { family: 'tool', slot: '4', property: 'radius', layer: 'geometry' } as const
const tools = [mounted('4', 'em-12', 'End mill 12', { properties: { DC: mm(12) } }), mounted('17', 'dr-66', 'Drill 6.6')]
const at = scene(
  [
    [lengthRegister('4'), stands(mm(103.4755), { assembly: 'em-12' })],
    [lengthRegister('17'), stands(mm(138.0221), { assembly: 'dr-66' })],
    [D4, stands(mm(5.998), { assembly: 'em-12' })],
    [wearOf(lengthRegister('4')), stands(mm(-0.01), { assembly: 'em-12' })],
  ],
  { tools },
)
const found = (check: string, register: string, text: string, of = at) =>
  assessEdits([{ register, text }], 'measured', of).findings.find((finding) => finding.check === check)

describe('a column in the wrong rows', () => {
  it('is named once for all, tool by tool', () => {
    const { findings } = assessEdits(
      [
        { register: 'tool/4/length/geometry', text: '138.0250' },
        { register: 'tool/17/length/geometry', text: '103.4700' },
      ],
      'measured',
      at,
    )
    expect(findings.find(({ check }) => check === 'shifted-column')).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringMatching(/^T4 and T17? would each have what the other one has\. Their figures look exchanged/) as string,
    })
  })

  it('is not made of a single figure, which the jump explains, nor of wear', () => {
    expect(found('shifted-column', 'tool/4/length/geometry', '138.0250')).toBeUndefined()
    expect(found('jump', 'tool/4/length/geometry', '138.0250')).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('if this were H17 length') as string,
    })
    expect(found('shifted-column', 'tool/17/length/wear', '-0.01')).toBeUndefined()
  })
})

describe('a diameter put right by hand', () => {
  it('is asked about when it goes away from the cutter\u2019s own', () => {
    expect(found('sized-by-geometry', registerKey(D4), '5.992')).toMatchObject({
      verdict: 'query',
      sentence: expect.stringContaining('from 5.9980 to 5.9920, further from DC 12.0000') as string,
    })
  })

  it('is not by what a measurement scatters: a new cutter of DC 12 measured as 11.986, and once more', () => {
    const from = (value: number) => scene([[D4, stands(mm(value), { assembly: 'em-12' })]], { tools })
    expect(found('sized-by-geometry', registerKey(D4), '5.993', from(6))).toBeUndefined()
    expect(found('sized-by-geometry', registerKey(D4), '5.994', from(5.997))).toBeUndefined()
    expect(found('sized-by-geometry', registerKey(D4), '5.980', from(6))?.verdict).toBe('query')
  })

  it('is not when it comes nearer, is another cutter\u2019s, or nothing stood there', () => {
    expect(found('sized-by-geometry', registerKey(D4), '5.999')).toBeUndefined()
    expect(found('sized-by-geometry', registerKey(D4), '5')).toBeUndefined()
    expect(found('sized-by-geometry', registerKey(D4), '5.992', scene([], { tools }))).toBeUndefined()
  })
})

describe('a wear typed with its plus sign', () => {
  it('over a wear that is not zero is asked about, with the sum that would be meant', () => {
    expect(found('replaced-or-added', 'tool/4/length/wear', '+0.004')).toMatchObject({
      verdict: 'query',
      sentence: 'H4 length wear holds \u22120.0100; +0.0040 would take its place. If it was to be added, type \u22120.0060.',
    })
  })

  it('is taken as it is without one, as a sum, or over nothing', () => {
    expect(found('replaced-or-added', 'tool/4/length/wear', '-0.014')).toBeUndefined()
    expect(found('replaced-or-added', 'tool/4/length/wear', '-0.01+0.004')).toBeUndefined()
    expect(found('replaced-or-added', 'tool/17/length/wear', '+0.004')).toBeUndefined()
  })
})

describe('a thousand seeded columns of lengths', () => {
  const NUMBERS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '10']
  const typed = (value: number) => formatLength(nm(Math.round(value / 1000) * 1000), { unit: 'mm', decimals: 3 })
  const keys = NUMBERS.map((number) => [registerKey(lengthRegister(number))])

  /** Measured again and pasted, from the first row on or from the second. */
  function play(row: 0 | 1) {
    const chance = new Chance(2611)
    let questioned = 0
    for (let turn = 0; turn < SCENES; turn++) {
      const lengths = NUMBERS.map(() => nm(Math.round(chance.between(70, 160) * 1e6) as Nm))
      const stand = scene(
        NUMBERS.map((number, place) => [lengthRegister(number), stands(lengths[place]!, { assembly: `a-${number}` })]),
        { tools: NUMBERS.map((number) => mounted(number, `a-${number}`, `Tool ${number}`)) },
      )
      const column = lengths.map((length) => typed(length + chance.normal(3_000))).join('\n')
      const { edits } = pasteInto(column, keys, { row, column: 0 })
      const { findings } = assessEdits(edits, 'measured', stand)
      if (findings.some(({ check, verdict }) => check === 'shifted-column' && verdict === 'stop')) questioned++
    }
    return questioned
  }

  it('pasted a row too low are stopped, and clean ones are left alone', () => {
    expect(play(1)).toBeGreaterThanOrEqual(SCENES * 0.99)
    expect(play(0)).toBeLessThan(SCENES * 0.01)
  })
})

describe('a diameter that answers to no wear', () => {
  const held = scene([], {
    tools: [mounted('17', 'dr-66', 'Drill 6.6', { kind: 'drill' }), mounted('4', 'em-12', 'End mill 12', { kind: 'end-mill' })],
  })

  it('is asked about: a drill makes the size that it has', () => {
    expect(found('answers-not', 'tool/17/radius/wear', '-0.01', held)).toMatchObject({ verdict: 'query' })
    expect(found('answers-not', 'tool/17/radius/wear', '-0.01', held)?.sentence).toContain('T17 is a drill: it makes the size that it has')
    expect(found('answers-not', 'tool/4/radius/wear', '-0.01', held)).toBeUndefined()
    expect(found('answers-not', 'tool/17/length/wear', '-0.01', held)).toBeUndefined()
  })
})

describe('an amount in the place of a length', () => {
  it('is asked about where it is typed with a plus sign and small', () => {
    // Typed +0.2 over 103.4755: 103.6755 was meant.
    expect(found('replaced-or-added', 'tool/4/length/geometry', '+0.2')).toMatchObject({ verdict: 'query' })
    expect(found('replaced-or-added', 'tool/4/length/geometry', '+0.2')?.sentence).toContain('type +103.6755')
    expect(found('replaced-or-added', 'tool/4/length/geometry', '+103.5')).toBeUndefined()
  })
})
