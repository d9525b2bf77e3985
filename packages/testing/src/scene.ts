import {
  bareProvenance,
  mm,
  nm,
  PLAIN_ASSEMBLY,
  registerKey,
  type MountedTool,
  type Nm,
  type RegisterRef,
  type Scene,
  type SoFar,
  type Standing,
} from '@rook/core'
import { GAUGES } from './gauges.ts'
import { MILL } from './machines.ts'

export function stands(value: Nm, more: Partial<Standing> = {}): Standing {
  return {
    value,
    state: 'set',
    entry: '00000000-0000-4000-8000-000000000001',
    at: '2026-11-23T02:14:00.000Z',
    by: 'I. Marrow',
    standard: mm(0.002),
    operation: 'op',
    setup: 'before',
    seen: true,
    assembly: null,
    ...bareProvenance('00000000-0000-4000-8000-000000000001'),
    ...more,
  }
}

/** A tool in its pocket, H and D numbers like the pocket's where nothing else is said. */
export function mounted(number: string, assembly: string, name: string, more: Partial<MountedTool> = {}): MountedTool {
  return { ...PLAIN_ASSEMBLY, number, offset: number, diameterOffset: number, assembly, name, ...more }
}

/** A scene with some registers set, and whatever else a test changes. */
export function scene(standing: [RegisterRef, Standing][] = [], more: Partial<Scene> = {}): Scene {
  return {
    machine: MILL,
    now: '2026-11-24T03:00:00.000Z',
    homedAt: '2026-11-24T01:00:00.000Z',
    poweredAt: '2026-11-24T00:50:00.000Z',
    standing: Object.fromEntries(standing.map(([ref, value]) => [registerKey(ref), value])),
    formerly: {},
    sizes: {},
    atHand: null,
    reserved: [],
    families: [],
    gauges: GAUGES,
    tools: [
      mounted('4', 'em-12', 'End mill 12', { kind: 'end-mill', estimate: mm(103.5), flutes: 4, properties: { DC: mm(12) } }),
      mounted('7', 'dr-66', 'Drill 6.6', { offset: '17', diameterOffset: '17', kind: 'drill' }),
    ],
    plan: {
      setup: 'now',
      job: '0417',
      operation: 'op',
      operationName: 'Op 20, rev C',
      slots: ['G54'],
      stock: { X: { from: nm(0), to: mm(92) }, Y: { from: nm(0), to: mm(63) }, Z: { from: mm(-18), to: mm(0.8) } },
      holding: null,
      fixtureRepeat: mm(0.004),
      tolerance: null,
      clearance: mm(50),
      features: [],
      sizes: [],
      cut: null,
      tools: [],
      repeats: {},
      confirmed: {},
    },
    ...more,
  }
}

/** A setup in which nothing is left to do before its program. */
export const READY: SoFar = { steps: [], unseen: 0, control: null, asks: [], wanted: null }
