import type { Announcement, ObservedAnswer } from '@rook/contract'

/** What a tab is told, by the stream itself or by the tab that has it. */
export type Told =
  | { kind: 'news'; said: Announcement }
  | { kind: 'observed'; said: ObservedAnswer }
  | { kind: 'missed' }
  | { kind: 'beat' }
  | { kind: 'over' }
  | { kind: 'hello' }

/** Beats come every three seconds; so long without one, and nobody answers. */
export const SILENCE = 8_000
const LOOK = 1_000
/** A tab that has the stream says so this often; one that has not said so for longer has gone, or sleeps. */
const CLAIM = 1_000
const CLAIM_LASTS = 3_500
const CHANNEL = 'rook-live'
const LEADER = 'rook-live-leader'

interface Claim {
  tab: string
  at: number
}

/**
 * One stream of events for all tabs of a browser: one of them has it and tells the others, since a browser opens but a few
 * connections to one address. When that tab closes or falls asleep another one takes it over.
 */
export class Stream {
  private readonly channel = new BroadcastChannel(CHANNEL)
  private source: EventSource | null = null
  private heardAt = Date.now()
  private readonly timer: ReturnType<typeof setInterval>
  private readonly tab = Math.random().toString(36).slice(2)
  private claimedAt = 0

  constructor(
    private readonly hear: (told: Told) => void,
    private readonly silent: () => void,
  ) {
    this.channel.addEventListener('message', ({ data }: MessageEvent<Told>) => this.take(data))
    this.timer = setInterval(() => this.look(), LOOK)
    this.look()
  }

  close(): void {
    clearInterval(this.timer)
    this.drop()
    this.channel.close()
  }

  private look(): void {
    const now = Date.now()
    const claim = readClaim()
    const isOurs = claim?.tab === this.tab
    if (!isOurs && (!claim || now - claim.at > CLAIM_LASTS)) this.lead(now)
    else if (isOurs && now - this.claimedAt >= CLAIM) this.claim(now)
    else if (!isOurs && this.source) this.drop()
    if (now - this.heardAt > SILENCE) {
      this.silent()
      // A connection that is open and says nothing may never end by itself.
      if (this.source && now - this.heardAt > 2 * SILENCE) this.lead(now)
    }
  }

  private lead(now: number): void {
    this.drop()
    this.claim(now)
    const source = new EventSource('/api/events')
    this.source = source
    const pass = (told: Told) => {
      this.take(told)
      this.channel.postMessage(told)
    }
    source.addEventListener('hello', () => pass({ kind: 'hello' }))
    source.addEventListener('beat', () => pass({ kind: 'beat' }))
    source.addEventListener('missed', () => pass({ kind: 'missed' }))
    source.addEventListener('news', (event) =>
      pass({ kind: 'news', said: JSON.parse((event as MessageEvent<string>).data) as Announcement }),
    )
    source.addEventListener('observed', (event) =>
      pass({ kind: 'observed', said: JSON.parse((event as MessageEvent<string>).data) as ObservedAnswer }),
    )
    source.addEventListener('over', () => {
      this.drop()
      pass({ kind: 'over' })
    })
    source.addEventListener('error', () => {
      this.silent()
      // Refused, it is tried again with the next look.
      if (source.readyState === EventSource.CLOSED && this.source === source) this.drop()
    })
  }

  private claim(now: number): void {
    this.claimedAt = now
    localStorage.setItem(LEADER, JSON.stringify({ tab: this.tab, at: now } satisfies Claim))
  }

  private drop(): void {
    this.source?.close()
    this.source = null
    if (readClaim()?.tab === this.tab) localStorage.removeItem(LEADER)
  }

  private take(told: Told): void {
    this.heardAt = Date.now()
    this.hear(told)
  }
}

function readClaim(): Claim | null {
  try {
    return JSON.parse(localStorage.getItem(LEADER) ?? 'null') as Claim | null
  } catch {
    return null
  }
}
