import { describe, expect, it } from 'vitest'
import { assess } from '../assessment/index.ts'
import { routineById } from '../catalogue/index.ts'
import { registerKey } from '../register/index.ts'
import { Chance, PLAYS } from '@rook/testing'

const RUNS = 3000

describe('true values lie inside the stated \u00b1U in 93 to 97 of 100 cases', () => {
  it.each(Object.keys(PLAYS))('%s', (id) => {
    const chance = new Chance(417 + id.length * 101)
    let [inside, all] = [0, 0]
    for (let run = 0; run < RUNS; run++) {
      const played = PLAYS[id]!(chance)
      const { sheet, values } = assess(routineById(id)!, played.raw, played.scene)
      if (!sheet.result) throw new Error(`${id}: ${sheet.refusal?.sentence ?? values.problems[0]?.sentence ?? values.missing.join(', ')}`)
      for (const [ref, value] of played.truth) {
        const write = sheet.result.writes.find(({ register }) => registerKey(register) === registerKey(ref))!
        all++
        if (Math.abs(write.value - value) <= write.uncertainty!.expanded) inside++
      }
    }
    expect(inside / all).toBeGreaterThanOrEqual(0.93)
    expect(inside / all).toBeLessThanOrEqual(0.97)
  })
})
