import { describe, expect, it } from 'vitest'
import { makeTurns } from './turns.ts'

describe('turns', () => {
  function withClock() {
    const due: (() => void)[] = []
    const turns = makeTurns((go) => due.push(go))
    return { turns, tick: () => due.shift()?.() }
  }

  it('come one after the other, never two in one task, and nothing is left waiting', () => {
    const { turns, tick } = withClock()
    const came: string[] = []
    for (const name of ['a', 'b', 'c']) turns.wait(() => came.push(name))
    expect(came).toEqual([])
    tick()
    expect(came).toEqual(['a'])
    tick()
    tick()
    expect(came).toEqual(['a', 'b', 'c'])
    turns.wait(() => came.push('d'))
    tick()
    expect(came).toEqual(['a', 'b', 'c', 'd'])
  })

  it('are given up without holding up whoever waits behind', () => {
    const { turns, tick } = withClock()
    const came: string[] = []
    const giveUp = ['a', 'b', 'c'].map((name) => turns.wait(() => came.push(name)))
    giveUp[0]!()
    giveUp[1]!()
    tick()
    tick()
    expect(came).toEqual(['c'])
    giveUp[2]!()
  })
})
