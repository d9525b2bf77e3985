import type { Calls } from '../base/call.ts'

/** People who sign in, and the shop they work in. */
export const peopleCalls = {
  people: { method: 'get', path: '/api/people', access: 'anyone', patience: 15, oldBy: { shop: 'any' } },
  addPerson: {
    method: 'post',
    path: '/api/people',
    access: 'lead',
    named: false,
    size: 'small',
    patience: 15,
    changes: { shop: 'unsaid' },
  },
  signIn: { method: 'post', path: '/api/session', access: 'anyone', named: false, size: 'small', patience: 15, changes: {} },
  session: { method: 'get', path: '/api/session', access: 'anyone', patience: 15, oldBy: {} },
  personRecords: { method: 'get', path: '/api/people/records', access: 'lead', patience: 15, oldBy: { shop: 'any' } },
  changePerson: {
    method: 'put',
    path: '/api/people/{id}',
    access: 'lead',
    named: false,
    size: 'small',
    patience: 15,
    changes: { shop: 'unsaid' },
  },
  resetPin: {
    method: 'put',
    path: '/api/people/{id}/pin',
    access: 'lead',
    named: false,
    size: 'small',
    patience: 15,
    changes: { shop: 'unsaid' },
  },
  liftPause: {
    method: 'post',
    path: '/api/people/{id}/pause-lifted',
    access: 'lead',
    named: false,
    size: 'small',
    patience: 15,
    changes: { shop: 'unsaid' },
  },
  changeOwnPin: { method: 'put', path: '/api/session/pin', access: 'viewer', named: false, size: 'small', patience: 15, changes: {} },
  signOut: { method: 'delete', path: '/api/session', access: 'anyone', named: false, size: 'none', patience: 15, changes: {} },
  changeShop: { method: 'put', path: '/api/shop', access: 'lead', named: false, size: 'small', patience: 15, changes: { shop: 'unsaid' } },
  openShop: { method: 'post', path: '/api/shop', access: 'anyone', named: false, size: 'small', patience: 15, changes: {} },
} as const satisfies Calls
