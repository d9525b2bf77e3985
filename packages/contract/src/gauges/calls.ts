import type { Calls } from '../base/call.ts'

/** Gauges and what happens to them. */
export const gaugesCalls = {
  gauges: { method: 'get', path: '/api/gauges', access: 'viewer', patience: 15, oldBy: { gauge: 'any' } },
  addGauge: {
    method: 'post',
    path: '/api/gauges',
    access: 'lead',
    named: false,
    size: 'small',
    patience: 15,
    changes: { gauge: 'unsaid' },
  },
  gauge: { method: 'get', path: '/api/gauges/{id}', access: 'viewer', patience: 15, oldBy: { gauge: 'own', entry: 'gauge' } },
  changeGauge: {
    method: 'put',
    path: '/api/gauges/{id}',
    access: 'lead',
    named: false,
    size: 'small',
    patience: 15,
    changes: { gauge: 'path' },
  },
  gaugeEvent: {
    method: 'post',
    path: '/api/gauges/{id}/events',
    access: 'operator',
    named: true,
    size: 'small',
    patience: 15,
    changes: { gauge: 'path' },
  },
} as const satisfies Calls
