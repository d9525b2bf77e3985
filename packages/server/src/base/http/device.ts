import { randomUUID } from 'node:crypto'
import type { Request, Response } from 'express'

const NAME = 'rook-device'
const KEPT_FOR = 400 * 86_400_000

/** A browser's own mark, which stays when people sign in and out; null where it has none yet. */
export function deviceOf(request: Request): string | null {
  return /(?:^|;\s*)rook-device=([0-9a-f-]{36})(?:;|$)/.exec(request.headers.cookie ?? '')?.[1] ?? null
}

/** Gives a browser its mark; out of scripts' reach, as the session is. */
export function markDevice(request: Request, response: Response): string {
  const device = deviceOf(request) ?? randomUUID()
  response.cookie(NAME, device, { httpOnly: true, sameSite: 'strict', maxAge: KEPT_FOR, secure: request.secure })
  return device
}
