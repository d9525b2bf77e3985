import { Chance, PLAYS } from '@rook/testing'
import { expect, it } from 'vitest'
import { assess } from '../assessment/index.ts'
import { routineById } from '../catalogue/index.ts'
import { readoutAbout } from './index.ts'

it('every readout of every routine says which slot or which tool it is about', () => {
  const about = new Set<string>()
  for (const { routine, play, name } of PLAYS) {
    const { raw, scene } = play(new Chance(name))
    for (const { key } of assess(routineById(routine)!, raw, scene).sheet.result?.readouts ?? []) {
      const { slot, tool } = readoutAbout(key)
      about.add(slot === null ? 'tool' : 'slot')
      const known = slot === null ? scene.tools.map(({ number }) => number) : scene.machine.slots.map(({ code }) => code)
      expect(known, `${name}: ${key}`).toContain(slot ?? tool)
    }
  }
  expect([...about].sort()).toEqual(['slot', 'tool'])
})
