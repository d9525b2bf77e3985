import { MILL, scene } from '@rook/testing'
import { describe, expect, it } from 'vitest'
import { mm, nm } from '../length/index.ts'
import { gaugeInput } from './index.ts'
import { sizeOn } from './ask.ts'

describe('the size of a gauge in a list', () => {
  it('is said as it is engraved: in the other unit where that is plainly its own', () => {
    expect(sizeOn(mm(6), 'in')).toBe('6 mm')
    expect(sizeOn(nm(5_080_000), 'in')).toBe('0.2')
    expect(sizeOn(nm(9_525_000), 'mm')).toBe('9.525')
    expect(sizeOn(nm(25_400), 'mm')).toBe('0.0254')
    // A sixteenth of an inch, 1.5875 mm, is shorter by none; a calibrated ball is nobody's engraving.
    expect(sizeOn(nm(1_587_500), 'mm')).toBe('1.5875')
    expect(sizeOn(nm(5_999_400), 'mm')).toBe('5.9994')
  })

  it('keeps long tails of decimals out of the list on a machine in inches', () => {
    const inches = scene([], { machine: { ...MILL, unit: 'in', increment: nm(2_540) } })
    const notes = gaugeInput('finder', 'Finder', inches, ['edge-finder', 'touch-probe']).options.map(({ note }) => note)
    expect(notes).toContain('\u00d810 mm')
    expect(notes.every((note) => note!.length <= 9)).toBe(true)
  })
})
