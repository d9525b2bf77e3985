import { createHash } from 'node:crypto'
import type pg from 'pg'
import { factsOfText, unpacked } from '../programs/unpack.ts'
import { fileKind } from '../remarks/file-kind.ts'
import type { Fault } from './fault.ts'

const hashOf = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex')

/** Files and texts of programs have to be what their names say, and every one that something names has to be there. */
export async function verifyContents(pool: pg.Pool): Promise<Fault[]> {
  const wrong = (sentence: string): Fault => ({ machine: 'files', seq: 0, sentence })
  const faults: Fault[] = []
  const names = async (question: string) => (await pool.query<{ name: string }>(question)).rows.map(({ name }) => name.trim())
  for (const name of await names('SELECT checksum AS name FROM kept_file ORDER BY 1')) {
    const { rows } = await pool.query<{ kind: string; bytes: number; content: Buffer }>(
      'SELECT kind, bytes, content FROM kept_file WHERE checksum = $1',
      [name],
    )
    if (!rows[0] || !fileHolds(name, rows[0])) faults.push(wrong(`file ${name.slice(0, 12)} is not what was put there`))
  }
  // One at a time: a text may be large.
  for (const name of await names('SELECT hash AS name FROM program_text ORDER BY 1')) {
    const { rows } = await pool.query<{ bytes: number; lines: number; content: Buffer }>(
      'SELECT bytes, lines, content FROM program_text WHERE hash = $1',
      [name],
    )
    if (!rows[0] || !textHolds(name, rows[0])) faults.push(wrong(`the program text ${name.slice(0, 12)} is not what was put there`))
  }
  for (const name of await names(`
    SELECT file AS name FROM remark WHERE file IS NOT NULL AND NOT EXISTS (SELECT FROM kept_file WHERE checksum = file)
    UNION SELECT text FROM program_issue WHERE NOT EXISTS (SELECT FROM program_text WHERE hash = text) ORDER BY 1`))
    faults.push(wrong(`${name.slice(0, 12)} is named and not there`))
  return faults
}

function fileHolds(name: string, { kind, bytes, content }: { kind: string; bytes: number; content: Buffer }): boolean {
  try {
    return hashOf(content) === name && content.length === bytes && fileKind(content) === kind
  } catch {
    return false
  }
}

function textHolds(name: string, kept: { bytes: number; lines: number; content: Buffer }): boolean {
  try {
    const { hash, bytes, lines } = factsOfText(unpacked(kept.content))
    return hash === name && bytes === kept.bytes && lines === kept.lines
  } catch {
    return false
  }
}
