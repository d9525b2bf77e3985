import { describe, expect, it } from 'vitest'
import { mm } from '../length/index.ts'
import { lengthRegister, probeRegister, PROBE_SIDES, registerKey, workRegister } from '../register/index.ts'
import type { Rest } from '../scene/index.ts'
import { GAUGES, MILL, run, scene, stands } from '@rook/testing'
import { probeHere, restsOf, standingNote, suspectRegisters } from './index.ts'

const T4 = registerKey(lengthRegister('4'))
const T7 = registerKey(lengthRegister('17'))
const Z = registerKey(workRegister('G54', 'Z'))
const on = (register: string, origin: string, value = mm(0)): Rest => ({ register, origin, value, standard: mm(0.002) })

/** T4 is the reference; the zero and T7 rest on it. */
const reference = (more = {}) =>
  scene(
    [
      [lengthRegister('4'), stands(mm(0), { state: 'deliberately-zero', origin: 'first', entry: 'first', setup: 'now', ...more })],
      [workRegister('G54', 'Z'), stands(mm(-380), { rests: [on(T4, 'first')], setup: 'now', at: '2026-11-24T02:00:00.000Z' })],
      [lengthRegister('17'), stands(mm(34.5), { rests: [on(T4, 'first')], setup: 'now' })],
    ],
    { machine: { ...MILL, lengthConvention: 'reference-tool' } },
  )

describe('what a value is worth', () => {
  it('is measured, carried over, by eye, zero on purpose or unset', () => {
    const at = reference()
    expect(standingNote(T7, at).word).toBe('measured')
    expect(standingNote(T4, at).word).toBe('zero on purpose')
    expect(standingNote('work/G55/Z/geometry', at).word).toBe('unset')
    expect(standingNote(Z, { ...at, plan: { ...at.plan!, setup: 'later' } }).word).toBe('carried over')
    const eye = scene([[workRegister('G54', 'X'), stands(mm(-1), { setup: 'now', byEye: true })]])
    expect(standingNote('work/G54/X/geometry', eye).word).toBe('by eye')
  })

  it('names the reference that everything rests on, once that was measured again or marked disturbed', () => {
    expect(standingNote(T7, reference({ origin: 'second', by: 'W. Tansley' }))).toMatchObject({
      word: 'stale',
      because: 'H4 length, the reference it rests on, was set anew by W. Tansley',
    })
    const disturbed = reference({ state: 'disturbed', origin: 'first' })
    expect(standingNote(T4, disturbed).word).toBe('disturbed')
    expect(suspectRegisters(disturbed).map(({ register }) => register)).toEqual([T4, Z, T7])
  })

  it('survives a correction that puts the same measurement back', () => {
    expect(standingNote(T7, reference({ entry: 'correction' })).word).toBe('measured')
  })

  it('is stale when an ordinary length has moved by more than both are known to, and not before', () => {
    const moved = (to: number) =>
      scene([
        [lengthRegister('4'), stands(mm(to), { origin: 'second', setup: 'now' })],
        [workRegister('G54', 'Z'), stands(mm(-476), { rests: [on(T4, 'first', mm(103.4755))], setup: 'now' })],
      ])
    expect(standingNote(Z, moved(103.479)).word).toBe('measured')
    expect(standingNote(Z, moved(103.49))).toMatchObject({
      word: 'stale',
      because: 'H4 length, which it rests on, was 103.4755 then and is 103.4900 now',
    })
  })

  describe('of a zero, touched with a tool of gauge length', () => {
    const EDGE = 'em-12 '
    const zeroOn = (now: Partial<Parameters<typeof stands>[1]>, edge: string | undefined = EDGE, more = {}) =>
      scene(
        [
          [lengthRegister('4'), stands(mm(103.4755), { assembly: 'em-12', origin: 'first', setup: 'now', ...now })],
          [workRegister('G54', 'Z'), stands(mm(-476), { rests: [{ ...on(T4, 'first', mm(103.4755)), edge }], setup: 'now' })],
        ],
        more,
      )

    it('stays put when that tool breaks, gets another edge, or is taken out', () => {
      expect(standingNote(Z, zeroOn({ state: 'disturbed', edge: 'broken' })).word).toBe('measured')
      const measuredAnew = zeroOn({ value: mm(101.2), origin: 'second', edge: 'new insert' } as never)
      expect(standingNote(Z, measuredAnew).word).toBe('measured')
      expect(standingNote(Z, zeroOn({}, EDGE, { tools: [] })).word).toBe('measured')
    })

    it('is stale when the length of that very edge turns out to have been another', () => {
      const wrong = scene([
        [lengthRegister('4'), stands(mm(103.6), { assembly: 'em-12', origin: 'second', setup: 'now' })],
        [workRegister('G54', 'Z'), stands(mm(-476), { rests: [{ ...on(T4, 'first', mm(103.4755)), edge: EDGE }], setup: 'now' })],
      ])
      expect(standingNote(Z, wrong)).toMatchObject({ word: 'stale', because: expect.stringContaining('was 103.4755 then') as string })
    })

    it('is stale all the same where lengths hang on a reference', () => {
      const machine = { ...MILL, lengthConvention: 'reference-tool' as const }
      expect(standingNote(Z, zeroOn({ state: 'disturbed', edge: 'broken' }, EDGE, { machine })).word).toBe('stale')
    })
  })

  it('is stale when a gauge it was measured with turned out to have failed', () => {
    const failed = GAUGES.map((gauge) =>
      gauge.id === 'finder'
        ? { ...gauge, doubtful: [{ from: '2026-11-20', to: '2026-11-24T00:00:00.000Z', because: 'failed its check' }] }
        : gauge,
    )
    const at = scene([[workRegister('G54', 'X'), stands(mm(-1), { gauges: ['finder'], setup: 'now' })]], { gauges: failed })
    expect(standingNote('work/G54/X/geometry', at)).toMatchObject({ word: 'stale', because: 'Finder 10 failed its check' })
  })

  it('lets a zero stand aside for what it rests on itself', () => {
    expect(restsOf([Z], reference())).toEqual([on(T4, 'first')])
    expect(restsOf([T7], reference())).toMatchObject([{ register: T7, value: mm(34.5) }])
  })
})

describe('a stale value is never offered as good', () => {
  it('refuses to touch with a tool whose length is stale', () => {
    const raw = { slot: 'G54', tool: '7', between: 'none', reading: '-345.5', place: '0' }
    expect(run('face', raw, reference({ origin: 'second' })).refusal).toContain('T7\u2019s length cannot be used as it is')
  })

  it('stops a length that is set against a stale zero', () => {
    const raw = { tool: '7', method: 'part', slot: 'G54', between: 'none', reading: '-345.5', place: '0' }
    expect(run('tool-length', raw, reference({ origin: 'second' })).finding('rests-good')).toMatchObject({ verdict: 'stop' })
    expect(run('tool-length', raw, reference()).finding('rests-good')).toMatchObject({ verdict: 'clear' })
  })
})

describe('a probe on one machine', () => {
  it('has the radii and the date of its calibration there', () => {
    const probe = GAUGES.find(({ id }) => id === 'probe')!
    const standing = scene(PROBE_SIDES.map((side, at) => [probeRegister('probe', side), stands(mm(2.98 + at / 1000))])).standing
    expect(probeHere(probe, standing, 30)).toMatchObject({ radii: { xPlus: mm(2.98), yMinus: mm(2.983) }, due: '2026-12-23T02:14:00.000Z' })
    expect(probeHere(probe, {}, 30)).toBe(probe)
  })
})
