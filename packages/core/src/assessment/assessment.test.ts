import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { ChoiceInput, Routine } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import { ROUTINES, routineById, routinesFor } from '../catalogue/index.ts'
import { findingKey } from '../check/index.ts'
import { mm, plus } from '../length/index.ts'
import { lengthRegister, setterRegister, workRegister } from '../register/index.ts'
import { INCH_MILL, LATHE, MILL, scene, stands } from '@rook/testing'
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
    expect(routinesFor(INCH_MILL).find(({ routine }) => routine.id === 'by-height')?.unfit).not.toBeNull()
  })

  it('stands anything that is typed or sent: a sentence or a result, never an exception', () => {
    const typed = fc.oneof(
      fc.constantFrom('', '0', '1', '-318.2040', '12.7', '1/0', '-0', '3 5/16', '1e9', 'none', 'typed', '4in', '-12,5', '1000', '0.25'),
      fc.string({ maxLength: 12 }),
    )
    /** Answers what a routine asks for, as often as its questions change: with an option, a figure or nonsense. */
    const filled = (routine: Routine, at: Scene, decisions: readonly number[], texts: readonly string[]) => {
      const raw: Record<string, string> = {}
      for (let round = 0; round < 4; round++)
        routine.inputs(at, raw).forEach((input, index) => {
          if (raw[input.id] !== undefined) return
          const decision = decisions[(index + 7 * round) % decisions.length]!
          const isChoice = (input.kind === 'choice' || input.kind === 'several') && input.options.length > 0 && decision % 10 !== 0
          raw[input.id] = isChoice
            ? (input as ChoiceInput).options[decision % (input as ChoiceInput).options.length]!.value
            : texts[decision % texts.length]!
        })
      return raw
    }
    const decisions = fc.array(fc.nat({ max: 997 }), { minLength: 20, maxLength: 20 })
    const texts = fc.array(typed, { minLength: 8, maxLength: 8 })
    let results = 0
    fc.assert(
      fc.property(
        fc.constantFrom(...ROUTINES),
        fc.constantFrom(MILL, INCH_MILL, LATHE),
        decisions,
        texts,
        (routine, machine, how, what) => {
          const at = { ...full, machine }
          const raw = filled(routine, at, how, what)
          const { sheet, inputs } = assess(routine, raw, at)
          if (sheet.result) results++
          const ids = inputs.map(({ id }) => id)
          for (const line of sheet.working.lines) for (const cell of line.cells) if (cell?.input) expect(ids).toContain(cell.input)
        },
      ),
      { numRuns: 2500, seed: 417 },
    )
    expect(results).toBeGreaterThan(100)
  }, 30_000)
})

describe('a working that does not add up to its result', () => {
  const raw = { slot: 'G54', axis: 'X', direction: '+', finder: 'finder', between: 'none', reading: '-318.2040', place: '0' }
  const edge = routineById('edge')!

  it('is refused, whatever routine made it', () => {
    const wrong: Routine = {
      ...edge,
      sheet(values, at) {
        const sheet = edge.sheet(values, at)
        const results = sheet.working.results.map((row) => ({
          ...row,
          cells: row.cells.map((cell) => cell && { ...cell, figure: cell.figure && plus(cell.figure, mm(0.0001)) }),
        }))
        return { ...sheet, working: { ...sheet.working, results } }
      },
    }
    const { sheet, findings } = assess(wrong, raw, full)
    expect(sheet.result).toBeNull()
    expect(findings).toEqual([])
    expect(sheet.refusal?.sentence).toContain('G54 X: the lines add up to \u2212313.2040, and \u2212313.2039 would be recorded')
    expect(assess(edge, raw, full).sheet.refusal).toBeNull()
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
