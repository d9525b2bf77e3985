import type { Calls } from '../base/call.ts'

/** The panels of practice machines, where the shop has any. */
export const practiceCalls = {
  practice: { method: 'get', path: '/api/practice', access: 'viewer', patience: 15, oldBy: {} },
  panel: { method: 'get', path: '/api/practice/{id}', access: 'viewer', patience: 15, oldBy: {} },
  pressPanel: { method: 'post', path: '/api/practice/{id}', access: 'operator', named: false, size: 'small', patience: 15, changes: {} },
} as const satisfies Calls
