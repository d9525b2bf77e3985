import type { Calls } from '../base/call.ts'

/** Connections to machines and gauges, and what is taken over them. */
export const connectionCalls = {
  connection: { method: 'get', path: '/api/machines/{id}/connection', access: 'viewer', patience: 15, oldBy: { machine: 'own' } },
  changeConnection: {
    method: 'put',
    path: '/api/machines/{id}/connection',
    access: 'lead',
    named: false,
    size: 'small',
    patience: 15,
    changes: {},
  },
  observed: { method: 'get', path: '/api/machines/{id}/observed', access: 'viewer', patience: 15, oldBy: {} },
  watch: { method: 'post', path: '/api/machines/{id}/watched', access: 'viewer', named: false, size: 'small', patience: 15, changes: {} },
  control: {
    method: 'get',
    path: '/api/machines/{id}/control',
    access: 'viewer',
    patience: 15,
    oldBy: { machine: 'own', entry: 'machine' },
  },
  readControl: {
    method: 'post',
    path: '/api/machines/{id}/control/read',
    access: 'operator',
    named: true,
    size: 'small',
    patience: 15,
    changes: {},
  },
  sendToControl: {
    method: 'post',
    path: '/api/machines/{id}/control/sent',
    access: 'setter',
    named: true,
    size: 'small',
    patience: 30,
    changes: {},
  },
  take: { method: 'post', path: '/api/machines/{id}/taken', access: 'operator', named: true, size: 'small', patience: 15, changes: {} },
} as const satisfies Calls
