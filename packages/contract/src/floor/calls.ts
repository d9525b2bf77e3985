import type { Calls } from '../base/call.ts'

/** What a shift sees first and hands over. */
export const floorCalls = {
  floor: {
    method: 'get',
    path: '/api/floor',
    access: 'viewer',
    patience: 15,
    oldBy: { machine: 'any', gauge: 'any', assembly: 'any', plan: 'any', handover: 'any', entry: 'any' },
  },
  find: { method: 'get', path: '/api/find', access: 'viewer', patience: 15, oldBy: {} },
  handover: { method: 'get', path: '/api/machines/{id}/handover', access: 'viewer', patience: 15, oldBy: { handover: 'own' } },
  signHandover: {
    method: 'post',
    path: '/api/machines/{id}/handovers',
    access: 'operator',
    named: true,
    size: 'small',
    patience: 15,
    changes: { handover: 'path' },
  },
  readHandover: {
    method: 'post',
    path: '/api/handovers/{id}/read',
    access: 'operator',
    named: true,
    size: 'small',
    patience: 15,
    changes: { handover: 'unsaid' },
  },
  reportFault: { method: 'post', path: '/api/faults', access: 'viewer', named: false, size: 'small', patience: 15, changes: {} },
} as const satisfies Calls
