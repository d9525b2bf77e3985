import type { ErrorRequestHandler, RequestHandler } from 'express'
import type { Logger } from 'pino'
import { Problem } from '../problem.ts'

/** PostgreSQL classes for "not reachable now": connection trouble, resources, shutting down. */
const UNREACHABLE = /^(08|53|57P)/
const NETWORK = new Set(['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT', 'ENOTFOUND'])

interface Coded {
  code?: unknown
  cause?: unknown
  type?: unknown
  status?: unknown
  message?: string
}

const BUSY = [
  503,
  'machine-busy',
  'Somebody else is recording on this machine and has not finished. Nothing was recorded; send it again.',
] as const

/** What PostgreSQL says by its own codes, as a person is told. */
const BY_STATE: Readonly<Record<string, readonly [status: number, code: string, detail: string]>> = {
  '55P03': BUSY,
  // Two that wait for each other, again and again, are as good as one that has not finished.
  '40P01': BUSY,
  '40001': BUSY,
  '23505': [409, 'id-used', 'Something is on record under this id already. Nothing was recorded; send it again.'],
  '53100': [
    507,
    'disk-full',
    'The database has no room left on its disk. Nothing was recorded; what you typed is kept. Tell whoever looks after the server.',
  ],
  '57014': [503, 'too-slow', 'The ledger took too long, so nothing was recorded. What you typed is kept; send it again.'],
}

/** Turns whatever was thrown into a problem document; a fault of ours is the only 500. */
export function asProblem(error: unknown): Problem {
  const coded = error as Coded
  // What the reader of bodies passes on has lost everything but its sentence.
  if (error instanceof Problem) return coded.type === 'entity.parse.failed' ? new Problem(400, 'not-understood', error.message) : error
  if (coded?.type === 'entity.too.large') return new Problem(413, 'too-large', 'The request is larger than any entry can be.')
  if (coded?.type === 'entity.parse.failed') return new Problem(400, 'not-json', 'The body is not JSON that can be read.')
  if (typeof coded?.type === 'string' && typeof coded.status === 'number' && coded.status < 500)
    return new Problem(coded.status, 'not-read', 'The body cannot be read.')
  // What a body could not be unpacked by, and what else is said to be the asker’s by whoever threw it.
  if ((error as { expose?: boolean } | null)?.expose === true && typeof coded.status === 'number' && coded.status < 500)
    return new Problem(coded.status, 'not-read', 'The request cannot be read.')
  if (error instanceof URIError) return new Problem(400, 'not-read', 'The address cannot be read.')
  const known = BY_STATE[sqlStateOf(coded) ?? '']
  if (known) return new Problem(...known)
  // All its connections are in use: it is there, and has too much to do.
  if (saysOf(coded, /timeout exceeded when trying to connect/))
    return new Problem(503, 'busy', 'The ledger has more to do than it can just now. What you typed is kept; send it again in a moment.')
  if (isUnreachable(coded))
    return new Problem(
      503,
      'database-away',
      'The database does not answer. What you typed is kept; when it is back, ask whether the entry is there.',
    )
  return new Problem(500, 'fault', 'Something went wrong in the program. What you typed is kept; ask whether the entry is there.')
}

/** PostgreSQL's own code, however deep it is wrapped. */
function sqlStateOf(error: Coded | undefined, depth = 0): string | null {
  if (!error || depth > 4) return null
  return typeof error.code === 'string' && /^[0-9A-Z]{5}$/.test(error.code)
    ? error.code
    : sqlStateOf(error.cause as Coded | undefined, depth + 1)
}

const saysOf = (error: Coded | undefined, words: RegExp, depth = 0): boolean =>
  error !== undefined && depth <= 4 && (words.test(error.message ?? '') || saysOf(error.cause as Coded | undefined, words, depth + 1))

function isUnreachable(error: Coded | undefined, depth = 0): boolean {
  if (!error || depth > 4) return false
  const code = typeof error.code === 'string' ? error.code : ''
  const isSqlState = /^[0-9A-Z]{5}$/.test(code)
  if ((isSqlState && UNREACHABLE.test(code)) || NETWORK.has(code)) return true
  // The last of them is said while the server itself is stopping.
  if (/Connection terminated|Client has encountered a connection error|after calling end on the pool/.test(error.message ?? '')) return true
  return isUnreachable(error.cause as Coded | undefined, depth + 1)
}

export const unknownAddress: RequestHandler = (request) => {
  throw new Problem(404, 'not-found', `There is nothing at ${request.method} ${request.path}.`)
}

/** The last handler: everything thrown anywhere ends here as a problem document. */
export const problems: ErrorRequestHandler = (error, request, response, next) => {
  if (response.headersSent) return next(error)
  const problem = asProblem(error)
  if (problem.status >= 500)
    (request.app.locals.logger as Logger | undefined)?.error({ err: error as Error, url: request.path }, problem.code)
  if (problem.status === 429 && problem.extras.until) response.set('Retry-After', retryAfter(problem.extras.until))
  response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem.document()))
}

function retryAfter(until: string): string {
  return String(Math.max(1, Math.ceil((Date.parse(until) - Date.now()) / 1000)))
}
