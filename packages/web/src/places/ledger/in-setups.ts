import type { EntryLine } from '@rook/contract'

/** Entries that follow each other in one setup. */
export interface Group {
  setup: EntryLine['setup']
  heading: string | null
  entries: EntryLine[]
}

/**
 * The lines of a list by the setup they were recorded in, in the order of the list: a new group begins wherever the machine or
 * the setup changes.
 * @param divided false for a list that is not to be divided
 */
export function inSetups(entries: readonly EntryLine[], divided: boolean): Group[] {
  if (!divided) return entries.length === 0 ? [] : [{ setup: null, heading: null, entries: [...entries] }]
  const groups: Group[] = []
  for (const entry of entries) {
    const last = groups.at(-1)
    const [before] = last?.entries ?? []
    if (last && before?.machine === entry.machine && last.setup?.id === entry.setup?.id) last.entries.push(entry)
    else groups.push({ setup: entry.setup, heading: headingOf(entry), entries: [entry] })
  }
  return groups
}

function headingOf({ machineName, setup }: EntryLine): string {
  return setup ? `${machineName}, job ${setup.job}, ${setup.part}, ${setup.operation}` : `${machineName}, outside a setup`
}
