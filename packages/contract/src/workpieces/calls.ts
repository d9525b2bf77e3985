import type { Calls } from '../base/call.ts'

/** What is held and how. */
export const workpiecesCalls = {
  workpiece: { method: 'get', path: '/api/operations/{id}/workpiece', access: 'viewer', patience: 15, oldBy: { workpiece: 'own' } },
  changeWorkpiece: {
    method: 'put',
    path: '/api/operations/{id}/workpiece',
    access: 'setter',
    named: false,
    size: 'small',
    patience: 15,
    changes: { workpiece: 'path' },
  },
  readOutline: { method: 'post', path: '/api/outlines/read', access: 'setter', named: false, size: 'file', patience: 60, changes: {} },
} as const satisfies Calls
