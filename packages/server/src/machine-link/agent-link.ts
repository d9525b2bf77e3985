import type { Axis, LinkState, Nm } from '@rook/core'
import type { IncomingMessage } from 'node:http'
import { devicesIn, inTurns, readPosition, streamsIn, Unusable, type StreamDocument, type Use } from './agent-document.ts'
import { httpGet } from './http-get.ts'
import { Parts } from './multipart.ts'
import { Unreachable, type Reach } from './reach.ts'
import { pause, Waits } from './waits.ts'

/** Time for one answer. */
const PATIENCE = 5_000
const BEAT = 500
/** So many beats missed, and the agent is taken for gone. */
const SILENCE = 4 * BEAT + 1_000
const INTERVAL = 60
const COUNT = 500
/** A clock that is off by more makes every age wrong. */
const CLOCK = 2_000

/** What an agent has said, with times of this thread's own clock in milliseconds. */
export interface AgentState {
  link: LinkState
  because: string | null
  heardAt: number
  movedAt: number
  positions: Map<Axis, { machine: Nm | null; part: Nm | null }>
  slot: string | null
  tool: string | null
  program: string | null
  parts: number | null
  execution: string | null
}

export const unknownState = (link: LinkState): AgentState => ({
  link,
  because: null,
  heardAt: 0,
  movedAt: 0,
  positions: new Map(),
  slot: null,
  tool: null,
  program: null,
  parts: null,
  execution: null,
})

/**
 * Follows an MTConnect agent: asks what it has, where it stands, and then for everything that changes, by sequence number. A break is
 * resumed where it was; an agent that has started anew, or has forgotten what was missed, is asked where it stands again.
 */
export class AgentLink {
  readonly state = unknownState('waiting')
  private readonly ended = new AbortController()
  private readonly waits = new Waits()
  private uses = new Map<string, Use>()
  /** Where the stream stands; null until the agent was asked where it stands. */
  private at: { instance: string; next: number } | null = null

  constructor(
    private readonly address: string,
    private readonly device: string | null,
    private readonly reach: () => Reach,
    private readonly changed: () => void,
    /** The time of day, which an agent says too; how long ago something was is counted by a clock that nobody sets. */
    private readonly timeOfDay: () => number = Date.now,
  ) {
    // Whatever goes wrong here is this agent's own, and is told on its machine.
    this.run().catch((error: unknown) => this.say('wrong', `Reading it has failed: ${(error as Error).message}.`))
  }

  stop(): void {
    this.ended.abort()
  }

  private async run(): Promise<void> {
    while (!this.ended.signal.aborted) {
      try {
        if (this.uses.size === 0) this.uses = await inTurns(devicesIn(await this.ask('probe'), this.device))
        if (!this.at) this.begin(await inTurns(streamsIn(await this.ask('current'), this.device)))
        await this.follow(this.at!)
      } catch (error) {
        if (this.ended.signal.aborted) return
        // What the agent says may be different when it comes back.
        if (error instanceof Unusable) [this.uses, this.at] = [new Map(), null]
        this.say(error instanceof Unusable || error instanceof Unreachable ? 'wrong' : 'lost', sentenceOf(error))
      }
      await pause(this.waits.next(), this.ended.signal)
    }
  }

  private async ask(what: string): Promise<string> {
    return textOf(await httpGet(this.url(what), this.reach, AbortSignal.any([this.ended.signal, AbortSignal.timeout(PATIENCE)])))
  }

  private url(what: string): string {
    return `${this.address.replace(/\/$/, '')}${this.device ? `/${encodeURIComponent(this.device)}` : ''}/${what}`
  }

  private begin(document: StreamDocument): void {
    this.at = { instance: document.instance, next: document.next }
    this.state.positions.clear()
    this.apply(document)
  }

  /** Takes what the agent streams until it breaks off. */
  private async follow(at: { instance: string; next: number }): Promise<void> {
    const silent = new AbortController()
    let timer = setTimeout(() => silent.abort(), PATIENCE)
    try {
      const url = this.url(`sample?from=${at.next}&count=${COUNT}&interval=${INTERVAL}&heartbeat=${BEAT}`)
      const answer = await httpGet(url, this.reach, AbortSignal.any([this.ended.signal, silent.signal]))
      // Forgotten by the agent: it is asked where it stands, for that is what counts.
      if (answer.statusCode !== 200) return this.anew(answer)
      if (!/multipart\/x-mixed-replace/i.test(answer.headers['content-type'] ?? '')) throw new Unusable('It does not stream what changes.')
      const parts = new Parts()
      for await (const piece of answer as AsyncIterable<Uint8Array>) {
        clearTimeout(timer)
        timer = setTimeout(() => silent.abort(), SILENCE)
        for (const text of parts.take(piece)) {
          const document = await inTurns(streamsIn(text, this.device))
          if (document.instance !== at.instance || document.first > at.next) return this.anew()
          const old = document.seen.find(({ sequence }) => sequence < at.next)
          if (old) throw new Unusable(`It repeats old values: number ${old.sequence} after ${at.next - 1}.`)
          at.next = document.next
          this.apply(document)
        }
      }
      throw new Error('broken off')
    } finally {
      clearTimeout(timer)
      silent.abort()
    }
  }

  private anew(answer?: IncomingMessage): void {
    answer?.destroy()
    this.at = null
    this.uses = new Map()
  }

  private apply(document: StreamDocument): void {
    const behind = this.timeOfDay() - document.created
    const now = performance.now()
    if (!(Math.abs(behind) <= CLOCK))
      throw new Unusable(
        Number.isFinite(behind)
          ? `Its answers are ${(Math.abs(behind) / 1000).toFixed(1)} s ${behind > 0 ? 'old when they come, or its clock is behind' : 'ahead of this clock'}.`
          : 'Its answers do not say when they were made.',
      )
    for (const { id, value } of document.seen) {
      const use = this.uses.get(id)
      if (!use) continue
      if (use.is === 'position') this.place(use, readPosition(value), now)
      else if (use.is === 'parts') this.state.parts = value !== null && /^\d{1,9}$/.test(value) ? Number(value) : null
      else if (use.is !== 'availability') this.state[use.is] = value?.slice(0, 80) ?? null
      else if (value !== 'AVAILABLE') throw new Error('the machine is switched off')
    }
    this.state.heardAt = now
    this.waits.worked()
    this.say('on', null)
  }

  private place({ axis, system }: Use & { is: 'position' }, value: Nm | null, now: number): void {
    const known = this.state.positions.get(axis) ?? { machine: null, part: null }
    // A display of the part jumps when another slot is called; the axis has moved when its machine coordinate has.
    if (system === 'machine' && known.machine !== value) this.state.movedAt = now
    this.state.positions.set(axis, { ...known, [system]: value })
  }

  private say(link: LinkState, because: string | null): void {
    this.state.link = link
    this.state.because = because
    this.changed()
  }
}

async function textOf(answer: IncomingMessage): Promise<string> {
  let [text, bytes] = ['', 0]
  const decoder = new TextDecoder()
  for await (const piece of answer as AsyncIterable<Uint8Array>) {
    bytes += piece.length
    if (bytes > 4_000_000) throw new Unusable('It sends a document that is larger than 4 MB.')
    text += decoder.decode(piece, { stream: true })
  }
  return text
}

function sentenceOf(error: unknown): string {
  if (error instanceof Unusable || error instanceof Unreachable) return error.message
  const { message, code } = error as Error & { code?: string }
  if (message === 'the machine is switched off') return 'The agent says that the machine is switched off.'
  return code === 'ECONNREFUSED' ? 'Nobody answers at its address.' : 'Its answers have stopped.'
}
