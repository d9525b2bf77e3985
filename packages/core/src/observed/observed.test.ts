import { describe, expect, it } from 'vitest'
import { inch, mm, nm } from '../length/index.ts'
import { asDisplayed, takeRefusal, type Observed } from './observed.ts'

const SEEN: Observed = {
  link: 'on',
  because: null,
  age: 400,
  still: 5_000,
  positions: [
    { axis: 'X', machine: mm(-318.204), part: mm(-5) },
    { axis: 'Y', machine: null, part: mm(3) },
  ],
}
const refusal = (more: Partial<Observed>, axes: ('X' | 'Y' | 'Z')[] = ['X']) => takeRefusal({ ...SEEN, ...more }, axes, 'Mill 3')

describe('a position is taken over the wire', () => {
  it('at rest, fresh, in machine coordinates', () => {
    expect(refusal({})).toBeNull()
    expect(refusal({ age: 2_000, still: 300 })).toBeNull()
  })

  it.each<[string, Partial<Observed>, ('X' | 'Y' | 'Z')[], string]>([
    ['without a connection', { link: 'none' }, ['X'], 'Mill 3 has no connection.'],
    ['while it is lost', { link: 'lost', because: 'Its answers have stopped.' }, ['X'], 'Its answers have stopped.'],
    ['before it has said anything', { link: 'waiting' }, ['X'], 'Mill 3 does not answer.'],
    ['when it is old', { age: 3_440 }, ['X'], 'The last word from Mill 3 is 3.4 s old.'],
    ['while an axis moves', { still: 120 }, ['X'], 'Mill 3 moves. Take the position when it stands still.'],
    ['in part coordinates', {}, ['X', 'Y'], 'Mill 3 sends Y in part coordinates only.'],
    ['of an axis that is not sent', {}, ['Z'], 'Mill 3 sends no Z.'],
  ])('and not %s', (_when, more, axes, sentence) => expect(refusal(more, axes)).toBe(sentence))

  it('rounded to what the display shows', () => {
    // −12.5277 in is −318.20358 mm; an agent sends it with six decimals of a millimetre.
    expect(asDisplayed(nm(-318_203_580), { increment: inch(0.0001) })).toBe(inch(-12.5277))
    expect(asDisplayed(nm(-318_203_612), { increment: inch(0.0001) })).toBe(inch(-12.5277))
    expect(asDisplayed(mm(-318.20449), { increment: mm(0.001) })).toBe(mm(-318.204))
  })
})
