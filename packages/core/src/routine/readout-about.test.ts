import { Chance, PLAYS } from '@rook/testing'
import { describe, expect, it } from 'vitest'
import { assess } from '../assessment/index.ts'
import { routineById } from '../catalogue/index.ts'
import { readoutAbout } from './index.ts'

describe('what a readout is about', () => {
  it('is the slot and the tool that its sentence names, for every routine', () => {
    const kinds = new Set<string>()
    for (const { routine, play, name } of PLAYS) {
      const { raw, scene } = play(new Chance(name))
      for (const { key, about, sentence } of assess(routineById(routine)!, raw, scene).sheet.result?.readouts ?? []) {
        kinds.add(about.tool === null ? 'slot' : 'tool')
        expect(
          scene.machine.slots.map(({ code }) => code),
          `${name}: ${key}`,
        ).toContain(about.slot)
        expect(sentence, `${name}: ${key}`).toContain(about.slot)
        if (about.tool === null) expect(sentence).not.toMatch(/^T\d/)
        else expect(sentence).toContain(`T${about.tool} `)
      }
    }
    expect([...kinds].sort()).toEqual(['slot', 'tool'])
  })

  it('of an entry from before it was said follows from the key that it had', () => {
    expect(readoutAbout({ key: 'touch/G55/Z' }, 'G54')).toEqual({ slot: 'G55', tool: null })
    expect(readoutAbout({ key: 'setter/T4' }, 'G54')).toEqual({ slot: 'G54', tool: '4' })
    expect(readoutAbout({ key: 'y/T0303' }, 'G54')).toEqual({ slot: 'G54', tool: '0303' })
    expect(readoutAbout({ key: 'touch/T4', about: { slot: 'G55', tool: '4' } }, 'G54')).toEqual({ slot: 'G55', tool: '4' })
  })
})
