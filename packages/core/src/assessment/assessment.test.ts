import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ROUTINES, routineById, routinesFor } from '../catalogue/index.ts'
import { findingKey } from '../check/index.ts'
import { mm } from '../length/index.ts'
import { lengthRegister, setterRegister, workRegister } from '../machine/index.ts'
import { sumOf } from '../working/index.ts'
import { INCH_MILL, LATHE, MILL, scene, stands } from '../../test/scene.ts'
import { assess, obstacles } from './index.ts'

const full = scene([
  [workRegister('G54', 'X'), stands(mm(-313.204))],
  [workRegister('G54', 'Z'), stands(mm(-476.5655))],
  [lengthRegister('4'), stands(mm(103.4755), { assembly: 'em-12' })],
  [setterRegister('setter'), stands(mm(-502.118))],
])

describe('every routine', () => {
  it('has an id of its own and is found by it', () => {
    expect(new Set(ROUTINES.map(({ id }) => id)).size).toBe(ROUTINES.length)
    expect(routineById('edge')?.name).toBe('Edge')
    expect(routineById('nothing')).toBeNull()
  })

  it('is offered only where its machine can do it', () => {
    expect(routinesFor(LATHE).map(({ routine }) => routine.id)).not.toContain('edge')
    expect(routinesFor(MILL).map(({ routine }) => routine.id)).not.toContain('turned-diameter')
    expect(routinesFor(INCH_MILL).find(({ routine }) => routine.id === 'setter-constant')?.unfit).not.toBeNull()
  })

  it('stands anything that is typed or sent: a sentence or a result, never an exception', () => {
    const anything = fc.oneof(
      fc.string({ maxLength: 12 }),
      fc.constantFrom(
        'G54',
        'X',
        'Y',
        '+',
        '-',
        'finder',
        'probe',
        'none',
        'shim',
        'typed',
        '4',
        '7',
        'part',
        'block',
        'setter',
        'gauge:master',
        'tool:4',
        'gauge:',
        '-318.2',
        '1/0',
        '3 5/16',
        'work/G54/Z/geometry',
      ),
    )
    const ids = [
      'slot',
      'axis',
      'direction',
      'finder',
      'between',
      'thickness',
      'reading',
      'place',
      'tool',
      'method',
      'setter',
      'master',
      'register',
    ]
    const raw = fc.record(Object.fromEntries(ids.map((id) => [id, anything])), { requiredKeys: [] })
    fc.assert(
      fc.property(fc.constantFrom(...ROUTINES), raw, fc.constantFrom(MILL, INCH_MILL, LATHE), (routine, inputs, machine) => {
        const { sheet } = assess(routine, inputs as Record<string, string>, { ...full, machine })
        const rounded = sheet.working.result.figure
        const sum = sumOf(sheet.working.lines)
        // The evidence adds up to what is recorded, to within the one rounding at the end.
        if (rounded !== null && sum !== null) expect(Math.abs(sum - rounded)).toBeLessThanOrEqual(machine.increment / 2)
        for (const line of sheet.working.lines) if (line.input) expect(ids).toContain(line.input)
      }),
      { numRuns: 3000 },
    )
  })
})

describe('rounding is asked for', () => {
  const raw = { slot: 'G54', axis: 'X', direction: '+', finder: 'finder', between: 'none', reading: '-318.20404', place: '0' }
  const edge = routineById('edge')!

  it('and nothing counts before the person agrees', () => {
    const before = assess(edge, raw, full)
    expect(before.sheet.result).toBeNull()
    expect(before.values.problems).toMatchObject([{ input: 'reading', kind: 'ask', offered: mm(-318.204) }])
    expect(assess(edge, raw, full, ['reading']).sheet.result?.writes[0]?.value).toBe(mm(-313.204))
  })
})

describe('what stands in the way of recording', () => {
  const raw = { slot: 'G55', axis: 'X', direction: '+', finder: 'finder', between: 'old-shim', reading: '-318.2040', place: '0' }
  const { findings } = assess(routineById('edge')!, raw, full)

  it('is queries without a reason, and stops', () => {
    const { unanswered, stops } = obstacles(findings, {})
    expect(unanswered.map(({ check }) => check)).toEqual(['gauge-fit'])
    expect(stops.map(({ check }) => check)).toEqual(['planned-slot'])
    expect(obstacles(findings, { [findingKey(unanswered[0]!)]: 'checked this morning' }).unanswered).toEqual([])
    expect(obstacles(findings, { [findingKey(unanswered[0]!)]: '   ' }).unanswered).toHaveLength(1)
  })
})
