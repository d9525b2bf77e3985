import type { EntryContent } from './entry.ts'
import type { Announcement } from './live.ts'

export type EntryAnnouncement = Extract<Announcement, { kind: 'entry' }>

/**
 * What is said of an entry to all who may show something that it makes old.
 * @param most how many registers are named at the most; who hears of more asks for all of the machine
 */
export function announcementOf(content: EntryContent, most = Number.POSITIVE_INFINITY): EntryAnnouncement {
  return {
    kind: 'entry',
    machine: content.machine,
    entry: content.id,
    seq: content.seq,
    what: content.kind,
    by: content.person.name,
    setup: content.setup,
    registers: content.writes.slice(0, most).map(({ register }) => register),
    gauges: content.gauges.map(({ id }) => id),
    refers: content.refers,
    all: content.writes.length <= most,
  }
}
