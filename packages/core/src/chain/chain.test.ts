import { describe, expect, it } from 'vitest'
import type { GoFinding } from '../program/index.ts'
import { beforeFirstPart, chainOf, chainWords, STAGES, type ChainFacts } from './index.ts'

const finding = (stage: GoFinding['stage'], more: Partial<GoFinding> = {}): GoFinding => ({
  id: `${stage} one`,
  verdict: 'stop',
  sentence: `${stage} is wanting.`,
  line: null,
  register: null,
  mend: 'look',
  stage,
  ...more,
})
const GIVEN = { at: '2026-11-24T02:00:00.000Z', by: 'I. Marrow', changed: [] }
const PROVEN = { at: '2026-11-24T02:20:00.000Z', by: 'I. Marrow', lapsed: null }
const whole = (more: Partial<ChainFacts> = {}): ChainFacts => ({
  startedAt: '2026-11-24T01:00:00.000Z',
  endedAt: null,
  order: ['zero-G54-X', 'zero-G54-Y'],
  findings: [],
  given: GIVEN,
  firstPart: PROVEN,
  made: 0,
  unproven: 0,
  asks: [],
  ...more,
})
const here = (more: Partial<ChainFacts> = {}) => chainOf(whole(more)).here
const states = (more: Partial<ChainFacts> = {}) => Object.fromEntries(chainOf(whole(more)).stages.map(({ stage, state }) => [stage, state]))

describe('the chain of a setup', () => {
  it('stands at the first stage that does not hold, whatever was reached after it', () => {
    expect(here({ given: null, firstPart: null, findings: [finding('measured'), finding('seen'), finding('go')] })).toBe('measured')
    expect(here({ findings: [finding('measured')] })).toBe('measured')
    expect(here({ findings: [finding('seen')] })).toBe('seen')
    expect(here({ findings: [finding('go')] })).toBe('go')
    expect(here({ given: null })).toBe('go')
    expect(here({ firstPart: null })).toBe('first-part')
    expect(here()).toBe('running')
    expect(here({ endedAt: '2026-11-24T09:00:00.000Z', findings: [finding('measured')] })).toBe('ended')
  })

  it('falls back by name when what it rests on has changed', () => {
    const chain = chainOf(whole({ given: { ...GIVEN, changed: ['Issue 6 of the program has come since.'] }, made: 12 }))
    expect(chain.here).toBe('go')
    expect(chainWords(chain)).toBe('Before the go: The go by I. Marrow no longer holds: Issue 6 of the program has come since.')
    const lapsed = chainOf(whole({ firstPart: { ...PROVEN, lapsed: 'H4 length written since' } }))
    expect(chainWords(lapsed)).toBe('Before the run: No longer proven: H4 length written since. Run the first part carefully again.')
  })

  it('is kept by no question that can be answered at the go', () => {
    expect(here({ findings: [finding('measured', { verdict: 'query' })] })).toBe('running')
    expect(chainWords(chainOf(whole({ given: null, findings: [finding('go', { verdict: 'query' })] })))).toBe(
      'Before the go: No go was given yet; 1 question to be answered.',
    )
  })

  it('says nothing good of a program that is still being read', () => {
    expect(chainWords(chainOf(whole({ given: null, findings: null })))).toBe('Before the go: The text of its program is being read.')
  })

  it('goes on without a go only where the shop asks for one, and the first part was run with a reason', () => {
    expect(here({ given: null, asks: ['go'] })).toBe('running')
    expect(here({ given: null, firstPart: null, asks: ['go'] })).toBe('go')
    expect(here({ given: null, asks: ['go'], findings: [finding('go')] })).toBe('go')
  })

  it('says what was counted without a proof until there is one', () => {
    const without = { made: 7, unproven: 4, firstPart: null }
    expect(chainOf(whole(without)).unproven).toBe(4)
    expect(chainWords(chainOf(whole(without)))).toContain(' 4 parts were counted without a proven first part.')
    expect(chainWords(chainOf(whole({ ...without, firstPart: PROVEN })))).toBe('Running: 7 parts counted.')
  })

  it('names at the end what was left out', () => {
    const ended = { endedAt: '2026-11-24T09:00:00.000Z', firstPart: null, given: null, made: 1, unproven: 1 }
    expect(states(ended)).toEqual({
      begun: 'done',
      measured: 'done',
      seen: 'done',
      go: 'missed',
      'first-part': 'missed',
      running: 'done',
      ended: 'done',
    })
    expect(chainWords(chainOf(whole(ended)))).toBe(
      'Ended: 1 part counted. Left out: go and first part. 1 part was counted without a proven first part.',
    )
  })

  it('has one thing to do next at every stage but the last', () => {
    const next = (more: Partial<ChainFacts>) => chainOf(whole(more)).next
    const step = { mend: 'setup' as const, step: 'zero-G54-X' }
    expect(next({ findings: [finding('measured', step)] })).toMatchObject({ does: 'step', step: 'zero-G54-X' })
    expect(next({ findings: [finding('measured', { mend: 'machine' })] })).toMatchObject({ does: 'look' })
    expect(next({ given: null })).toMatchObject({ does: 'go' })
    expect(next({ firstPart: null })).toMatchObject({ does: 'first-part' })
    expect(next({})).toMatchObject({ does: 'count' })
    expect(next({ endedAt: '2026-11-24T09:00:00.000Z' })).toBeNull()
  })

  it('tells what is to be measured in the order of work', () => {
    const measured = (step: string) => finding('measured', { id: step, mend: 'setup', step, sentence: step })
    const chain = chainOf(whole({ findings: [measured('zero-G54-Y'), measured('zero-G54-X'), finding('measured', { mend: 'machine' })] }))
    expect(chain.stages[1]!.wants.map(({ step }) => step)).toEqual([undefined, 'zero-G54-X', 'zero-G54-Y'])
  })

  it('marks each stage once, in their order', () => {
    for (const facts of [whole(), whole({ given: null }), whole({ findings: [finding('seen')] })]) {
      const { stages } = chainOf(facts)
      expect(stages.map(({ stage }) => stage)).toEqual(STAGES)
      expect(stages.filter(({ state }) => state === 'here')).toHaveLength(1)
    }
  })

  it('tells whoever would run a first part what is wanted before it', () => {
    expect(beforeFirstPart(chainOf(whole({ firstPart: null })))).toEqual([])
    expect(beforeFirstPart(chainOf(whole({ given: null, findings: [finding('measured'), finding('seen')] })))).toEqual([
      'measured is wanting.',
      'seen is wanting.',
      'No go was given yet.',
    ])
  })
})
