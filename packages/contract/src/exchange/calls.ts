import type { Calls } from '../base/call.ts'

/** Figures in and out: the tools table, files, lines for a control. */
export const exchangeCalls = {
  editTools: {
    method: 'post',
    path: '/api/machines/{id}/tools',
    access: 'setter',
    named: true,
    size: 'figures',
    patience: 15,
    changes: {},
  },
  readPresets: {
    method: 'post',
    path: '/api/machines/{id}/presets/read',
    access: 'viewer',
    named: false,
    size: 'file',
    patience: 60,
    changes: {},
  },
  takePresets: {
    method: 'post',
    path: '/api/machines/{id}/presets',
    access: 'setter',
    named: true,
    size: 'file',
    patience: 60,
    changes: { assembly: 'unsaid' },
  },
  presetSenders: { method: 'get', path: '/api/preset-senders', access: 'viewer', patience: 15, oldBy: { assembly: 'any' } },
  template: { method: 'get', path: '/api/machines/{id}/template', access: 'viewer', patience: 15, oldBy: { machine: 'own' } },
  changeTemplate: {
    method: 'put',
    path: '/api/machines/{id}/template',
    access: 'lead',
    named: false,
    size: 'small',
    patience: 15,
    changes: { machine: 'path' },
  },
  valuesOut: {
    method: 'post',
    path: '/api/machines/{id}/values-out',
    access: 'viewer',
    named: false,
    size: 'small',
    patience: 15,
    changes: {},
  },
  held: { method: 'post', path: '/api/machines/{id}/held', access: 'viewer', named: false, size: 'figures', patience: 15, changes: {} },
} as const satisfies Calls
