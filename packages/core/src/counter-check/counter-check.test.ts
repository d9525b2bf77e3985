import { describe, expect, it } from 'vitest'
import { inch, mm } from '../length/index.ts'
import { commonRegister, lengthRegister, rotationRegister, workRegister } from '../register/index.ts'
import { INCH_MILL, MILL, scene, stands } from '@rook/testing'
import { counterChecks, explainReadout, type SeenWrong } from './index.ts'

const at = scene(
  [
    [workRegister('G54', 'X'), stands(mm(-313.204))],
    [workRegister('G54', 'Y'), stands(mm(-169.703))],
    [workRegister('G54', 'Z'), stands(mm(-476.5655))],
    [workRegister('G55', 'X'), stands(mm(-488.12))],
    [lengthRegister('4'), stands(mm(103.4755))],
    [lengthRegister('17'), stands(mm(138.0221))],
  ],
  { plan: { ...scene().plan!, features: [{ name: 'centre bore', x: mm(46), y: mm(31.5), size: mm(34) }] } },
)
const value = (key: string, of = at) => counterChecks(of).find((one) => one.key === key)?.value

describe('the counter-check sheet', () => {
  it('says what the machine display must read over zero, over a feature and at a safe height', () => {
    expect(value('zero/G54/X')).toBe(mm(-313.204))
    expect(value('feature/G54/centre bore/X')).toBe(mm(-267.204))
    expect(value('feature/G54/centre bore/Y')).toBe(mm(-138.203))
    // −476.5655 + 103.4755 + 50
    expect(value('height/G54/T4')).toBe(mm(-323.09))
  })

  it('counts the common shift and the rotation in', () => {
    const turned = {
      ...at,
      machine: { ...MILL, rotates: true },
      standing: {
        ...at.standing,
        ...scene([
          [rotationRegister('G54'), stands(mm(90))],
          [commonRegister('X'), stands(mm(1))],
        ]).standing,
      },
    }
    expect(value('feature/G54/centre bore/X', turned)).toBe(mm(-313.204 + 1 - 31.5))
    expect(value('feature/G54/centre bore/Y', turned)).toBe(mm(-169.703 + 46))
  })

  it('has nothing to say of what is unset, or without a plan', () => {
    expect(counterChecks({ ...at, plan: null })).toEqual([])
    expect(counterChecks(scene())).toEqual([])
  })
})

describe('a wrong readout leads back to the likeliest mistake', () => {
  const wrong = (more: Partial<SeenWrong>) =>
    explainReadout(
      { axis: 'X', expected: mm(-313.204), seen: mm(0), slot: 'G54', tool: null, display: 'machine', before: mm(-313.19), ...more },
      at,
    )

  it.each([
    [
      'the value before still stands',
      { seen: mm(-313.19) },
      'It reads 0.0140 too much. It would if the control still held the value before, \u2212313.1900.',
    ],
    ['nothing was entered', { seen: mm(0) }, 'nothing had been entered into G54 X'],
    ['another slot is active', { seen: mm(-488.12) }, 'G55 were active in place of G54'],
    ['the sign was left out', { seen: mm(313.204) }, 'the other sign'],
    ['the point slipped', { seen: mm(-31.3204) }, 'its decimal point'],
    ['two digits were swapped', { seen: mm(-331.204) }, 'two digits of what was typed into G54 X'],
    [
      'another tool\u2019s length',
      { axis: 'Z' as const, tool: '4', expected: mm(-323.09), seen: mm(-288.5434), before: null },
      'the length of T7 were active',
    ],
    [
      'no length',
      { axis: 'Z' as const, tool: '4', expected: mm(-323.09), seen: mm(-426.5655), before: null },
      'the length of T4 were not active',
    ],
  ])('%s', (_name, more, sentence) => {
    expect(wrong(more)).toContain(sentence)
  })

  it('turns the sign round for the part display', () => {
    // The control holds −313.19, 0.014 more: at the touch the part display shows 0.014 less.
    expect(wrong({ display: 'part', expected: mm(-5), seen: mm(-5.014) })).toContain('still held the value before')
  })

  it('says when nothing fits, and when nothing is wrong', () => {
    expect(wrong({ seen: mm(-312.9), before: null })).toContain('No single mistake explains it')
    expect(wrong({ seen: mm(-313.204) })).toBe('That is what it must read.')
  })

  it('works in inches', () => {
    const inches = scene([[workRegister('G54', 'X'), stands(inch(-18.4412))]], { machine: INCH_MILL })
    const asked = {
      axis: 'X',
      expected: inch(-18.4412),
      seen: inch(-1.84412),
      slot: 'G54',
      tool: null,
      display: 'machine',
      before: null,
    } as const
    // The control holds a tenth of what it should: the point was typed a place too far left.
    expect(explainReadout(asked, inches)).toContain('what was typed into G54 X had its decimal point one place too far left')
  })
})
