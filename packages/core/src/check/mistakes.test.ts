import { isBorne, playCorrections, playEdits, playFiles, playMistakes, type Tally } from '@rook/testing'
import { expect, it } from 'vitest'

/** The corpus in small: `npm run mistakes` plays more of it, and says where something is missed. */
it('mistakes are caught, named rightly and asked about once, and nobody is asked in vain', () => {
  const fared = playMistakes(2, 'a few of each')
  playCorrections(fared, 4)
  playEdits(fared, 8)
  for (const past of ['measured', 'nothing'] as const) playFiles(fared, 2, past)
  const all = [...fared.mistakes.values()]
  const sum = (what: keyof Tally) => all.reduce((total, tally) => total + tally[what], 0)
  const scenes = sum('scenes')
  expect(scenes).toBeGreaterThan(400)
  expect(sum('caught') / scenes).toBeGreaterThanOrEqual(0.98)
  expect(sum('named') / sum('askedName')).toBeGreaterThanOrEqual(0.95)
  expect(sum('misnamed') / scenes).toBeLessThanOrEqual(0.01)
  expect(sum('asked') / scenes).toBeLessThanOrEqual(0.03)
  const clean = [...fared.clean.values()]
  const questioned = clean.reduce((total, tally) => total + tally.questioned, 0)
  expect(questioned / clean.reduce((total, tally) => total + tally.scenes, 0)).toBeLessThan(0.02)
}, 120_000)

it('at the first touch in a step, what the record bears is caught and named, and the rest is written down', () => {
  const history = 'first time, in a step'
  const { mistakes } = playMistakes(2, 'a first few', undefined, undefined, history)
  const borne = [...mistakes].filter(([key]) => isBorne(key, history)).map(([, tally]) => tally)
  const sum = (what: keyof Tally) => borne.reduce((total, tally) => total + tally[what], 0)
  expect(sum('scenes')).toBeGreaterThan(300)
  expect(sum('caught') / sum('scenes')).toBeGreaterThanOrEqual(0.97)
  expect(sum('named') / sum('askedName')).toBeGreaterThanOrEqual(0.88)
}, 120_000)
