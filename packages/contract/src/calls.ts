import type { Calls } from './base/call.ts'
import { connectionCalls } from './connection/calls.ts'
import { draftsCalls } from './drafts/calls.ts'
import { entriesCalls } from './entries/calls.ts'
import { exchangeCalls } from './exchange/calls.ts'
import { floorCalls } from './floor/calls.ts'
import { gaugesCalls } from './gauges/calls.ts'
import { machinesCalls } from './machines/calls.ts'
import { peopleCalls } from './people/calls.ts'
import { planCalls } from './plan/calls.ts'
import { practiceCalls } from './practice/calls.ts'
import { programsCalls } from './programs/calls.ts'
import { remarksCalls } from './remarks/calls.ts'
import { setupsCalls } from './setups/calls.ts'
import { toolsCalls } from './tools/calls.ts'
import { workpiecesCalls } from './workpieces/calls.ts'

export type { Access, Call, EntriesThat, Method, Thing } from './base/call.ts'

/** Every call that crosses the wire, without the schemas of what is sent and answered. */
export const CALLS = {
  ...peopleCalls,
  ...floorCalls,
  ...machinesCalls,
  ...entriesCalls,
  ...setupsCalls,
  ...workpiecesCalls,
  ...planCalls,
  ...programsCalls,
  ...gaugesCalls,
  ...toolsCalls,
  ...exchangeCalls,
  ...connectionCalls,
  ...practiceCalls,
  ...remarksCalls,
  ...draftsCalls,
} as const satisfies Calls

export type CallName = keyof typeof CALLS

type Of<Method, All> = { [Name in keyof All]: All[Name] extends { method: Method } ? Name : never }[keyof All]
/** Calls that change nothing. */
export type ReadName = Of<'get', typeof CALLS>
export type WriteName = Exclude<CallName, ReadName>
