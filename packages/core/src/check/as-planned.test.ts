import { describe, expect, it } from 'vitest'
import { scene as sceneOf, stands } from '@rook/testing'
import { assess, findingKey, foldFindings, obstacles, routineById, type RawInputs, type Scene } from '../index.ts'

const EDGE = routineById('edge')!
const PLANNED = { slot: 'G54', axis: 'X', direction: '+', finder: 'finder', between: 'none', place: '0' }
const scene: Scene = { ...sceneOf(), planned: PLANNED }
const asked = (more: RawInputs, own: Scene = scene) =>
  assess(EDGE, { ...PLANNED, reading: '-318.204', ...more }, own).findings.filter(({ verdict }) => verdict !== 'clear')
const ofPlan = (more: RawInputs, own?: Scene) => asked(more, own).filter(({ check }) => check === 'as-planned')

describe('what a step plans', () => {
  it('is clear where all is chosen so, however a figure is written', () => {
    expect(ofPlan({})).toEqual([])
    expect(ofPlan({ place: '0.000' })).toEqual([])
    expect(ofPlan({ place: '2 - 2' })).toEqual([])
  })

  it.each([
    ['direction', '-', /X\u2212 and not X\+/],
    ['axis', 'Y', /is Y and not X/],
    ['finder', 'finder-6', /is Finder 6 and not Finder 10/],
    ['place', '10', /is 10 and not 0/],
  ])('asks at a first touch where %s is another, and says both', (id, value, both) => {
    const [finding, ...more] = ofPlan({ [id]: value })
    expect(finding?.verdict).toBe('query')
    expect(more).toEqual([])
    expect(finding?.sentence).toMatch(/^Not as the step plans it: .+\. Put it right, or say why/)
    expect(finding?.sentence).toMatch(both)
  })

  it('says of two slots that the program calls which one the step is for, and leaves others to the check of slots', () => {
    const both = { ...scene, plan: { ...scene.plan!, slots: ['G54', 'G55'] } }
    expect(ofPlan({ slot: 'G55' }, both)[0]?.sentence).toMatch(/is G55 and not G54/)
    expect(asked({ slot: 'G55' }).map(({ check }) => check)).toContain('planned-slot')
    expect(ofPlan({ slot: 'G55' })).toEqual([])
  })

  it('takes no reason for one choice as an answer for another', () => {
    const [one, other] = [ofPlan({ direction: '-' })[0]!, ofPlan({ finder: 'finder-6' })[0]!]
    expect(findingKey(one)).not.toBe(findingKey(other))
    expect(obstacles([other], { [findingKey(one)]: 'the other side is cleaner' }).unanswered).toEqual([other])
  })

  it('says nothing of what is not planned, of readings, and outside a step', () => {
    expect(ofPlan({ finder: 'finder-6' }, { ...scene, planned: { slot: 'G54' } })).toEqual([])
    expect(ofPlan({ finder: 'finder-6' }, sceneOf())).toEqual([])
    expect(ofPlan({ reading: '-300' }, { ...scene, planned: { ...PLANNED, between: '' } })).toEqual([])
  })

  it('is one question together with the mistake that it shows, where figures are on record', () => {
    const clean = assess(EDGE, { ...PLANNED, reading: '-318.204' }, scene).sheet.result!.writes[0]!.value
    const before: Scene = { ...scene, standing: { ...scene.standing, 'work/G54/X/geometry': stands(clean, { standard: 3_000 }) } }
    const found = asked({ finder: 'finder-6' }, before)
    expect(found.some(({ check }) => check === 'jump')).toBe(true)
    expect(ofPlan({ finder: 'finder-6' }, before)).toHaveLength(1)
    expect(foldFindings(found)).toHaveLength(1)
  })

  it('stays a question of its own beside a mistake that is another', () => {
    const clean = assess(EDGE, { ...PLANNED, reading: '-318.204' }, scene).sheet.result!.writes[0]!.value
    const before: Scene = { ...scene, standing: { ...scene.standing, 'work/G54/X/geometry': stands(clean, { standard: 3_000 }) } }
    expect(foldFindings(asked({ place: '0', between: 'none', reading: '318.204', finder: 'finder-6' }, before)).length).toBeGreaterThan(1)
  })
})
