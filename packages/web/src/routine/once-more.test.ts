import { PLAYS } from '@rook/testing'
import { Chance } from '@rook/testing'
import { routineById } from '@rook/core'
import { describe, expect, it } from 'vitest'
import { onceMore } from './once-more.ts'

describe('a routine that is done once more', () => {
  it.each(PLAYS.map((play) => [play.name, play] as const))('%s: has its choices still, and asks for every figure anew', (name, way) => {
    const { raw, scene } = way.play(new Chance(name))
    const again = onceMore(way.routine, raw, scene)
    for (const input of routineById(way.routine)!.inputs(scene, raw)) {
      if (raw[input.id] === undefined) continue
      if (['between', 'axis', 'direction'].includes(input.id) || (input.kind === 'length' && input.id !== 'target'))
        expect(again[input.id]).toBeUndefined()
      if (['tool', 'finder', 'slot', 'kind', 'target', 'gauge', 'with'].includes(input.id))
        expect(again[input.id], input.id).toBe(raw[input.id])
    }
  })
})
