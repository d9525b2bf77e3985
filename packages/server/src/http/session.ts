import type { Person } from '@rook/contract'
import connectPgSimple from 'connect-pg-simple'
import session from 'express-session'
import type pg from 'pg'

declare module 'express-session' {
  interface SessionData {
    person?: Person
  }
}

/** Twelve hours: longer than any shift, shorter than to the same shift of the next day. */
const LIFETIME = 12 * 60 * 60 * 1000

/** Sessions in PostgreSQL, so that any server process knows them; the cookie is out of scripts' reach. */
export function sessions(pool: pg.Pool, secret: string, onError: (message: string) => void) {
  const Store = connectPgSimple(session)
  return session({
    name: 'rook',
    secret,
    resave: false,
    saveUninitialized: false,
    store: new Store({
      pool,
      tableName: 'session',
      disableTouch: true,
      pruneSessionInterval: 3600,
      errorLog: (...args: unknown[]) => onError(args.map(String).join(' ')),
    }),
    cookie: { httpOnly: true, sameSite: 'strict', maxAge: LIFETIME, secure: 'auto' },
  })
}
