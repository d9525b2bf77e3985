import pg from 'pg'
import type { Announcement } from '@rook/contract'
import { CHANNEL, OBSERVED } from './channel.ts'

export interface Listener {
  heard: (announcement: Announcement) => void
  /** Something may have been missed; whoever shows anything looks for itself. */
  missed: () => void
  /** What a process that holds connections to machines has seen, or a session’s wish to hear of one. */
  observed?: (text: string) => void
}

/**
 * Hears of everything that any server process announces, over PostgreSQL's LISTEN. When the connection
 * breaks it is opened again, and the listeners are told to look for themselves at what they missed.
 */
export class Announcements {
  private readonly listeners = new Set<Listener>()
  private client: pg.Client | null = null
  private retry: NodeJS.Timeout | null = null
  private stopped = false

  constructor(
    private readonly url: string,
    private readonly onTrouble: (error: unknown) => void,
  ) {}

  async start(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url, application_name: 'rook-ledger live', keepAlive: true })
    client.on('notification', ({ channel, payload }) => (channel === OBSERVED ? this.pass(payload ?? '') : this.tell(payload ?? '')))
    client.on('error', (error) => this.reopen(client, error))
    client.on('end', () => this.reopen(client, null))
    try {
      await client.connect()
      await client.query(`LISTEN ${CHANNEL}; LISTEN ${OBSERVED}`)
      this.client = client
    } catch (error) {
      this.reopen(client, error)
    }
  }

  add(listener: Listener): () => void {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  /** False while nobody can tell this process what others do. */
  get hears(): boolean {
    return this.client !== null
  }

  async stop(): Promise<void> {
    this.stopped = true
    if (this.retry) clearTimeout(this.retry)
    await this.client?.end().catch(() => undefined)
  }

  private tell(payload: string): void {
    const announcement = JSON.parse(payload) as Announcement
    for (const { heard } of this.listeners) heard(announcement)
  }

  private pass(payload: string): void {
    for (const { observed } of this.listeners) observed?.(payload)
  }

  private reopen(client: pg.Client, error: unknown): void {
    if (this.stopped || this.retry) return
    if (error) this.onTrouble(error)
    client.removeAllListeners('end')
    client.end().catch(() => undefined)
    this.client = null
    this.retry = setTimeout(() => {
      this.retry = null
      void this.start().then(() => {
        if (this.client) for (const { missed } of this.listeners) missed()
      })
    }, 500)
  }
}
