import { describe, expect, it } from 'vitest'
import { mm, nm } from '../../length/index.ts'
import { lengthRegister, setterAcross, setterCentre, setterRegister, wearOf } from '../../register/index.ts'
import { MILL, mounted, run, scene, stands } from '@rook/testing'
import { sumOf } from '../../working/index.ts'

const DIAMETERS = { ...MILL, diameterRegister: 'diameter' as const }
const sides = [
  [setterCentre('setter', 'X'), stands(mm(-120))],
  [setterAcross('setter'), stands(mm(9.996))],
  [lengthRegister('4'), stands(mm(103.4755), { assembly: 'em-12', setup: 'now' })],
  [setterRegister('setter'), stands(mm(-502.118))],
] as [ReturnType<typeof setterAcross>, ReturnType<typeof stands>][]
const at = (machine = MILL) => scene(sides, { machine })

describe('a cutter\u2019s diameter', () => {
  it('from its record is an estimate, halved in the open where the register holds radii', () => {
    const radius = run('tool-diameter', { tool: '4', method: 'nominal' }, at())
    expect(radius.writes['tool/4/radius/geometry']).toMatchObject({ value: mm(6), state: 'estimated', assembly: 'em-12' })
    expect(radius.sheet.working.lines.map(({ label }) => label)).toContain('half of it, the register holds radii')
    expect(sumOf(radius.sheet.working.lines)).toBe(mm(6))
    const diameter = run('tool-diameter', { tool: '4', method: 'nominal' }, at(DIAMETERS))
    expect(diameter.value('tool/4/diameter')).toBe(mm(12))
    expect(run('tool-diameter', { tool: '7', method: 'nominal' }, at()).refusal).toContain('no cutting diameter (DC)')
  })

  it('with a micrometer', () => {
    const raw = { tool: '4', method: 'measured', with: 'mic', diameter: '11.988' }
    expect(run('tool-diameter', raw, at()).value('tool/4/radius')).toBe(mm(5.994))
    expect(run('tool-diameter', raw, at(DIAMETERS)).value('tool/4/diameter')).toBe(mm(11.988))
    expect(run('tool-diameter', { ...raw, diameter: '-3' }, at()).refusal).toContain('more than zero')
  })

  it.each([
    ['+', '-130.994'],
    ['-', '-109.006'],
  ])('on a setter from one side, moving %s', (direction, reading) => {
    // Radius 5.996: the middle at −120, half the width 4.998.
    const raw = { tool: '4', method: 'one-side', setter: 'setter', axis: 'X', direction, reading }
    const radius = run('tool-diameter', raw, at())
    expect(radius.value('tool/4/radius')).toBe(mm(5.996))
    expect(sumOf(radius.sheet.working.lines)).toBe(mm(5.996))
    const diameter = run('tool-diameter', raw, at(DIAMETERS))
    expect(diameter.value('tool/4/diameter')).toBe(mm(11.992))
    expect(sumOf(diameter.sheet.working.lines)).toBe(mm(11.992))
  })

  it('on a setter from both sides, where the middle cancels out', () => {
    const raw = { tool: '4', method: 'both-sides', setter: 'setter', axis: 'Y', low: '-40.000', high: '-18.012' }
    expect(run('tool-diameter', raw, at()).value('tool/4/radius')).toBe(mm(5.996))
    expect(run('tool-diameter', { ...raw, high: '-32' }, at()).refusal).toContain('no width')
  })

  it('wants the setter\u2019s sides on record, and the length first', () => {
    const raw = { tool: '4', method: 'one-side', setter: 'setter', axis: 'X', direction: '+', reading: '-130.994' }
    expect(run('tool-diameter', raw, scene()).refusal).toContain('Setter sides')
    expect(run('tool-diameter', { ...raw, axis: 'Y' }, at()).refusal).toContain('Where the middle of Setter A stands in Y')
    const noLength = run('tool-diameter', raw, scene(sides.filter(([ref]) => ref.property !== 'length')))
    expect(noLength.finding('length-first')).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('H4 length is unset') as string,
    })
    expect(run('tool-diameter', raw, at()).finding('length-first')?.verdict).toBe('clear')
  })

  it('turned with the cut while it was measured is stopped; the speed stays with the figure', () => {
    const raw = {
      tool: '4',
      method: 'one-side',
      setter: 'setter',
      axis: 'X',
      direction: '+',
      reading: '-130.994',
      spindle: 'with',
      speed: '600',
      warmth: 'warm',
    }
    const found = run('tool-diameter', raw, at())
    expect(found.finding('turned-while-measuring')?.verdict).toBe('stop')
    expect(found.fact('Spindle')).toBe('turning with the cut, 600 rpm, warm')
    expect(run('tool-diameter', { ...raw, speed: 'fast' }, at()).values.problems[0]?.sentence).toBe(
      'Speed: write a number from 1 to 60000 rpm.',
    )
  })

  it.each([
    ['12', 'stop', 'holds? radii; this looks like a diameter'],
    ['3', 'stop', 'half of what DC'],
  ])('that is off by two is stopped: %s in a radius register', (typed, verdict, words) => {
    const found = run('tool-diameter', { tool: '4', method: 'measured', with: 'mic', diameter: String(Number(typed) * 2) }, at())
    expect(found.finding('nominal-diameter')).toMatchObject({ verdict, sentence: expect.stringMatching(words) as string })
  })
})

describe('edges one by one', () => {
  const edges = (readings: string[], tool = {}) =>
    run(
      'tool-length',
      {
        tool: '4',
        method: 'setter',
        setter: 'setter',
        edges: String(readings.length),
        ...Object.fromEntries(readings.map((reading, i) => [i === 0 ? 'reading' : `reading-${i + 1}`, reading])),
      },
      scene(sides, { tools: [mounted('4', 'em-12', 'End mill 12', { flutes: 4, properties: { DC: mm(12) }, ...tool })] }),
    )

  it('the longest counts: it touches first, coming down', () => {
    const found = edges(['-398.6425', '-398.6400', '-398.6450', '-398.6440'])
    expect(found.value('tool/4/length')).toBe(mm(103.478))
    expect(found.sheet.working.lines.map(({ label }) => label)).toContain('Longest edge, 2')
    expect(sumOf(found.sheet.working.lines)).toBe(mm(103.478))
    expect(found.sheet.drawing.edges).toMatchObject([
      { edge: 1, behind: mm(0.0025), counts: false },
      { edge: 2, behind: 0, counts: true },
      { edge: 3, behind: mm(0.005) },
      { edge: 4, behind: mm(0.004) },
    ])
    expect(found.finding('edge-spread')?.verdict).toBe('clear')
  })

  it('or their mean, where the tool says so', () => {
    const found = edges(['-398.6425', '-398.6400'], { edges: { rule: 'mean', spread: null } })
    // −398.64125 less −502.11800: rounded once, the tie away from zero.
    expect(found.value('tool/4/length')).toBe(nm(103_476_800))
  })

  it('one far behind the others is chipped and named; all apart is running out', () => {
    expect(edges(['-398.6425', '-398.6400', '-398.7450', '-398.6440']).finding('edge-spread')).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringMatching(/^Edge 3 falls behind the others, chipped or broken, by 0\.1050/) as string,
    })
    expect(edges(['-398.6425', '-398.6825']).finding('edge-spread')?.sentence).toContain('the tool runs out (edge 2 most)')
    expect(edges(['-398.6425', '-399.1425']).finding('edge-spread')?.verdict).toBe('stop')
    const tight = edges(['-398.6425', '-398.6400'], { edges: { rule: 'longest', spread: mm(0.002) } })
    expect(tight.finding('edge-spread')?.sentence).toContain('more than the 0.0020 that T4 may have')
  })

  it('are asked only of tools that have several', () => {
    const asks = (tool: string) => run('tool-length', { tool, method: 'setter' }, scene(sides)).values.missing
    expect(asks('7')).not.toContain('edges')
    expect(edges(['-398.6425', '']).sheet.result).toBeNull()
  })
})

describe('wear that stands', () => {
  const worn = scene([...sides, [wearOf(lengthRegister('4')), stands(mm(-0.02), { assembly: 'em-12' })]])
  const raw = { tool: '4', method: 'setter', setter: 'setter', reading: '-398.6425' }

  it('has to be put to zero or left with a reason when the geometry is measured anew', () => {
    expect(run('tool-length', raw, worn).values.missing).toEqual(['wear'])
    const zero = run('tool-length', { ...raw, wear: 'zero' }, worn)
    expect(zero.writes['tool/4/length/wear']).toMatchObject({ value: 0, state: 'deliberately-zero' })
    expect(zero.finding('on-purpose')).toBeUndefined()
    expect(run('tool-length', { ...raw, wear: 'keep' }, worn).finding('wear-kept')?.verdict).toBe('query')
  })

  it('is in what the control shows, and not in what a touch finds', () => {
    const raw = { slot: 'G54', tool: '4', between: 'none', reading: '-371.2900', place: '0.8' }
    const found = run('face', raw, worn)
    expect(found.value('work/G54/Z')).toBe(mm(-475.5655))
    expect(found.sheet.result?.readouts[0]?.value).toBe(mm(0.82))
  })
})

describe('setter sides', () => {
  const raw = { setter: 'setter', axis: 'X', pin: 'pin-10', low: '-129.998', high: '-110.002' }

  it('are the middle of both touches, and their distance less the pin', () => {
    const found = run('setter-sides', raw, scene())
    expect(found.value('setter/setter/X')).toBe(mm(-120))
    expect(found.value('setter/setter/across')).toBe(mm(9.996))
  })

  it('swapped, or with another pin, are refused', () => {
    expect(run('setter-sides', { ...raw, low: '-110.002', high: '-129.998' }, scene()).refusal).toContain('swapped')
    expect(run('setter-sides', { ...raw, high: '-121' }, scene()).refusal).toContain('closer together than Pin 10 is wide')
  })
})
