import type { Announcement } from '@rook/contract'
import { CALLS, type CallName } from '@rook/contract/calls'
import { describe, expect, it } from 'vitest'
import { madeOld } from './refresh.ts'

const entry = (more: Partial<Extract<Announcement, { kind: 'entry' }>> = {}): Announcement => ({
  kind: 'entry',
  machine: 'mill-3',
  entry: 'e',
  seq: 7,
  what: 'pick-up',
  by: 'I. Marrow',
  setup: 'now',
  registers: ['work/G54/X/geometry'],
  gauges: ['finder'],
  refers: null,
  all: true,
  ...more,
})
/** Every question that a screen asks, about the machine of the entry and about another one. */
const here = { id: 'mill-3' }
const elsewhere = { id: 'mill-4' }
const old = (said: Announcement, name: CallName, sent: object = {}, data?: unknown) =>
  madeOld(said, [name, sent as Record<string, unknown>], data)

describe('an announcement', () => {
  it('of an entry makes its own machine old, and no other', () => {
    for (const name of ['scene'] as const) {
      expect(old(entry(), name, { params: here })).toBe(true)
      expect(old(entry(), name, { params: elsewhere })).toBe(false)
    }
    expect(old(entry(), 'floor')).toBe(true)
    expect(old(entry(), 'setups')).toBe(true)
    expect(old(entry(), 'setup', { params: { id: 'now' } })).toBe(true)
    expect(old(entry({ setup: null }), 'setup', { params: { id: 'now' } }, { summary: { machine: 'mill-3' } })).toBe(true)
    expect(old(entry(), 'setup', { params: { id: 'other' } }, { summary: { machine: 'mill-4' } })).toBe(false)
  })

  it('of an entry makes only the lists old that it stands in', () => {
    expect(old(entry(), 'entries', { query: {} })).toBe(true)
    expect(old(entry(), 'entries', { query: { machine: 'mill-4' } })).toBe(false)
    expect(old(entry(), 'entries', { query: { setup: 'other' } })).toBe(false)
    expect(old(entry(), 'entries', { query: { register: 'work/G54/X/geometry' } })).toBe(true)
    expect(old(entry(), 'entries', { query: { register: 'work/G55/X/geometry' } })).toBe(false)
    expect(old(entry({ all: false }), 'entries', { query: { register: 'work/G55/X/geometry' } })).toBe(true)
  })

  it('never makes an entry old but the one that it takes back or says of that it was seen', () => {
    expect(old(entry(), 'entry', { params: { id: 'first' } })).toBe(false)
    expect(old(entry({ what: 'correction', refers: 'first' }), 'entry', { params: { id: 'first' } })).toBe(true)
    expect(old(entry({ what: 'correction', refers: 'first' }), 'entry', { params: { id: 'second' } })).toBe(false)
  })

  it('of an entry makes a gauge\u2019s page old where it was made with it, and tools where they were handled', () => {
    expect(old(entry(), 'gauge', { params: { id: 'finder' } })).toBe(true)
    expect(old(entry(), 'gauge', { params: { id: 'shim' } })).toBe(false)
    expect(old(entry(), 'assemblies')).toBe(false)
    expect(old(entry({ what: 'mounted' }), 'assemblies')).toBe(true)
  })

  it('of a gauge, a tool, a machine or the shop makes what hangs on it old', () => {
    expect(old({ kind: 'gauge', id: 'finder' }, 'scene', { params: here })).toBe(true)
    expect(old({ kind: 'gauge', id: 'finder' }, 'gauge', { params: { id: 'shim' } })).toBe(false)
    expect(old({ kind: 'machine', id: 'mill-3' }, 'template', { params: here })).toBe(true)
    expect(old({ kind: 'machine', id: 'mill-3' }, 'template', { params: elsewhere })).toBe(false)
    expect(old({ kind: 'assembly', id: 'em-12' }, 'assemblies')).toBe(true)
    expect(old({ kind: 'shop', id: 'people' }, 'people')).toBe(true)
    expect(old({ kind: 'shop', id: 'people' }, 'scene', { params: here })).toBe(false)
  })

  it('makes no draft old: half-typed work is nobody else\u2019s', () => {
    const all: Announcement[] = [
      entry(),
      { kind: 'gauge', id: 'x' },
      { kind: 'machine', id: 'x' },
      { kind: 'assembly', id: 'x' },
      { kind: 'shop', id: 'x' },
    ]
    for (const name of (Object.keys(CALLS) as CallName[]).filter((one) => /draft/i.test(one)))
      for (const said of all) expect(old(said, name, { params: { key: 'x' } })).toBe(false)
  })
})
