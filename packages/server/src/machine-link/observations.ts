import type { ObservedAnswer } from '@rook/contract'
import type { Axis, LinkState, Nm } from '@rook/core'
import type { GaugeFigure, LineState } from './line-link.ts'

/**
 * What the process that holds a machine’s connections tells all of them. It says how long ago things were, in milliseconds: whoever
 * hears it counts on from there by a clock of its own, because two computers' clocks differ.
 */
export interface Snapshot {
  machine: string
  link: LinkState
  because: string | null
  /** Null where the machine has not said anything yet. */
  age: number | null
  still: number
  positions: [Axis, Nm | null, Nm | null][]
  slot: string | null
  tool: string | null
  program: string | null
  parts: number | null
  execution: string | null
  line: LineState['link'] | 'none'
  lineBecause: string | null
  gauge: (Omit<GaugeFigure, 'at'> & { age: number }) | null
}

interface Heard {
  snapshot: Snapshot
  at: number
}

export const nothingKnown = (machine: string, link: LinkState): Snapshot => ({
  machine,
  link,
  because: null,
  age: null,
  still: 0,
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
  private readonly newest = new Map<string, Heard>()
  private readonly watched = new Map<string, Map<string, number>>()
  private readonly hearers = new Set<(session: string, observed: ObservedAnswer) => void>()

  /** @param now milliseconds of a clock that nobody sets */
  constructor(private readonly now: () => number = () => performance.now()) {}

  put(snapshot: Snapshot): void {
    this.newest.set(snapshot.machine, { snapshot, at: this.now() })
    const watching = this.watched.get(snapshot.machine)
    if (!watching) return
    const observed = this.of(snapshot.machine)
    for (const [session, until] of watching) {
      if (until < this.now()) watching.delete(session)
      else for (const hear of this.hearers) hear(session, observed)
    }
  }

  of(machine: string): ObservedAnswer {
    const heard = this.newest.get(machine)
    const { age, still, positions, gauge, ...rest } = heard?.snapshot ?? nothingKnown(machine, 'none')
    const since = heard ? Math.max(0, this.now() - heard.at) : 0
    return {
      ...rest,
      age: age === null ? 0 : age + since,
      // A machine is at rest as far as its last word goes, and no further: on a slow line the next one may say that it moves.
      still,
      positions: positions.map(([axis, machineAt, part]) => ({ axis, machine: machineAt, part })),
      gauge: gauge && { gauge: gauge.gauge, text: gauge.text, value: gauge.value, age: gauge.age + since },
    }
  }

  /** A session wants to hear of a machine for so many milliseconds. */
  watch(session: string, machine: string, lasts: number): void {
    const watching = this.watched.get(machine) ?? new Map<string, number>()
    this.watched.set(machine, watching.set(session, this.now() + lasts))
  }

  /** Takes what another process, or this one, has told all of them. */
  take(text: string, asked: (ask: { id: string; machine: string }) => void = () => undefined): void {
    const said = JSON.parse(text) as
      Snapshot[] | { watch: { session: string; machine: string; lasts: number } } | { ask: { id: string; machine: string } }
    if (Array.isArray(said)) for (const snapshot of said) this.put(snapshot)
    else if ('watch' in said) this.watch(said.watch.session, said.watch.machine, said.watch.lasts)
    else asked(said.ask)
  }

  hear(hearer: (session: string, observed: ObservedAnswer) => void): void {
    this.hearers.add(hearer)
  }
}
