import { describe, expect, it } from 'vitest'
import { MEASURES, taskOf, taskWords, type Measure } from './index.ts'

describe('the id of a step', () => {
  it('names a step, a tool of a run, and each thing that is measured of one', () => {
    expect(taskOf('zero-G54-X')).toEqual({ step: 'zero-G54-X', tool: null, what: null })
    expect(taskOf('run/T3.13')).toEqual({ step: 'run', tool: '3.13', what: null })
    for (const what of Object.keys(MEASURES) as Measure[]) expect(taskOf(`run/T4/${what}`)).toEqual({ step: 'run', tool: '4', what })
  })

  it('names nothing where it is of another shape', () => {
    for (const id of ['', '/T4', 'run/4', 'run/T', 'run/T4/weight', 'run/T4/length/again']) expect(taskOf(id), id).toBeNull()
  })

  it('is called by its words', () => {
    expect([taskWords('4', 'length'), taskWords('4', 'X'), taskWords('4', null)]).toEqual(['T4 length', 'T4 X', 'T4'])
  })
})
