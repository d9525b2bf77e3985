import { mm } from '../length/index.ts'
import { describe, expect, it } from 'vitest'
import { scene, stands } from '@rook/testing'
import { workRegister } from '../register/index.ts'
import { draftHandover, HANDOVER_KINDS, type ShiftEntry } from './draft.ts'

const entry = (id: string, more: Partial<ShiftEntry>): ShiftEntry => ({
  id,
  kind: 'pick-up',
  title: `entry ${id}`,
  reason: null,
  by: 'I. Marrow',
  release: null,
  answered: [],
  takenBack: false,
  gauges: [],
  ...more,
})

describe('a handover', () => {
  it('is drafted in the order in which it is to be read', () => {
    const [one] = scene().gauges
    const lines = draftHandover({
      entries: [
        entry('count', { kind: 'counted', parts: { made: 12, scrapped: 1 }, reason: 'chatter' }),
        entry('again', { kind: 'counted', parts: { made: 8, scrapped: 0 } }),
        entry('skip', { kind: 'skipped', title: 'Skipped: Length T4', reason: 'not used on this batch' }),
        entry('begin', { kind: 'begun', title: 'Setup begun: job 7' }),
        entry('asked', { answered: [{ sentence: 'It moved by 0.31.', reason: 'jaws recut' }], gauges: [one!.id] }),
        entry('stop', { title: 'G54 Z from a face', release: { person: { name: 'T. Oakhanger' }, reason: 'seen by me' } }),
        entry('wrong', { kind: 'skipped', takenBack: true }),
      ],
      notices: [
        { verdict: 'query', sentence: 'G54 Y carried over.' },
        { verdict: 'stop', sentence: 'H4 is stale.' },
        { verdict: 'query', sentence: 'G54 Z from a face was released by T. Oakhanger: seen by me' },
      ],
      scene: scene([[workRegister('G54', 'X'), stands(mm(1), { setup: 'now', byEye: true })]], {
        gauges: scene().gauges.map((gauge, at) => (at === 0 ? { ...gauge, state: 'disturbed' as const } : gauge)),
      }),
      typed: ['Edge'],
    })
    expect(lines.map(({ kind, text }) => `${kind}: ${text}`)).toEqual([
      'released: G54 Z from a face was released by T. Oakhanger: seen by me',
      'suspect: H4 is stale.',
      'answered: entry asked: It moved by 0.31. I. Marrow said: jaws recut',
      'skipped: Skipped: Length T4: not used on this batch',
      'to-look-at: G54 Y carried over.',
      'by-eye: G54 X read by eye.',
      `gauge: ${one!.name} was used and is disturbed now.`,
      'setup: Setup begun: job 7',
      'parts: 20 parts made, 1 scrapped: chatter.',
      'typed: Edge is half typed.',
    ])
    expect([...new Set(lines.map(({ kind }) => kind))]).toEqual(HANDOVER_KINDS)
  })

  it('of a quiet shift has nothing in it', () => {
    expect(draftHandover({ entries: [], notices: [], scene: scene(), typed: [] })).toEqual([])
  })
})
