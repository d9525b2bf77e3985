import { describe, expect, it } from 'vitest'
import { atControl } from './in-control.ts'

const wrote = (register: string, before: number | null, after: number | null) => ({ register, before, after })

describe('what has to be put into the control', () => {
  it('is what it has a place for and does not hold yet', () => {
    const zero = wrote('work/G54/X/geometry', null, -313_204_000)
    const wear = wrote('tool/4/length/wear', -12_000, -20_000)
    const constant = wrote('setter/setter-a/K/geometry', null, -380_000_000)
    expect(atControl([zero, wear, constant])).toEqual({ toPut: [zero, wear], there: [], ownOnly: [constant] })
  })

  it('is nothing where the figure stays what it was, is set from nothing to nothing, or is unset again', () => {
    const stays = wrote('tool/4/length/wear', -12_000, -12_000)
    const unset = wrote('work/G54/X/geometry', -313_204_000, null)
    expect(atControl([stays, unset])).toEqual({ toPut: [], there: [stays, unset], ownOnly: [] })
  })

  it('is the zero that was put there on purpose, where another figure stood', () => {
    const zero = wrote('tool/4/length/geometry', 5, 0)
    expect(atControl([zero]).toPut).toEqual([zero])
    expect(atControl([wrote('tool/4/length/geometry', 0, 0)]).toPut).toEqual([])
  })
})
