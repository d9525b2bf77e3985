import type { Calls } from '../base/call.ts'

/** What is recorded. */
export const entriesCalls = {
  record: { method: 'post', path: '/api/machines/{id}/entries', access: 'operator', named: true, size: 'small', patience: 15, changes: {} },
  entries: { method: 'get', path: '/api/entries', access: 'viewer', patience: 15, oldBy: { entry: 'listed' } },
  entry: { method: 'get', path: '/api/entries/{id}', access: 'viewer', patience: 15, oldBy: { entry: 'refers' } },
  correct: {
    method: 'post',
    path: '/api/entries/{id}/correction',
    access: 'operator',
    named: true,
    size: 'small',
    patience: 15,
    changes: {},
  },
  see: { method: 'post', path: '/api/entries/{id}/seen', access: 'operator', named: true, size: 'small', patience: 15, changes: {} },
  settle: { method: 'post', path: '/api/sendings/{id}', access: 'operator', named: false, size: 'small', patience: 15, changes: {} },
  cutMeanwhile: { method: 'get', path: '/api/entries/{id}/parts', access: 'viewer', patience: 15, oldBy: { entry: 'any' } },
} as const satisfies Calls
