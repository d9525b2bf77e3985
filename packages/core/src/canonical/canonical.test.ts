import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { canonical, chained, FIRST, type Json } from './index.ts'

describe('the text that is hashed', () => {
  it('does not depend on the order in which the fields were written', () => {
    expect(canonical({ b: 1, a: [{ d: null, c: 'x' }] })).toBe('{"a":[{"c":"x","d":null}],"b":1}')
    expect(canonical({ a: undefined, b: 2 })).toBe('{"b":2}')
  })

  it('comes back through JSON unchanged', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        const text = canonical(value as Json)
        expect(canonical(JSON.parse(text) as Json)).toBe(text)
      }),
    )
  })

  it('differs when anything differs, and when the entry before does', () => {
    expect(chained(FIRST, { a: 1 })).not.toBe(chained(FIRST, { a: 2 }))
    expect(chained(FIRST, { a: 1 })).not.toBe(chained('1'.repeat(64), { a: 1 }))
  })

  it('refuses what JSON cannot hold', () => {
    expect(() => canonical(Number.NaN)).toThrow(TypeError)
  })
})
