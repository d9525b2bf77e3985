import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { Tables } from '../practice/tables.ts'

let folder: string
const file = () => join(folder, 'tables.json')
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'tables-'))))
afterEach(() => rmSync(folder, { recursive: true }))

describe('what a practice machine holds when it is switched off', () => {
  it('is there when it is switched on', () => {
    new Tables(file()).keep({ 'mill-3': 'G10 L2 P1 X-313.2037', 'mill-1': '' })
    const again = new Tables(file())
    expect([again.of('mill-3'), again.of('mill-1'), again.of('lathe-1')]).toEqual(['G10 L2 P1 X-313.2037', '', null])
  })

  it('is nothing on the first day, and where the file is damaged', () => {
    expect(new Tables(file()).of('mill-3')).toBeNull()
    for (const text of ['{"mill-3":', '[]', 'null', '{"mill-3": 5}']) {
      writeFileSync(file(), text)
      expect(new Tables(file()).of('mill-3')).toBeNull()
    }
  })

  it('is kept nowhere without a file', () => {
    const tables = new Tables(null)
    tables.keep({ 'mill-3': 'G10 L2 P1 X1.' })
    expect(tables.of('mill-3')).toBeNull()
    expect(() => readFileSync(file())).toThrow()
  })
})
