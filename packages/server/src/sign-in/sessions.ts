import type { Person } from '@rook/contract'
import type { Request } from 'express'
import type { Connection } from '../base/db/client.ts'
import { announce } from '../base/live/announce.ts'

/** Ends a person's sessions, on whichever process they are, and the streams that hang on them. */
export async function endSessions({ pool }: Connection, person: string, except: string | null = null): Promise<void> {
  await pool.query(`DELETE FROM session WHERE sess -> 'person' ->> 'id' = $1 AND sid IS DISTINCT FROM $2`, [person, except])
  await announce(pool, { kind: 'session-ended', person, session: except === null ? null : `not ${except}` })
}

/** A new session id at each sign-in: nobody can have planted it before. */
export function renew(request: Request, known: Person): Promise<void> {
  return new Promise((resolve, reject) =>
    request.session.regenerate((error) => {
      if (error) return reject(error as Error)
      request.session.person = known
      request.session.save((failed) => (failed ? reject(failed as Error) : resolve()))
    }),
  )
}

export async function signOut({ pool }: Connection, request: Request): Promise<void> {
  const { person } = request.session
  const sid = request.sessionID
  await new Promise<void>((resolve, reject) => request.session.destroy((error) => (error ? reject(error as Error) : resolve())))
  if (person) await announce(pool, { kind: 'session-ended', person: person.id, session: sid })
}
