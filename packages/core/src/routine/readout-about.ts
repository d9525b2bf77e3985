/** What a readout is about: a slot, or a tool that is looked at with the first slot of its operation active. */
export interface ReadoutAbout {
  slot: string | null
  tool: string | null
}

/** Reads the key that a routine gave its readout: "touch/G54/Z" is about a slot, "setter/T4" about a tool. */
export function readoutAbout(key: string): ReadoutAbout {
  const subject = key.split('/')[1] ?? ''
  const tool = /^T(\d.*)$/.exec(subject)?.[1] ?? null
  return tool === null ? { slot: subject || null, tool } : { slot: null, tool }
}
