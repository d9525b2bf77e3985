import { describe, expect, it } from 'vitest'
import { mm } from '../../length/index.ts'
import { lengthRegister } from '../../register/index.ts'
import { run, scene, stands } from '@rook/testing'

const at = (more = {}) => scene([[lengthRegister('4'), stands(mm(103.4755), { assembly: 'em-12', setup: 'now', ...more })]])
const raw = { from: 'tool/4/length/geometry', to: '17' }

describe('an offset that is copied', () => {
  it('from another tool is an estimate, and asks why', () => {
    const found = run('copied-offset', raw, at())
    expect(found.writes['tool/17/length/geometry']).toMatchObject({
      value: mm(103.4755),
      state: 'estimated',
      assembly: 'dr-66',
      rests: ['tool/4/length/geometry'],
    })
    expect(found.finding('copied-from-other')).toMatchObject({
      verdict: 'query',
      sentence: expect.stringContaining('H4 length was found on End mill 12') as string,
    })
  })

  it('of the same tool under a number that another program calls is as good as it was', () => {
    const found = run('copied-offset', { ...raw, to: '54' }, at())
    expect(found.writes['tool/54/length/geometry']).toMatchObject({ state: 'set', assembly: 'em-12' })
    expect(found.finding('copied-from-other')).toBeUndefined()
  })

  it('that is disturbed is stopped', () => {
    expect(run('copied-offset', raw, at({ state: 'disturbed' })).finding('copied-suspect')?.verdict).toBe('stop')
  })

  it('is offered only where it stands, and goes to another number of the control', () => {
    expect(run('copied-offset', { from: 'tool/17/length/geometry' }, at()).values.problems[0]?.sentence).toContain('not one of the choices')
    expect(run('copied-offset', { ...raw, to: '412' }, at()).values.problems[0]?.sentence).toContain('from 1 to 200')
    expect(run('copied-offset', { ...raw, to: '4' }, at()).refusal).toContain('stands there already')
  })
})
