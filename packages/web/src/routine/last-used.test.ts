import type { InputSpec } from '@rook/core'
import { describe, expect, it } from 'vitest'
import { lastUsed } from './last-used.ts'

const choice = (id: string, ...values: string[]): InputSpec => ({
  kind: 'choice',
  id,
  label: id,
  shown: 'list',
  options: values.map((value) => ({ value, label: value })),
})
const INPUTS = [choice('slot', 'G54', 'G57'), choice('tool', '1', '11'), choice('between', 'none', 'feeler')]
const ON_MAIN = { slot: 'G54', tool: '1', between: 'feeler' }
const ON_SUB = { slot: 'G57', tool: '11' }
const offered = (raw: Record<string, string>, ...before: Record<string, string>[]) =>
  Object.fromEntries(lastUsed(INPUTS, raw, before).map(({ input, value }) => [input, value]))

describe('what was used last on a machine', () => {
  it('is of one entry, the newest that says something; what lies between is never offered', () => {
    expect(offered({}, ON_MAIN, ON_SUB)).toEqual({ slot: 'G54', tool: '1' })
    expect(offered({}, { reading: '1' }, ON_SUB)).toEqual({ slot: 'G57', tool: '11' })
  })

  it('never is the slot of one and the tool of another', () => {
    expect(offered({}, { slot: 'G57' }, ON_MAIN)).toEqual({ slot: 'G57' })
    // The slot is chosen: only who used that slot says a tool.
    expect(offered({ slot: 'G57' }, ON_MAIN, ON_SUB)).toEqual({ tool: '11' })
    expect(offered({ slot: 'G57' }, ON_MAIN)).toEqual({})
  })

  it('is nothing that is not there any more', () => {
    expect(offered({}, { slot: 'G59', tool: '11' })).toEqual({ tool: '11' })
  })
})
