import { describe, expect, it } from 'vitest'
import { assess } from '../assessment/index.ts'
import { routineById } from '../catalogue/index.ts'
import { registerKey } from '../register/index.ts'
import { Chance, PLAYS, type Play } from '@rook/testing'

/** The core's types know no Node: of its process only the environment is asked. */
declare const process: { env: Readonly<Record<string, string | undefined>> }

/** On a push fewer, in `npm run coverage` more. */
const RUNS = Number(process.env.COVERAGE_RUNS ?? 800)
/** What chance alone moves a share of so many runs by, four times over; at 2000 it is the two in a hundred that are promised. */
const BAND = Math.max(0.02, 4.2 * Math.sqrt((0.95 * 0.05) / RUNS))

/** Probability that a normal error lies within so many standard deviations (Abramowitz and Stegun 7.1.26). */
function within(deviations: number): number {
  const x = deviations / Math.SQRT2
  const t = 1 / (1 + 0.3275911 * x)
  return 1 - ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) * t * Math.exp(-x * x)
}

function coverageOf({ routine, name, play }: Play) {
  const chance = new Chance(name)
  let [inside, expected, all] = [0, 0, 0]
  for (let run = 0; run < RUNS; run++) {
    const played = play(chance)
    const { sheet, values } = assess(routineById(routine)!, played.raw, played.scene)
    if (!sheet.result) throw new Error(`${name}: ${sheet.refusal?.sentence ?? values.problems[0]?.sentence ?? values.missing.join(', ')}`)
    for (const [ref, value] of played.truth) {
      const { value: found, uncertainty } = sheet.result.writes.find(({ register }) => registerKey(register) === registerKey(ref))!
      all++
      expected += within(uncertainty!.expanded / uncertainty!.standard)
      if (Math.abs(found - value) <= uncertainty!.expanded) inside++
    }
  }
  return { share: inside / all, expected: expected / all }
}

const measured = PLAYS.filter(({ play, name }) => play(new Chance(name)).truth.length > 0)

describe('true values lie inside the stated \u00b1U in 95 of 100 cases', () => {
  // U is rounded up to the increment: where that is a good part of it, so many more lie inside.
  it.each(measured.map((play) => [play.name, play] as const))('%s', (_name, play) => {
    const { share, expected } = coverageOf(play)
    expect(share).toBeGreaterThanOrEqual(expected - BAND)
    expect(share).toBeLessThanOrEqual(expected + BAND)
  })
})
