import { pino, type DestinationStream, type Logger } from 'pino'

/** What opens a door is never written down: cookies, PINs, and addresses with a password in them. */
const SECRET = [
  'req.headers.cookie',
  'req.headers.authorization',
  'res.headers["set-cookie"]',
  'err.headers.cookie',
  'err.body',
  '*.pin',
  '*.release.pin',
  '*.pinHash',
]

export function plainLogger(level: string, to?: DestinationStream): Logger {
  const options = { level, redact: { paths: SECRET, censor: '[kept out]' } }
  return to ? pino(options, to) : pino(options)
}
