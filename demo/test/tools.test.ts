import { answersToWear, assemblyProblems, fitsOffsets, lifeProblems, loadProblems, PLAIN_TURNING, runOf } from '@rook/core'
import { assemblyInput } from '@rook/contract'
import { describe, expect, it } from 'vitest'
import { detailOf, LOADS, SPARE } from '../drawer.ts'
import { MACHINES } from '../machines.ts'
import { OPERATIONS } from '../operations/index.ts'

const MOUNTED = MACHINES.flatMap(({ id, record, tools }) =>
  tools.map((tool) => ({ machine: id, record, tool, detail: detailOf(tool.assembly) })),
)

describe('the tools of the demo shop', () => {
  it('have an id of their own, and sit in one place or in the drawer', () => {
    const ids = [...MOUNTED.map(({ tool }) => tool.assembly), ...SPARE.map(({ id }) => id)]
    expect(new Set(ids).size).toBe(ids.length)
    expect(SPARE.length).toBeGreaterThan(5)
  })

  it.each(MOUNTED.map(({ tool, detail }) => [tool.assembly, tool, detail] as const))(
    '%s has a record that could be typed',
    (_id, tool, detail) => {
      expect(assemblyProblems(detail)).toEqual({})
      if (detail.life) expect(lifeProblems(detail.life)).toEqual({})
      const { lifeUsed: _used, ...record } = detail
      expect(assemblyInput.safeParse({ ...record, name: tool.name, estimate: tool.estimate }).success).toBe(true)
    },
  )

  it('cut about as wide as their records say, those whose width is known', () => {
    for (const { tool, detail } of MOUNTED) {
      if (tool.width === undefined || detail.properties.DC === undefined) continue
      expect(Math.abs(tool.width - detail.properties.DC), tool.assembly).toBeLessThan(100_000)
    }
  })

  it('are long about as their rough lengths say', () => {
    for (const { tool, record } of MOUNTED)
      if (tool.estimate !== null && record.kind === 'mill')
        expect(Math.abs(tool.reach - tool.estimate), tool.assembly).toBeLessThan(1_000_000)
  })
})

describe('the runs of tools in the demo', () => {
  const runs = OPERATIONS.filter(({ steps }) => steps.some(({ kind }) => kind === 'tools'))

  it('are there, one of them over ten tools', () => {
    expect(runs.length).toBeGreaterThan(1)
    expect(Math.max(...runs.map(({ tools }) => tools?.length ?? 0))).toBe(10)
  })

  it.each(runs.map((operation) => [operation.id, operation] as const))(
    '%s calls only mounted tools, under numbers that the control has',
    (_id, { machine, tools = [] }) => {
      const own = MACHINES.find(({ id }) => id === machine)!
      const numbers = own.tools.map(({ number }) => number)
      for (const { number, offset, diameterOffset, diameter } of tools) {
        expect(numbers).toContain(number)
        for (const called of [offset, diameterOffset]) expect(fitsOffsets(called, own.record.offsets ?? 200)).toBe(true)
        const { assembly } = own.tools.find((tool) => tool.number === number)!
        // Only what is compensated for has to be measured across.
        if (diameter) expect(answersToWear(detailOf(assembly)), assembly).toBe(true)
      }
      const ids = runOf({ tools }, [], {}, { kind: 'mill', turrets: [], turning: PLAIN_TURNING }).map(({ id }) => id)
      expect(new Set(ids).size).toBe(ids.length)
      for (const word of ['offset', 'diameterOffset'] as const) expect(new Set(tools.map((tool) => tool[word])).size).toBe(tools.length)
    },
  )
})

describe('the sample cuts of the demo', () => {
  it.each(LOADS.map((load) => [`${load.assembly}, ${load.section}`, load] as const))('%s warns before it alarms', (_name, load) => {
    expect(loadProblems(load)).toEqual({})
    expect(MOUNTED.some(({ tool }) => tool.assembly === load.assembly)).toBe(true)
  })

  it('show a tool going dull and one that is well', () => {
    const last = LOADS.map((load) => load.seen(load.parts - 1) / load.value - 1 - load.warning)
    expect(last.some((over) => over > 0)).toBe(true)
    expect(last.some((over) => over < 0)).toBe(true)
  })
})
