import { describe, expect, it } from 'vitest'
import { MILL, run, scene, stands } from '@rook/testing'
import { mm } from '../length/index.ts'
import { lengthRegister, workRegister } from '../register/index.ts'

// Near side at Y −169.703, far side 63 further at −106.703; a finder of 10 reads −174.703 and −101.703; the middle is part Y 31.5.
const raw = {
  slot: 'G54',
  axis: 'Y',
  kind: 'outside',
  finder: 'finder',
  between: 'none',
  first: '-174.703',
  second: '-101.703',
  place: '31.5',
}
const KNOWN = scene([[workRegister('G54', 'Y'), stands(mm(-169.703))]])
const refusal = (more: Record<string, string>, at = KNOWN) => run('middle', { ...raw, ...more }, at).refusal

describe('figures that a routine refuses', () => {
  it('are taken as they are', () => expect(refusal({})).toBeNull())

  it('are named by the slip that would have made them agree', () => {
    expect(refusal({ first: '174.703' })).toContain('had the other sign')
    expect(refusal({ first: '-17.4703' })).toContain('had its decimal point one place too far left')
  })

  it('are not, where nothing is there to agree with', () => {
    expect(refusal({ first: '174.703' }, scene([], { plan: null }))).not.toContain('It would agree')
  })
})

describe('the reference tool itself', () => {
  // T4 is the reference, zero on purpose; T7 is 34.5 longer. The zero of Z stands at −380 with T4: T7 touches there at −345.5.
  const at = scene(
    [
      [lengthRegister('4'), stands(mm(0), { state: 'deliberately-zero', setup: 'now', assembly: 'em-12' })],
      [lengthRegister('17'), stands(mm(34.5), { setup: 'now', assembly: 'dr-66' })],
      [workRegister('G54', 'Z'), stands(mm(-380), { setup: 'now', at: '2026-11-24T02:00:00.000Z' })],
    ],
    { machine: { ...MILL, lengthConvention: 'reference-tool' } },
  )
  const touched = (reading: string) =>
    run('tool-length', { tool: '7', method: 'part', slot: 'G54', between: 'none', reading, place: '0' }, at).finding('jump')

  it('is named where it was in the spindle in place of the tool that was chosen', () => {
    expect(touched('-345.5')?.verdict).toBe('clear')
    expect(touched('-380.001')).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('if this were H4 length') as string,
    })
  })
})
