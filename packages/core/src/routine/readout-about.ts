import type { Readout, ReadoutAbout } from './sheet.ts'

/** A readout as it stands in the ledger: entries of earlier versions do not say what theirs are about. */
export type KeptReadout = Omit<Readout, 'about'> & Partial<Pick<Readout, 'about'>>

/**
 * What a readout is about. For one that does not say it, what its key began with then: "touch/G54/Z" is about a slot, "setter/T4" about
 * a tool, looked at with the first slot of its operation.
 */
export function readoutAbout({ about, key }: Pick<KeptReadout, 'about' | 'key'>, firstSlot: string): ReadoutAbout {
  if (about) return about
  const subject = key.split('/')[1] ?? ''
  const tool = /^T(\d.*)$/.exec(subject)?.[1] ?? null
  return tool === null ? { slot: subject || firstSlot, tool } : { slot: firstSlot, tool }
}
