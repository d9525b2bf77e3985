import { describe, expect, it } from 'vitest'
import { assess } from '../assessment/index.ts'
import { edge } from '../find/zero/index.ts'
import { inch, mm } from '../length/index.ts'
import { lengthRegister, setterRegister, workRegister } from '../register/index.ts'
import type { Scene } from '../scene/index.ts'
import { deliberateZero } from '../find/state/index.ts'
import { toolLength } from '../find/tool/index.ts'
import { face } from '../find/zero/index.ts'
import { INCH_MILL, mounted, scene, stands } from '@rook/testing'
import { findingKey, type Finding } from './index.ts'

const touch = { slot: 'G54', axis: 'X', direction: '+', finder: 'finder', between: 'none', reading: '-318.2040', place: '0' }
const findings = (raw: Record<string, string>, at: Scene, routine = edge) => assess(routine, raw, at).findings
const found = (all: Finding[], check: string) => all.find((finding) => finding.check === check)

/** G54 X stood at −313.2040 before: the touch agrees with it to the last digit. */
const before = scene([[workRegister('G54', 'X'), stands(mm(-313.204))]])

describe('inside travel', () => {
  it('stops a reading that the machine cannot show, and says where to look', () => {
    const finding = found(findings({ ...touch, reading: '318.2040' }, before), 'travel')
    expect(finding).toMatchObject({ verdict: 'stop' })
    expect(finding?.sentence).toContain('\u2212660.0000 to 0.0000')
  })

  it('stops a zero that the spindle cannot reach although the reading is good', () => {
    const finding = findings({ ...touch, reading: '-658', direction: '-' }, scene()).filter(
      ({ check, verdict }) => check === 'travel' && verdict === 'stop',
    )
    expect(finding).toHaveLength(1)
    expect(finding[0]?.sentence).toContain('Part zero would lie where the spindle cannot go')
  })
})

describe('the planned slot', () => {
  it('stops a slot that the operation does not call', () => {
    const finding = found(findings({ ...touch, slot: 'G55' }, before), 'planned-slot')
    expect(finding).toMatchObject({ verdict: 'stop', sentence: expect.stringContaining('uses G54, not G55') as string })
  })

  it('has nothing to say without a plan', () => {
    expect(found(findings(touch, scene([], { plan: null })), 'planned-slot')).toBeUndefined()
  })
})

describe('a jump, and the single mistake that explains it', () => {
  const jump = (raw: Record<string, string>, at: Scene = before) => found(findings({ ...touch, ...raw }, at), 'jump')

  it('is clear when the zero is where it was, and says by how much it moved', () => {
    expect(jump({ reading: '-318.2120' })).toMatchObject({
      verdict: 'clear',
      sentence: expect.stringContaining('G54 X moves \u22120.0080') as string,
    })
  })

  it.each([
    ['a lost sign', { reading: '318.2040' }, 'the reading had the other sign', 'stop'],
    ['a touch from the other side', { direction: '-' }, 'the touch came from the other side', 'stop'],
    ['a radius taken off before', { reading: '-313.2040' }, 'the radius had already been taken off the reading', 'stop'],
    ['a forgotten shim', { reading: '-319.2040' }, 'Shim 1.000 had lain between and was not taken off', 'stop'],
    // Pin 8 in the spindle gives the same figure: both are said, and the milder of the two decides.
    [
      'a shim that was not there',
      { between: 'shim' },
      'nothing had lain between, or the 1 had been taken off already, or if Pin 8 had been in the spindle',
      'query',
    ],
    ['inches read as millimetres', { reading: '-12.5277' }, 'the reading had been typed in inches', 'stop'],
    // From there the stock would go out of the travel, which is a stop.
    ['a point too far left', { reading: '-31.8204' }, 'the reading had its decimal point one place too far left', 'stop'],
    ['another finder', { reading: '-316.2040' }, 'Finder 6 had been in the spindle', 'query'],
    ['a place with the wrong sign', { place: '-12.5', reading: '-305.7040' }, 'the place on the part had the other sign', 'stop'],
  ])('names %s', (_name, raw, phrase, verdict) => {
    expect(jump(raw)).toMatchObject({ verdict, sentence: expect.stringContaining(phrase) as string })
  })

  it('does not say of a place that is on record that it was typed in inches: something 20 high was touched', () => {
    const top: Parameters<typeof scene>[0] = [
      [workRegister('G54', 'Z'), stands(mm(-476.5655))],
      [lengthRegister('4'), stands(mm(103.4755), { assembly: 'em-12' })],
    ]
    const raw = { slot: 'G54', tool: '4', between: 'none', place: '0.8', reading: '-352.2900' }
    const loose = { ...before.plan!, fixtureRepeat: mm(0.2) }
    const touched = (to: number) => {
      const stock = { ...before.plan!.stock!, Z: { ...before.plan!.stock!.Z, to: mm(to) } }
      const at = scene(top, { plan: { ...loose, stock }, tools: [mounted('4', 'em-12', 'End mill 12')] })
      return found(findings(raw, at, face), 'jump')!.sentence
    }
    expect(touched(2)).toContain('had been typed in inches')
    expect(touched(0.8)).not.toContain('inches')
  })

  it('names another slot whose value this is', () => {
    const at = scene([
      [workRegister('G54', 'X'), stands(mm(-313.204))],
      [workRegister('G55', 'X'), stands(mm(-488.12), { entry: '00000000-0000-4000-8000-000000000002' })],
    ])
    expect(jump({ reading: '-493.1210' }, at)).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('this were G55 X') as string,
    })
  })

  it('says that nothing explains it when nothing does, and asks', () => {
    expect(jump({ reading: '-318.5577' })).toMatchObject({
      verdict: 'query',
      sentence: expect.stringContaining('No single slip explains it') as string,
    })
  })

  it('holds what is new against a stale figure as something coarse: a radius shows, what spoilt it does not', () => {
    const spoilt = scene([[workRegister('G54', 'X'), stands(mm(-313.204), { gauges: ['finder'], at: '2026-11-20T10:00:00.000Z' })]], {
      gauges: before.gauges.map((one) =>
        one.id === 'finder' ? { ...one, doubtful: [{ from: null, to: '2026-11-22', because: 'failed its check' }] } : one,
      ),
    })
    expect(jump({ reading: '-318.3040' }, spoilt)).toMatchObject({
      verdict: 'clear',
      sentence: expect.stringContaining('\u22120.1000 from a last value that is in doubt') as string,
    })
    expect(jump({ reading: '-318.3040' })).toMatchObject({ verdict: 'query' })
    expect(jump({ reading: '-313.2040' }, spoilt)).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('the radius had already been taken off') as string,
    })
  })

  it('does not compare with another job\u2019s zero, but with this operation\u2019s last', () => {
    const elsewhere = stands(mm(-100), { operation: 'another' })
    expect(jump({}, scene([[workRegister('G54', 'X'), elsewhere]]))).toBeUndefined()
    const formerly = { 'work/G54/X/geometry': stands(mm(-313.2), { setup: 'long ago' }) }
    expect(jump({}, scene([[workRegister('G54', 'X'), elsewhere]], { formerly }))).toMatchObject({ verdict: 'clear' })
  })

  it('allows for a fixture that repeats badly', () => {
    const loose = scene([[workRegister('G54', 'X'), stands(mm(-313.204))]], { plan: { ...before.plan!, fixtureRepeat: mm(0.2) } })
    expect(jump({ reading: '-318.5577' }, loose)).toMatchObject({ verdict: 'clear' })
  })

  it('compares a length only with the same assembly\u2019s', () => {
    const measure = { tool: '4', method: 'setter', setter: 'setter', reading: '-397.6425' }
    const K = [setterRegister('setter'), stands(mm(-502.118))] as const
    const same = scene([[...K], [lengthRegister('4'), stands(mm(103.4755), { assembly: 'em-12' })]])
    const other = scene([[...K], [lengthRegister('4'), stands(mm(103.4755), { assembly: 'old one' })]])
    expect(found(findings(measure, same, toolLength), 'jump')).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('Shim 1.000') as string,
    })
    expect(found(findings(measure, other, toolLength), 'jump')).toBeUndefined()
  })
})

describe('a length against its estimate', () => {
  const K = [setterRegister('setter'), stands(mm(-502.118))] as const
  const measure = (reading: string) =>
    found(findings({ tool: '4', method: 'setter', setter: 'setter', reading }, scene([[...K]]), toolLength), 'estimate')

  it('is clear near it, a query a little off, a stop far off', () => {
    expect(measure('-398.6425')?.verdict).toBe('clear')
    expect(measure('-396.6425')?.verdict).toBe('query')
    expect(measure('-348.6425')).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('the estimate said 103.5000') as string,
    })
  })

  it('compares differences where lengths are counted from part zero', () => {
    const tools = [mounted('4', 'em-12', 'End mill', { estimate: inch(4.3) }), mounted('7', 'dr', 'Drill', { estimate: inch(4.9) })]
    const at = scene(
      [
        [workRegister('G54', 'Z'), stands(mm(0), { state: 'deliberately-zero' })],
        [lengthRegister('7'), stands(inch(-12.3), { assembly: 'dr' })],
      ],
      { machine: INCH_MILL, tools },
    )
    const raw = { tool: '4', method: 'part', slot: 'G54', between: 'none', place: '0' }
    expect(found(findings({ ...raw, reading: '-12.9' }, at, toolLength), 'estimate')).toMatchObject({ verdict: 'clear' })
    expect(found(findings({ ...raw, reading: '-11.9' }, at, toolLength), 'estimate')).toMatchObject({ verdict: 'stop' })
  })
})

describe('conventions', () => {
  it('stops a length of the wrong sign', () => {
    const at = scene([[setterRegister('setter'), stands(mm(-302.118))]])
    const all = findings({ tool: '7', method: 'setter', setter: 'setter', reading: '-398.6425' }, at, toolLength)
    expect(found(all, 'convention')).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('lengths on Mill 3 are positive') as string,
    })
  })

  it('stops a Z zero where the lengths carry it', () => {
    const at = scene([[lengthRegister('4'), stands(inch(-12.9))]], { machine: INCH_MILL })
    const all = findings({ slot: 'G54', tool: '4', between: 'none', reading: '-12.5', place: '0' }, at, face)
    expect(found(all, 'convention')).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('the tool lengths carry part zero') as string,
    })
  })

  it('asks about a second vise at another height where the lengths carry the zero of the first', () => {
    const at = scene(
      [
        [lengthRegister('4'), stands(inch(-12.9))],
        [workRegister('G55', 'Z'), stands(inch(0), { state: 'deliberately-zero' })],
      ],
      { machine: INCH_MILL },
    )
    const raw = { slot: 'G54', tool: '4', between: 'none', reading: '-12.5', place: '0' }
    const inTwoVises = { ...at, plan: { ...at.plan!, slots: ['G54', 'G55'] } }
    expect(found(findings(raw, inTwoVises, face), 'convention')).toMatchObject({
      verdict: 'query',
      sentence: expect.stringContaining('as in a second vise at another height') as string,
    })
    // The zero in G55 is another job's: it is no second vise of this one.
    expect(found(findings(raw, at, face), 'convention')?.verdict).toBe('stop')
  })
})

describe('homed, gauges, zero on purpose', () => {
  it('asks when nobody recorded a homing since power-up', () => {
    expect(found(findings(touch, before), 'homed')?.verdict).toBe('clear')
    expect(found(findings(touch, { ...before, homedAt: '2026-11-24T00:40:00.000Z' }), 'homed')?.verdict).toBe('query')
    expect(found(findings(touch, { ...before, homedAt: null }), 'homed')?.verdict).toBe('query')
  })

  it('asks about a gauge that is overdue or was knocked', () => {
    expect(
      found(
        findings({ ...touch, between: 'old-shim' }, scene()).filter(({ about }) => about === 'old-shim'),
        'gauge-fit',
      ),
    ).toMatchObject({ verdict: 'query', sentence: expect.stringContaining('due for calibration on 2026-01-01') as string })
    expect(found(findings({ ...touch, finder: 'knocked' }, scene()), 'gauge-fit')).toMatchObject({
      verdict: 'query',
      sentence: expect.stringContaining('marked disturbed') as string,
    })
  })

  it('asks why a register is to hold zero', () => {
    const all = findings({ register: 'work/G54/Z/geometry' }, scene(), deliberateZero)
    expect(found(all, 'on-purpose')).toMatchObject({
      verdict: 'query',
      sentence: 'G54 Z is to hold zero on purpose. It is unset now. Say why.',
    })
  })
})

describe('answers', () => {
  it('belong to the figures they were given for', () => {
    const [first] = findings({ ...touch, reading: '-318.5577' }, before).filter(({ check }) => check === 'jump')
    const [second] = findings({ ...touch, reading: '-318.5578' }, before).filter(({ check }) => check === 'jump')
    expect(findingKey(first!)).not.toBe(findingKey(second!))
    const wrongSlot = (slot: string) =>
      findingKey(
        found(
          findings(
            { ...touch, slot },
            scene([], { machine: { ...before.machine, slots: [...before.machine.slots, { code: 'G56', name: null }] } }),
          ),
          'planned-slot',
        )!,
      )
    expect(wrongSlot('G55')).not.toBe(wrongSlot('G56'))
  })
})
