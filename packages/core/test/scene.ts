import {
  inch,
  mm,
  nm,
  PLAIN_ASSEMBLY,
  registerKey,
  type Gauge,
  type MachineRecord,
  type MountedTool,
  type Nm,
  type RegisterRef,
  type Scene,
  type Standing,
} from '../src/index.ts'

/** A mill like the one in the worked figures: millimetres, gauge lengths. */
export const MILL: MachineRecord = {
  id: 'mill',
  name: 'Mill 3',
  kind: 'mill',
  unit: 'mm',
  increment: mm(0.0001),
  travels: [
    { axis: 'X', min: mm(-660), max: mm(0) },
    { axis: 'Y', min: mm(-410), max: mm(0) },
    { axis: 'Z', min: mm(-560), max: mm(0) },
  ],
  slots: [
    { code: 'G54', name: 'fixture 7' },
    { code: 'G55', name: null },
  ],
  lengthConvention: 'gauge-length',
  diameterRegister: 'radius',
  xReads: 'diameter',
  rotates: false,
  offsets: 200,
  limits: {},
}

export const INCH_MILL: MachineRecord = {
  ...MILL,
  id: 'inch-mill',
  name: 'Mill 1',
  unit: 'in',
  increment: inch(0.0001),
  lengthConvention: 'touch-off',
  travels: [
    { axis: 'X', min: inch(-30), max: inch(0) },
    { axis: 'Y', min: inch(-16), max: inch(0) },
    { axis: 'Z', min: inch(-20), max: inch(0) },
  ],
}

export const LATHE: MachineRecord = {
  ...MILL,
  id: 'lathe',
  name: 'Lathe 1',
  kind: 'lathe',
  increment: mm(0.001),
  lengthConvention: 'reference-tool',
  travels: [
    { axis: 'X', min: mm(-420), max: mm(0) },
    { axis: 'Z', min: mm(-620), max: mm(0) },
  ],
}

const gauge = (id: string, name: string, family: Gauge['family'], size: Nm, more: Partial<Gauge> = {}): Gauge => ({
  id,
  name,
  family,
  size,
  radii: null,
  uncertainty: mm(0.001),
  calibrated: '2026-06-01T00:00:00.000Z',
  due: '2027-06-01T00:00:00.000Z',
  state: 'in-use',
  doubtful: [],
  ...more,
})

export const GAUGES: Gauge[] = [
  gauge('finder', 'Finder 10', 'edge-finder', mm(10), { uncertainty: mm(0.005) }),
  gauge('finder-6', 'Finder 6', 'edge-finder', mm(6), { uncertainty: mm(0.005) }),
  gauge('probe', 'Probe 2', 'touch-probe', mm(6), {
    radii: { xPlus: mm(2.984), xMinus: mm(2.99), yPlus: mm(2.986), yMinus: mm(2.988) },
  }),
  gauge('shim', 'Shim 1.000', 'shim', mm(1)),
  gauge('feeler', 'Feeler 0.05', 'shim', mm(0.05)),
  gauge('block', 'Block 50', 'gauge-block', mm(50)),
  gauge('setter', 'Setter A', 'setter', mm(50)),
  gauge('master', 'Master 150', 'master-tool', mm(150)),
  gauge('ring', 'Ring 40', 'ring-gauge', mm(40), { uncertainty: mm(0.0005) }),
  gauge('pin-10', 'Pin 10', 'gauge-pin', mm(10)),
  gauge('height', 'Height gauge', 'height-gauge', mm(0), { uncertainty: mm(0.01) }),
  gauge('eye', 'By eye', 'by-eye', mm(0), { uncertainty: mm(0.25) }),
  gauge('mic', 'Micrometer 25', 'micrometer', mm(0), { uncertainty: mm(0.002) }),
  gauge('bore', 'Bore gauge 40', 'bore-gauge', mm(0), { uncertainty: mm(0.001) }),
  gauge('old-shim', 'Shim 0.5', 'shim', mm(0.5), { due: '2026-01-01T00:00:00.000Z' }),
  gauge('knocked', 'Pin 8', 'gauge-pin', mm(8), { state: 'disturbed' }),
  gauge('gone', 'Finder 4', 'edge-finder', mm(4), { state: 'withdrawn' }),
]

export function stands(value: Nm, more: Partial<Standing> = {}): Standing {
  return {
    value,
    state: 'set',
    entry: '00000000-0000-4000-8000-000000000001',
    origin: '00000000-0000-4000-8000-000000000001',
    at: '2026-11-23T02:14:00.000Z',
    by: 'I. Marrow',
    standard: mm(0.002),
    operation: 'op',
    setup: 'before',
    seen: true,
    assembly: null,
    rests: [],
    gauges: [],
    byEye: false,
    fromHeight: false,
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
    gauges: GAUGES,
    tools: [
      mounted('4', 'em-12', 'End mill 12', { kind: 'end-mill', estimate: mm(103.5), flutes: 4, properties: { DC: mm(12) } }),
      mounted('7', 'dr-66', 'Drill 6.6', { offset: '17', diameterOffset: '17', kind: 'drill' }),
    ],
    plan: {
      setup: 'now',
      operation: 'op',
      operationName: 'Op 20, rev C',
      slots: ['G54'],
      stock: { X: { from: nm(0), to: mm(92) }, Y: { from: nm(0), to: mm(63) }, Z: { from: mm(-18), to: mm(0.8) } },
      fixtureRepeat: mm(0.004),
      tolerance: null,
      clearance: mm(50),
      features: [],
      tools: [],
    },
    ...more,
  }
}
