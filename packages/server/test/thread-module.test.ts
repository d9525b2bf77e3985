import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterEach, expect, it } from 'vitest'
import { threadModule } from '../src/base/thread-module.ts'

const source = new URL('../src/exchange/read-file.ts', import.meta.url)
const before = process.env.ROOK_BUILT
const folder = mkdtempSync(join(tmpdir(), 'rook-built-'))

afterEach(() => {
  if (before === undefined) delete process.env.ROOK_BUILT
  else process.env.ROOK_BUILT = before
})

it('a thread runs what was built of its module where that is there, and the source where it is not', () => {
  delete process.env.ROOK_BUILT
  expect(threadModule(source)).toEqual({ href: source.href, path: fileURLToPath(source), built: false })

  process.env.ROOK_BUILT = folder
  expect(threadModule(source).built).toBe(false)

  const made = join(folder, 'packages/server/src/exchange')
  mkdirSync(made, { recursive: true })
  writeFileSync(join(made, 'read-file.js'), '')
  expect(threadModule(source)).toMatchObject({ path: join(made, 'read-file.js'), built: true })
  rmSync(folder, { recursive: true })
})
