import type { Calls } from '../base/call.ts'

/** Programs of operations, and the go of a setup. */
export const programsCalls = {
  programs: {
    method: 'get',
    path: '/api/operations/{id}/programs',
    access: 'viewer',
    patience: 15,
    oldBy: { plan: 'any', entry: 'setups' },
  },
  addProgram: {
    method: 'post',
    path: '/api/operations/{id}/programs',
    access: 'setter',
    named: true,
    size: 'file',
    patience: 60,
    changes: {},
  },
  programLines: { method: 'get', path: '/api/programs/{id}', access: 'viewer', patience: 15, oldBy: {} },
  programDifference: { method: 'get', path: '/api/programs/{id}/from/{other}', access: 'viewer', patience: 15, oldBy: {} },
  chain: {
    method: 'get',
    path: '/api/setups/{id}/chain',
    access: 'viewer',
    patience: 90,
    oldBy: { machine: 'any', gauge: 'any', assembly: 'any', plan: 'any', shop: 'any', entry: 'any' },
  },
  go: {
    method: 'get',
    path: '/api/setups/{id}/go',
    access: 'viewer',
    patience: 90,
    oldBy: { machine: 'any', gauge: 'any', assembly: 'any', plan: 'any', entry: 'any' },
  },
  giveGo: { method: 'post', path: '/api/setups/{id}/go', access: 'setter', named: true, size: 'small', patience: 90, changes: {} },
} as const satisfies Calls
