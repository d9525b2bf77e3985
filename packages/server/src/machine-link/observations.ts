import type { ObservedAnswer } from '@rook/contract'
import type { Axis, LinkState, Nm } from '@rook/core'
import type { GaugeFigure, LineState } from './line-link.ts'

/** What the process that holds a machine’s connections tells all of them; times in milliseconds of this host’s clock. */
export interface Snapshot {
  machine: string
  link: LinkState
  because: string | null
  heardAt: number
  movedAt: number
  positions: [Axis, Nm | null, Nm | null][]
  slot: string | null
  tool: string | null
  program: string | null
  parts: number | null
  execution: string | null
  line: LineState['link'] | 'none'
  lineBecause: string | null
  gauge: GaugeFigure | null
}

export const nothingKnown = (machine: string, link: LinkState): Snapshot => ({
  machine,
  link,
  because: null,
  heardAt: 0,
  movedAt: 0,
  positions: [],
  slot: null,
  tool: null,
  program: null,
  parts: null,
  execution: null,
  line: 'none',
  lineBecause: null,
  gauge: null,
})

/** Machines’ newest snapshots in this process, whichever process made them; and who in this process wants to hear of which. */
export class Observations {
  private readonly newest = new Map<string, Snapshot>()
  private readonly watched = new Map<string, Map<string, number>>()
  private readonly hearers = new Set<(session: string, observed: ObservedAnswer) => void>()

  constructor(private readonly now: () => number = Date.now) {}

  put(snapshot: Snapshot): void {
    this.newest.set(snapshot.machine, snapshot)
    const watching = this.watched.get(snapshot.machine)
    if (!watching) return
    const observed = this.of(snapshot.machine)
    for (const [session, until] of watching) {
      if (until < this.now()) watching.delete(session)
      else for (const hear of this.hearers) hear(session, observed)
    }
  }

  of(machine: string): ObservedAnswer {
    const { heardAt, movedAt, positions, gauge, ...rest } = this.newest.get(machine) ?? nothingKnown(machine, 'none')
    const now = this.now()
    const known = heardAt > 0
    return {
      ...rest,
      age: known ? Math.max(0, now - heardAt) : 0,
      // A machine is at rest as far as its last word goes, and no further: on a slow line the next one may say that it moves.
      still: known ? Math.max(0, heardAt - movedAt) : 0,
      positions: positions.map(([axis, machineAt, part]) => ({ axis, machine: machineAt, part })),
      gauge: gauge && { gauge: gauge.gauge, text: gauge.text, value: gauge.value, age: Math.max(0, now - gauge.at) },
    }
  }

  /** A session wants to hear of a machine until a moment. */
  watch(session: string, machine: string, until: number): void {
    const watching = this.watched.get(machine) ?? new Map<string, number>()
    this.watched.set(machine, watching.set(session, until))
  }

  /** Takes what another process, or this one, has told all of them. */
  take(text: string, asked: (ask: { id: string; machine: string }) => void = () => undefined): void {
    const said = JSON.parse(text) as
      Snapshot[] | { watch: { session: string; machine: string; until: number } } | { ask: { id: string; machine: string } }
    if (Array.isArray(said)) for (const snapshot of said) this.put(snapshot)
    else if ('watch' in said) this.watch(said.watch.session, said.watch.machine, said.watch.until)
    else asked(said.ask)
  }

  hear(hearer: (session: string, observed: ObservedAnswer) => void): void {
    this.hearers.add(hearer)
  }
}
