import { readFileSync, renameSync, writeFileSync } from 'node:fs'

/** What the controls hold when they are switched off, as a battery keeps it: the lines that would set it, by machine. */
export class Tables {
  private known: Record<string, string>

  /** @param file nothing is kept where it is null */
  constructor(private readonly file: string | null) {
    this.known = file ? read(file) : {}
  }

  of(machine: string): string | null {
    return this.known[machine] ?? null
  }

  /** Writes what has changed, whole or not at all. */
  keep(now: Readonly<Record<string, string>>): void {
    if (!this.file || JSON.stringify(now) === JSON.stringify(this.known)) return
    this.known = { ...now }
    writeFileSync(`${this.file}.new`, JSON.stringify(now))
    renameSync(`${this.file}.new`, this.file)
  }
}

function read(file: string): Record<string, string> {
  try {
    const kept: unknown = JSON.parse(readFileSync(file, 'utf8'))
    const entries = typeof kept === 'object' && kept !== null ? Object.entries(kept) : []
    return Object.fromEntries(entries.filter((one): one is [string, string] => typeof one[1] === 'string'))
  } catch {
    // Not there yet, or damaged: the shop's own values are put in as on a first day.
    return {}
  }
}
