import type { Announcement, ObservedAnswer } from '@rook/contract'
import type { Express, Response } from 'express'
import { Problem } from '../problem.ts'
import type { Announcements } from './listen.ts'

/** A browser that hears no beat for a few of these shows that it is not connected. */
const BEAT = 3_000
/** A browser that takes nothing any more is let go before it fills the memory. */
const MOST_WAITING = 1 << 20
/** What was announced so shortly before a stream began is told again: a page asks for what it shows before it hears anything. */
const RECENT = 30_000
const MOST_RECENT = 500

/** Where what is seen of machines comes from, for the sessions that watch one. */
interface Seen {
  hear(hearer: (session: string, observed: ObservedAnswer) => void): void
}

interface Stream {
  person: string
  session: string
  response: Response
}

/**
 * Server-sent events: `news` for everything announced, `missed` when some may have been missed, `beat` every few seconds,
 * `observed` for what is seen of a machine that the session watches, `over` when the session has ended. One text for all streams: with many browsers the writing is what costs.
 */
export function liveRoutes(app: Express, announcements: Announcements, observations: Seen): { end(): void } {
  const streams = new Set<Stream>()
  const tellOne = ({ response }: Stream, text: string) => {
    if (response.writableLength > MOST_WAITING) response.destroy()
    else response.write(text)
  }
  const tell = (text: string) => {
    for (const stream of streams) tellOne(stream, text)
  }
  const end = (stream: Stream) => {
    streams.delete(stream)
    stream.response.end('event: over\ndata: {}\n\n')
  }
  let recent: { at: number; text: string }[] = []
  const tellAndKeep = (text: string) => {
    recent = [...recent.slice(1 - MOST_RECENT), { at: performance.now(), text }]
    tell(text)
  }
  const stillRecent = () => recent.filter(({ at }) => performance.now() - at <= RECENT).map(({ text }) => text)
  announcements.add({
    heard: (announcement) => {
      if (announcement.kind !== 'session-ended') return tellAndKeep(`event: news\ndata: ${JSON.stringify(announcement)}\n\n`)
      for (const stream of [...streams]) if (isOver(stream, announcement)) end(stream)
    },
    missed: () => tellAndKeep('event: missed\ndata: {}\n\n'),
  })
  observations.hear((session, observed) => {
    const text = `event: observed\ndata: ${JSON.stringify(observed)}\n\n`
    for (const stream of streams) if (stream.session === session) tellOne(stream, text)
  })
  const beat = setInterval(() => tell('event: beat\ndata: {}\n\n'), BEAT)
  beat.unref()

  app.get('/api/events', (request, response) => {
    const { person, cookie } = request.session
    if (!person) throw new Problem(401, 'not-signed-in', 'Sign in first.')
    response.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store, no-transform',
      Connection: 'keep-alive',
      'X-Accel-Buffering': 'no',
    })
    response.write('retry: 1000\n\nevent: hello\ndata: {}\n\n')
    const stream = { person: person.id, session: request.sessionID, response }
    streams.add(stream)
    // Somebody who sends more news than are kept has everything asked for again.
    response.write(recent.length >= MOST_RECENT ? 'event: missed\ndata: {}\n\n' : stillRecent().join(''))
    const lasts = (cookie.expires?.getTime() ?? Number.POSITIVE_INFINITY) - Date.now()
    const expiry = Number.isFinite(lasts) ? setTimeout(() => end(stream), Math.max(0, lasts)) : undefined
    expiry?.unref()
    request.on('close', () => {
      clearTimeout(expiry)
      streams.delete(stream)
    })
  })
  return { end: () => clearInterval(beat) }
}

function isOver({ person, session }: Stream, ended: Announcement & { kind: 'session-ended' }): boolean {
  if (ended.session === session) return true
  if (ended.person !== person) return false
  return ended.session === null || (ended.session.startsWith('not ') && ended.session !== `not ${session}`)
}
