import { describe, expect, it } from 'vitest'
import { mm, type Nm } from '../../length/index.ts'
import { diameterRegister, lengthRegister, wearOf, type RegisterKey } from '../../register/index.ts'
import type { SizeTaken } from '../../scene/index.ts'
import { MILL, mounted, run, scene, stands } from '@rook/testing'
import { sizesTaken, type WearWrite } from './index.ts'

const MACHINE = { ...MILL, diameterRegister: 'diameter' as const }
const ACROSS: RegisterKey = 'tool/4/diameter/wear'
const DEPTH: RegisterKey = 'tool/4/length/wear'

const size = (measured: number, step: number, more: Partial<SizeTaken> = {}): SizeTaken => ({
  entry: `entry-${measured}`,
  at: '2026-11-23T22:10:00.000Z',
  by: 'W. Tansley',
  routine: 'side-size',
  kind: 'inside',
  target: mm(40),
  measured: mm(measured),
  step: mm(step),
  ...more,
})

const after = (sizes: Record<RegisterKey, SizeTaken[]>) =>
  scene(
    [
      [diameterRegister(MACHINE, '4'), stands(mm(12), { assembly: 'em-12' })],
      [wearOf(diameterRegister(MACHINE, '4')), stands(mm(-0.04), { assembly: 'em-12' })],
      [lengthRegister('4'), stands(mm(103.4755), { assembly: 'em-12' })],
    ],
    { machine: MACHINE, tools: [mounted('4', 'em-12', 'End mill 12', { kind: 'end-mill' })], sizes },
  )

const pocket = (measured: string, since: string, more: Record<string, string> = {}) => ({
  tool: '4',
  kind: 'inside',
  by: 'measured',
  with: 'bore',
  target: '40',
  measured,
  'cut-since': since,
  ...more,
})

describe('a size measured again after a correction', () => {
  // The pocket was 0.040 too small; the stated cutter was made 0.040 smaller.
  const corrected = after({ [ACROSS]: [size(39.96, -0.04)] })
  const verdictOf = (measured: string) => run('side-size', pocket(measured, 'one'), corrected).finding('last-correction')

  it('asks what was cut since, only for the same size of the same part', () => {
    const asked = (raw: Record<string, string>) => run('side-size', raw, corrected).values.missing.includes('cut-since')
    const { 'cut-since': _said, ...raw } = pocket('40.001', '')
    expect(asked(raw)).toBe(true)
    expect(asked({ ...raw, target: '40.000mm' })).toBe(true)
    expect(asked({ ...raw, target: '28' })).toBe(false)
    expect(asked({ ...raw, kind: 'outside' })).toBe(false)
    expect(run('side-size', raw, corrected).fact('Last time')).toBe('39.9600, corrected by \u22120.0400, W. Tansley')
  })

  it('confirms a correction that brought it to the target', () => {
    expect(verdictOf('40.002')).toMatchObject({ verdict: 'clear', sentence: 'The last correction did what it should.' })
  })

  it.each([
    ['39.961', 'as before the last correction'],
    ['39.919', 'entered with the other sign'],
    ['40.041', 'had counted twice'],
    ['39.981', 'only half of that had counted'],
  ])('%s is stopped, with the mistake that explains it', (measured, words) => {
    expect(verdictOf(measured)).toMatchObject({ verdict: 'stop', sentence: expect.stringContaining(words) as string })
  })

  it('asks where no single mistake explains it', () => {
    expect(verdictOf('40.100')).toMatchObject({ verdict: 'query', sentence: expect.stringContaining('off by +0.1000') as string })
  })

  it('does not judge by a correction that was smaller than the scatter', () => {
    const small = after({ [ACROSS]: [size(39.996, -0.004)] })
    expect(run('side-size', pocket('39.995', 'one'), small).finding('last-correction')).toMatchObject({
      verdict: 'clear',
      sentence: expect.stringContaining('too small') as string,
    })
  })

  it('stops the same part being corrected twice, and asks for a figure that is the old one', () => {
    expect(run('side-size', pocket('39.961', 'nothing'), corrected).finding('last-correction')).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('correct the same error a second time') as string,
    })
    expect(run('side-size', pocket('39.96', 'more'), corrected).finding('last-correction')?.verdict).toBe('query')
    expect(run('side-size', pocket('39.961', 'more'), corrected).finding('last-correction')).toBeUndefined()
  })

  it('holds for depths as for sizes across', () => {
    const deep = after({ [DEPTH]: [size(-4.95, -0.05, { routine: 'depth-size', kind: null, target: mm(-5) })] })
    const raw = { tool: '4', by: 'measured', with: 'mic', target: '-5', measured: '-4.949', 'cut-since': 'one' }
    expect(run('depth-size', raw, deep).finding('last-correction')).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('as before') as string,
    })
  })
})

describe('how an edge has worn', () => {
  const judged = (steps: number[], measured: string) => {
    const sizes = steps.map((step, at) => size(39.9 + at / 100, step))
    return run('side-size', pocket(measured, 'more'), after({ [ACROSS]: sizes })).finding('usual-drift')
  }

  it('goes on as before', () => {
    expect(judged([-0.01, -0.012, -0.01], '39.989')?.verdict).toBe('clear')
  })

  it('is questioned when it turns round, or leaps', () => {
    expect(judged([-0.01, -0.012, -0.01], '40.015')).toMatchObject({
      verdict: 'query',
      sentence: expect.stringContaining('against all of its last corrections (\u22120.0100, \u22120.0120, \u22120.0100)') as string,
    })
    expect(judged([-0.01, -0.012, -0.01], '39.955')).toMatchObject({
      verdict: 'query',
      sentence: expect.stringContaining('its last corrections were') as string,
    })
  })

  it('names corrections to and fro as the scatter that they are', () => {
    expect(judged([-0.003, 0.004], '39.997')).toMatchObject({ verdict: 'query', sentence: expect.stringContaining('to and fro') as string })
    expect(judged([-0.03, 0.04], '39.970')).toBeUndefined()
  })

  it('says nothing of an edge that has hardly been corrected', () => {
    expect(judged([-0.01], '39.955')).toBeUndefined()
  })
})

describe('the sizes that a register was corrected from', () => {
  const wrote = (entry: string, after: Nm, more: Partial<WearWrite> = {}): WearWrite => ({
    entry,
    kind: 'wear',
    refers: null,
    at: '2026-11-23T22:10:00.000Z',
    by: 'W. Tansley',
    routine: 'side-size',
    inputs: { by: 'measured', kind: 'inside', target: '40', measured: '39.99' },
    assembly: 'em-12',
    before: mm(0),
    after,
    ...more,
  })
  const entries = (writes: WearWrite[]) => sizesTaken(writes, MACHINE).map(({ entry }) => entry)

  it('are read from what was typed, oldest first', () => {
    const [first, second] = sizesTaken(
      [
        wrote('b', mm(-0.03), { before: mm(-0.01), inputs: { by: 'measured', target: '40-0.02', measured: '39.97' } }),
        wrote('a', mm(-0.01)),
      ],
      MACHINE,
    )
    expect(first).toMatchObject({ entry: 'a', kind: 'inside', target: mm(40), measured: mm(39.99), step: mm(-0.01) })
    expect(second).toMatchObject({ entry: 'b', kind: null, target: mm(39.98), measured: mm(39.97), step: mm(-0.02) })
  })

  it('end where the wear was begun anew, typed, changed without a measurement, or another tool\u2019s', () => {
    for (const ends of [
      { kind: 'tool-changed' },
      { kind: 'edited', inputs: null, routine: null },
      { inputs: { by: 'wanted', change: '0.05' } },
      { assembly: 'em-13' },
    ])
      expect(entries([wrote('c', mm(-0.02)), wrote('b', mm(0), ends), wrote('a', mm(-0.01))])).toEqual(['c'])
  })

  it('leave out what was taken back', () => {
    const back = wrote('back', mm(-0.01), { kind: 'correction', refers: 'b' })
    expect(entries([back, wrote('b', mm(-0.05)), wrote('a', mm(-0.01))])).toEqual(['a'])
    expect(entries([wrote('c', mm(-0.02)), back, wrote('b', mm(-0.05)), wrote('a', mm(-0.01))])).toEqual(['a', 'c'])
  })
})
