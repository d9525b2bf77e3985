import type { RawInputs } from '@rook/core'

/** What a routine begins with when it is opened for one tool; each tool's half-done one is kept apart. */
export function begunWith(routine: string, tool: unknown): { preset: RawInputs; apart?: string } {
  return typeof tool === 'string' && tool !== '' ? { preset: { tool }, apart: `${routine}/T${tool}` } : { preset: {} }
}
