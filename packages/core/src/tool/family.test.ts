import { describe, expect, it } from 'vitest'
import { LATHE, mounted, scene, stands } from '@rook/testing'
import { mm, nm } from '../length/index.ts'
import { geometryRegister, lengthRegister, type RegisterRef } from '../register/index.ts'
import type { Scene, ToolFamily } from '../scene/index.ts'
import { familyProblem, familyState, toolsWanting, whyNot } from './index.ts'

const FAMILY: ToolFamily = { entry: 'e', name: 'Roughing 16', called: '2', members: ['2', '11', '12', '13'], inUse: '2' }
const life = (used: number) => ({ life: { by: 'parts' as const, limit: 50, warning: 40 }, lifeUsed: used })
const cutter = (number: string, used: number) => mounted(number, `em-${number}`, `End mill ${number}`, { kind: 'end-mill', ...life(used) })

/** T2 in use, T11 next, T12 only estimated, nothing in T13. */
const at = (used: { 2: number; 11: number }, standing: [RegisterRef, Parameters<typeof stands>[1]][] = []): Scene =>
  scene(
    [
      [lengthRegister('2'), stands(mm(118.2), { assembly: 'em-2' })],
      [lengthRegister('11'), stands(mm(117.6), { assembly: 'em-11' })],
      [lengthRegister('12'), stands(mm(118), { assembly: 'em-12', state: 'estimated' })],
      ...standing.map(([register, more]): [RegisterRef, ReturnType<typeof stands>] => [register, stands(mm(117.6), more)]),
    ],
    { tools: [cutter('2', used[2]), cutter('11', used[11]), cutter('12', 0)], plan: null, families: [FAMILY] },
  )
const words = (where: Scene) => familyState(FAMILY, where).members.map(({ number, word }) => `${number} ${word}`)

describe('tools that stand in for each other', () => {
  it('have one in use and offer the next that is ready; one that is not measured never counts as ready', () => {
    const state = familyState(FAMILY, at({ 2: 12, 11: 0 }))
    expect(words(at({ 2: 12, 11: 0 }))).toEqual(['2 in use', '11 ready', '12 not ready', '13 empty'])
    expect(state.wornOut).toBeNull()
    expect(state.next?.number).toBe('11')
    expect(state.members[2]!.because).toBe('H12 length is only estimated')
  })

  it('say that the one in use is worn out, and go round to one before it', () => {
    const state = familyState(FAMILY, at({ 2: 50, 11: 0 }))
    expect(state.wornOut).toMatch(/^50 parts of 50 parts/)
    expect(familyState({ ...FAMILY, inUse: '11' }, at({ 2: 12, 11: 50 })).next?.number).toBe('2')
    expect(familyState({ ...FAMILY, inUse: null }, at({ 2: 12, 11: 0 }))).toMatchObject({
      wornOut: 'none of them is in use',
      next: { number: '2' },
    })
  })

  it('offer none whose life is over or whose edge broke', () => {
    expect(familyState(FAMILY, at({ 2: 50, 11: 50 })).next).toBeNull()
    expect(words(at({ 2: 12, 11: 50 }))).toContain('11 life over')
    const broken = at({ 2: 12, 11: 0 }, [[lengthRegister('11'), { assembly: 'em-11', state: 'disturbed' }]])
    expect(words(broken)).toContain('11 not ready')
    expect(whyNot('2', at({ 2: 12, 11: 0 }, [[lengthRegister('2'), { assembly: 'em-2', state: 'disturbed' }]]))).toBe(
      'H2 length is disturbed: marked disturbed by I. Marrow',
    )
  })

  it('ask a diameter only where the program compensates, and on a lathe X and Z', () => {
    const plan = at({ 2: 0, 11: 0 })
    const compensated = { ...plan, plan: { ...scene().plan!, tools: [{ number: '2', offset: '2', diameterOffset: '2', diameter: true }] } }
    expect(whyNot('2', plan)).toBeNull()
    expect(whyNot('2', compensated)).toBe('D2 radius is unset')
    // Whoever answers to the number compensates as well.
    expect(whyNot('11', compensated)).toBe('D11 radius is unset')
    const lathe = scene([[geometryRegister('4', 'X'), stands(nm(-250_000_000))]], {
      machine: LATHE,
      plan: null,
      tools: [mounted('4', 'ld', 'Turning tool', { kind: 'turning' })],
    })
    expect(whyNot('4', lathe)).toBe('T4 Z is unset')
  })

  it('are what the program calls by their number', () => {
    const called = [
      { number: '2', offset: '2', diameterOffset: '2', diameter: false, need: { kind: 'drill' as const, diameter: null, flutes: null } },
    ]
    const where = { ...at({ 2: 0, 11: 0 }), families: [{ ...FAMILY, inUse: '11' }] }
    expect(toolsWanting(called, where)[0]!.sentence).toContain('holds End mill 11')
    expect(toolsWanting(called, { ...where, families: [{ ...FAMILY, inUse: null }] })[0]!.sentence).toBe(
      '2 calls Roughing 16, and none of them is in use.',
    )
  })

  it.each([
    [{ name: ' ' }, 'name', /say what they do/],
    [{ members: ['2'] }, 'members', /two at least/],
    [{ members: ['2', '2'] }, 'members', /each once/],
    [{ name: 'Other', called: '5', members: ['11', '5'], inUse: '5' }, 'members', /^T11 belongs to Roughing 16 already/],
    [{ name: 'Other', members: ['5', '6'], inUse: '5' }, 'called', /called by 2 already/],
    [{ inUse: '5' }, 'inUse', /T5 is none of them/],
  ] as const)('cannot be %j', (change, field, sentence) => {
    const found = familyProblem({ ...FAMILY, ...change }, [FAMILY])
    expect(found).toMatchObject({ field, sentence: expect.stringMatching(sentence) as string })
    expect(familyProblem(FAMILY, [FAMILY])).toBeNull()
  })
})
