import type { Person } from '@rook/contract'
import connectPgSimple from 'connect-pg-simple'
import session, { type SessionData } from 'express-session'
import type pg from 'pg'
import type { Announcements } from '../live/listen.ts'

declare module 'express-session' {
  interface SessionData {
    person?: Person
  }
}

/** Twelve hours: longer than any shift, shorter than to the same shift of the next day. */
const LIFETIME = 12 * 60 * 60 * 1000

/** Sessions in PostgreSQL, so that any server process knows them; the cookie is out of scripts' reach. */
export function sessions(pool: pg.Pool, secret: string, announcements: Announcements, onError: (message: string) => void) {
  return session({
    name: 'rook',
    secret,
    resave: false,
    saveUninitialized: false,
    store: new RememberedSessions(pool, announcements, onError),
    cookie: { httpOnly: true, sameSite: 'strict', maxAge: LIFETIME, secure: 'auto' },
  })
}

/** So long a session is taken for what it was, unless its end is announced sooner. */
const REMEMBERED = 5_000
const MOST = 5_000

type Got = (error: unknown, session?: SessionData | null) => void

const Store = connectPgSimple(session)

/**
 * A browser asks many things in a row; its session is looked up once in a while. When it ends, here or in another process,
 * that is announced, and it is forgotten at once. While this process cannot hear what others announce, nothing is remembered.
 */
class RememberedSessions extends Store {
  private readonly known = new Map<string, { session: SessionData; until: number }>()

  constructor(
    pool: pg.Pool,
    private readonly announcements: Announcements,
    onError: (message: string) => void,
  ) {
    super({
      pool,
      tableName: 'session',
      disableTouch: true,
      pruneSessionInterval: 3600,
      errorLog: (...args: unknown[]) => onError(args.map(String).join(' ')),
    })
    announcements.add({
      heard: (said) => said.kind === 'session-ended' && this.forget(said.person, said.session),
      missed: () => this.known.clear(),
    })
  }

  override get(sid: string, got: Got): void {
    const known = this.known.get(sid)
    // A copy, since whoever gets it may change it.
    if (known && known.until > Date.now() && this.announcements.hears) return got(null, structuredClone(known.session))
    void super.get(sid, (error: unknown, found?: SessionData | null) => {
      if (!error && found?.person && this.announcements.hears) this.remember(sid, found)
      got(error, found)
    })
  }

  override set(sid: string, data: SessionData, done?: (error?: unknown) => void): void {
    this.known.delete(sid)
    void super.set(sid, data, done)
  }

  override destroy(sid: string, done?: (error?: unknown) => void): void {
    this.known.delete(sid)
    void super.destroy(sid, done)
  }

  private remember(sid: string, found: SessionData): void {
    if (this.known.size >= MOST) this.known.clear()
    const ends = found.cookie?.expires ? new Date(found.cookie.expires).getTime() : Number.POSITIVE_INFINITY
    this.known.set(sid, { session: structuredClone(found), until: Math.min(Date.now() + REMEMBERED, ends) })
  }

  private forget(person: string, ended: string | null): void {
    for (const [sid, { session: known }] of this.known) {
      const isIt = ended === sid || (known.person?.id === person && ended !== `not ${sid}`)
      if (isIt) this.known.delete(sid)
    }
  }
}
