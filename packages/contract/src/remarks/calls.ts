import type { Calls } from '../base/call.ts'

/** What somebody puts to something. */
export const remarksCalls = {
  remarks: { method: 'get', path: '/api/remarks', access: 'viewer', patience: 15, oldBy: { remark: 'own' } },
  addRemark: {
    method: 'post',
    path: '/api/remarks',
    access: 'viewer',
    named: false,
    size: 'file',
    patience: 60,
    changes: { remark: 'key' },
  },
  withdrawRemark: {
    method: 'post',
    path: '/api/remarks/{id}/withdrawn',
    access: 'viewer',
    named: false,
    size: 'small',
    patience: 15,
    changes: { remark: 'unsaid' },
  },
} as const satisfies Calls
