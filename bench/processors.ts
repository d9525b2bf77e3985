import { readdirSync, readFileSync } from 'node:fs'

/** Linux counts processor time in hundredths of a second. */
const TICK = 10

interface Process {
  parent: number
  name: string
  /** Milliseconds of processor time so far, of ended children too. */
  spent: number
}

function processOf(pid: number): Process | null {
  try {
    const text = readFileSync(`/proc/${pid}/stat`, 'utf8')
    const name = text.slice(text.indexOf('(') + 1, text.lastIndexOf(')'))
    const fields = text.slice(text.lastIndexOf(')') + 2).split(' ')
    return { parent: Number(fields[1]), name, spent: [11, 12, 13, 14].reduce((sum, at) => sum + Number(fields[at]), 0) * TICK }
  } catch {
    return null
  }
}

function all(): Map<number, Process> {
  const found = new Map<number, Process>()
  for (const name of readdirSync('/proc')) {
    const own = /^\d+$/.test(name) ? processOf(Number(name)) : null
    if (own) found.set(Number(name), own)
  }
  return found
}

/** Begins to count the processor time of a server and of the database; answers with milliseconds since then. */
export function watchProcessors(server: number): () => { server: number; database: number } {
  const sum = () => {
    const processes = all()
    const database = [...processes.values()].filter(({ name }) => name === 'postgres').reduce((spent, one) => spent + one.spent, 0)
    return { server: processes.get(server)?.spent ?? 0, database }
  }
  const before = sum()
  return () => {
    const now = sum()
    return { server: now.server - before.server, database: now.database - before.database }
  }
}
