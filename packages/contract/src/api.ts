import type { CallName } from './calls.ts'
import type { Operation } from './operation.ts'
import { connectionApi } from './connection/api.ts'
import { draftsApi } from './drafts/api.ts'
import { entriesApi } from './entries/api.ts'
import { exchangeApi } from './exchange/api.ts'
import { floorApi } from './floor/api.ts'
import { gaugesApi } from './gauges/api.ts'
import { machinesApi } from './machines/api.ts'
import { peopleApi } from './people/api.ts'
import { planApi } from './plan/api.ts'
import { practiceApi } from './practice/api.ts'
import { programsApi } from './programs/api.ts'
import { remarksApi } from './remarks/api.ts'
import { setupsApi } from './setups/api.ts'
import { toolsApi } from './tools/api.ts'
import { workpiecesApi } from './workpieces/api.ts'

/** Every call that crosses the wire, with the schemas of what is sent and answered. */
export const api = {
  ...peopleApi,
  ...floorApi,
  ...machinesApi,
  ...entriesApi,
  ...setupsApi,
  ...workpiecesApi,
  ...planApi,
  ...programsApi,
  ...gaugesApi,
  ...toolsApi,
  ...exchangeApi,
  ...connectionApi,
  ...practiceApi,
  ...remarksApi,
  ...draftsApi,
} as const satisfies Record<CallName, Operation>
