import pg from 'pg'
import type { Logger } from 'pino'
import { AgentLink, unknownState } from './agent-link.ts'
import { LOCAL_ALLOWED, REACHED, type Reached } from './connections.ts'
import { LineLink, type GaugeFigure } from './line-link.ts'
import { OBSERVED } from '../base/live/channel.ts'
import { nothingKnown, type Snapshot } from './observations.ts'
import type { Reach } from './reach.ts'

/** PostgreSQL tells a notice’s hearers 8000 bytes at most. */
const MOST_NOTICE = 7_800
const GATHER = 60
/** Whoever waits for the connections of a process that has gone asks this often. */
const ASK_AGAIN = 1_500
/** The first key of the locks; the second is the machine. */
const LOCK = 7_014_088
/** A machine that says nothing new is told of as often, so that its age is known. */
const AGAIN = 1_000
/** A control’s table is looked at as often by itself, so that drift is seen within a minute. */
const LOOK_AGAIN = 40_000

interface Held {
  reached: Reached
  agent: AgentLink | null
  line: LineLink | null
  toldAt: number
  lookedAt: number
}

/**
 * Holds the connections to machines. One process of all holds a machine’s, by a lock of the database that ends with the process;
 * another one takes over. What is seen goes to every process by NOTIFY.
 */
export class Links {
  private readonly held = new Map<string, Held>()
  private readonly news = new Map<string, { snapshot: Snapshot; at: number }>()
  private client: pg.Client | null = null
  private gathering: NodeJS.Timeout | null = null
  private asking: NodeJS.Timeout | null = null
  private stopped = false
  private busy: Promise<void> = Promise.resolve()
  private turn: Promise<unknown> = Promise.resolve()
  private reach: Reach

  constructor(
    private readonly url: string,
    private readonly logger: Pick<Logger, 'warn'>,
    /** The ledger's own doors: no machine is reached there. */
    private readonly own: Reach['own'],
    /** Does what a machine of this process was asked for; given where this process answers. */
    private readonly answers: {
      ask(line: LineLink, id: string): Promise<void>
      look(line: LineLink, machine: string): Promise<void>
      /** Says what became of what the holder before was at. */
      takeOver(machine: string): Promise<void>
    },
  ) {
    this.reach = { local: false, own }
  }

  start(): void {
    this.asking = setInterval(() => this.look(), ASK_AGAIN)
    this.asking.unref()
    this.look()
  }

  /** Looks which machines are to be reached, now: somebody may have changed an address. */
  look(): void {
    this.busy = this.busy.then(() => this.settle()).catch((error: Error) => this.lose(error))
  }

  /** Somebody asks a machine for something; whichever process holds its line channel does it. */
  asked({ id, machine }: { id: string; machine: string }): void {
    const line = this.held.get(machine)?.line
    if (line) this.answers.ask(line, id).catch((error: Error) => this.logger.warn(`a control that was asked: ${error.message}`))
  }

  async stop(): Promise<void> {
    this.stopped = true
    if (this.asking) clearInterval(this.asking)
    await this.busy
    this.letGo()
    await this.client?.end().catch(() => undefined)
  }

  private async settle(): Promise<void> {
    if (this.stopped) return
    await this.connected()
    const { rows: allowed } = await this.ask<{ local: boolean }>(LOCAL_ALLOWED, [])
    this.reach = { local: allowed[0]!.local, own: this.own }
    const { rows } = await this.ask<Reached>(REACHED, [])
    const wanted = new Map(rows.map((row) => [row.machine, row]))
    for (const [machine, held] of this.held) {
      const row = wanted.get(machine)
      if (row && JSON.stringify(row) === JSON.stringify(held.reached)) continue
      this.end(held)
      this.held.delete(machine)
      if (row) this.hold(row)
      else {
        await this.ask('SELECT pg_advisory_unlock($1, hashtext($2))', [LOCK, machine])
        this.tell(nothingKnown(machine, 'none'))
      }
    }
    for (const row of rows) {
      if (this.held.has(row.machine)) continue
      const { rows: locked } = await this.ask<{ ours: boolean }>('SELECT pg_try_advisory_lock($1, hashtext($2)) AS ours', [
        LOCK,
        row.machine,
      ])
      if (!locked[0]!.ours) continue
      await this.answers.takeOver(row.machine).catch((error: Error) => this.logger.warn(`what was left open: ${error.message}`))
      this.hold(row)
    }
    const now = Date.now()
    for (const held of this.held.values()) {
      if (now - held.toldAt >= AGAIN) this.tell(this.snapshotOf(held))
      if (held.reached.readsTable && now - held.lookedAt >= LOOK_AGAIN && held.line?.state.link === 'on') {
        held.lookedAt = now
        this.answers
          .look(held.line, held.reached.machine)
          .catch((error: Error) => this.logger.warn(`a control that is looked at: ${error.message}`))
      }
    }
  }

  private async connected(): Promise<void> {
    if (this.client) return
    const client = new pg.Client({ connectionString: this.url, application_name: 'rook-ledger links', keepAlive: true })
    client.on('error', (error) => this.lose(error, client))
    await client.connect()
    this.client = client
  }

  /** One statement at a time: locks and notices share the connection that holds the locks. */
  private ask<Row extends pg.QueryResultRow>(text: string, values: unknown[]): Promise<pg.QueryResult<Row>> {
    const { client } = this
    if (!client) return Promise.reject(new Error('not connected to the database'))
    const next = this.turn.then(() => client.query<Row>(text, values))
    this.turn = next.catch(() => undefined)
    return next
  }

  /** Without the database’s lock another process may hold the connections by now. */
  private lose(error: Error, client = this.client): void {
    if (client !== this.client || this.stopped) return
    this.logger.warn(`connections to machines: ${error.message}`)
    this.letGo()
    this.client = null
    client?.end().catch(() => undefined)
  }

  private letGo(): void {
    if (this.gathering) clearTimeout(this.gathering)
    this.gathering = null
    this.news.clear()
    for (const held of this.held.values()) this.end(held)
    this.held.clear()
  }

  private hold(reached: Reached): void {
    const held: Held = { reached, agent: null, line: null, toldAt: 0, lookedAt: 0 }
    const changed = () => this.tell(this.snapshotOf(held))
    const reach = () => this.reach
    this.held.set(reached.machine, held)
    if (reached.agent) held.agent = new AgentLink(reached.agent, reached.device, reach, changed)
    if (reached.line) held.line = new LineLink(reached.line, reach, changed)
    changed()
  }

  private end({ agent, line }: Held): void {
    agent?.stop()
    line?.stop()
  }

  private snapshotOf({ reached, agent, line }: Held): Snapshot {
    const { positions, heardAt, movedAt, ...state } = agent?.state ?? unknownState('none')
    const now = performance.now()
    return {
      machine: reached.machine,
      ...state,
      because: bounded(state.because),
      age: heardAt > 0 ? Math.max(0, now - heardAt) : null,
      still: heardAt > 0 ? Math.max(0, heardAt - movedAt) : 0,
      positions: [...positions].sort(([a], [b]) => a.localeCompare(b)).map(([axis, at]) => [axis, at.machine, at.part]),
      line: line ? line.state.link : 'none',
      lineBecause: bounded(line?.state.because ?? null),
      gauge: line?.state.gauge ? aged(line.state.gauge, now) : null,
    }
  }

  private tell(snapshot: Snapshot): void {
    const held = this.held.get(snapshot.machine)
    if (held) held.toldAt = Date.now()
    this.news.set(snapshot.machine, { snapshot, at: performance.now() })
    this.gathering ??= setTimeout(() => {
      this.gathering = null
      const news = [...this.news.values()].map(({ snapshot, at }) => olderBy(snapshot, performance.now() - at))
      this.news.clear()
      for (const notice of packed(news))
        this.ask('SELECT pg_notify($1, $2)', [OBSERVED, notice]).catch((error: Error & { code?: string }) => {
          // What PostgreSQL refuses to tell is that notice's own fault; only a connection that is gone takes the locks with it.
          if (error.code === undefined || /^(08|57P)/.test(error.code)) this.lose(error)
          else this.logger.warn(`a machine's notice was not told: ${error.message}`)
        })
    }, GATHER)
  }
}

const MOST_WORDS = 300

/** What others write goes into a sentence only so far. */
const bounded = (text: string | null) => (text === null || text.length <= MOST_WORDS ? text : `${text.slice(0, MOST_WORDS)}…`)

const aged = ({ at, ...figure }: GaugeFigure, now: number) => ({ ...figure, age: Math.max(0, now - at) })

const olderBy = (one: Snapshot, ms: number): Snapshot => ({
  ...one,
  age: one.age === null ? null : one.age + ms,
  gauge: one.gauge && { ...one.gauge, age: one.gauge.age + ms },
})

/** What is known of a machine, where that is more than can be told. */
const cutDown = (one: Snapshot): Snapshot => ({
  ...nothingKnown(one.machine, 'wrong'),
  because: 'It sends more than can be told of a machine.',
  line: one.line,
})

/** As many snapshots to a notice as go into one. */
export function packed(news: readonly Snapshot[]): string[] {
  const notices: string[] = []
  let [together, bytes]: [string[], number] = [[], 2]
  for (const one of news) {
    const whole = JSON.stringify(one)
    const text = Buffer.byteLength(whole) + 2 > MOST_NOTICE ? JSON.stringify(cutDown(one)) : whole
    const size = Buffer.byteLength(text) + 1
    if (bytes + size > MOST_NOTICE && together.length > 0) {
      notices.push(`[${together.join(',')}]`)
      ;[together, bytes] = [[], 2]
    }
    together.push(text)
    bytes += size
  }
  return together.length > 0 ? [...notices, `[${together.join(',')}]`] : notices
}
