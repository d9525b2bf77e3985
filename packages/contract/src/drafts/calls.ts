import type { Calls } from '../base/call.ts'

/** Work that is half typed, for another tablet. */
export const draftsCalls = {
  draft: { method: 'get', path: '/api/drafts/{key}', access: 'viewer', patience: 15, oldBy: {} },
  keepDraft: { method: 'put', path: '/api/drafts/{key}', access: 'operator', named: false, size: 'small', patience: 15, changes: {} },
  dropDraft: { method: 'delete', path: '/api/drafts/{key}', access: 'operator', named: false, size: 'none', patience: 15, changes: {} },
} as const satisfies Calls
