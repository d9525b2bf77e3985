import { inch, mm, orderOfWork, type Gauge, type MachineKind, type Nm, type PlannedSize, type ToolNeed } from '@rook/core'
import type { OperationBody } from '@rook/contract'
import { box } from './operation.ts'
import { bush, cam, gaugeBody, pin, seat, type DemoPart } from './parts.ts'

/** What a planner has written down and nobody has set up yet: the order of work follows from it. */
interface Sketch {
  id: string
  part: DemoPart
  name: string
  kind: MachineKind
  unit: 'mm' | 'in'
  slots: string[]
  /** Length, width and height of the stock; zero at its near left corner on top. */
  stock: [number, number, number]
  fixture: string
  program: string
  tolerance: number
  tools: [number: string, kind: ToolNeed['kind'], across: number | null, flutes: number | null][]
  sizes?: [name: string, kind: PlannedSize['kind'], nominal: number, upper: number, lower: number, tool: string, every: number | null][]
}

const mill = (
  id: string,
  part: DemoPart,
  name: string,
  slots: string[],
  stock: Sketch['stock'],
  fixture: string,
  program: string,
  tolerance: number,
  tools: Sketch['tools'],
  sizes: Sketch['sizes'] = [],
  unit: Sketch['unit'] = 'mm',
): Sketch => ({ id, part, name, kind: 'mill', unit, slots, stock, fixture, program, tolerance, tools, sizes })

const lathe = (
  id: string,
  part: DemoPart,
  name: string,
  stock: Sketch['stock'],
  fixture: string,
  program: string,
  tolerance: number,
  tools: Sketch['tools'],
): Sketch => ({ id, part, name, kind: 'lathe', unit: 'mm', slots: ['G54'], stock, fixture, program, tolerance, tools })

const SKETCHES: readonly Sketch[] = [
  mill('bush-30', bush, 'Op 30', ['G54'], [22, 22, 40], 'collet block', 'O3112, issue 1', 0.05, [
    ['2', 'end-mill', 6, 3],
    ['5', 'drill', 3.3, 2],
    ['6', 'tap', 4, null],
  ]),
  mill('seat-10', seat, 'Op 10', ['G54'], [90, 90, 16], 'vise, hard jaws', 'O3210, issue 2', 0.04, [
    ['1', 'face-mill', 50, 4],
    ['4', 'end-mill', 12, 4],
  ]),
  mill(
    'seat-20',
    seat,
    'Op 20',
    ['G54', 'G55'],
    [88, 88, 14],
    'two vises, soft jaws 12',
    'O3211, issue 1',
    0.02,
    [
      ['4', 'end-mill', 12, 4],
      ['9', 'boring-head', 34, 1],
      ['5', 'spot-drill', 10, 2],
    ],
    [
      ['seat bore', 'bored', 34, 0.025, 0, '9', 5],
      ['face to seat', 'depth', 6.5, 0.03, -0.03, '4', 10],
    ],
  ),
  mill('seat-30', seat, 'Op 30', ['G56'], [88, 88, 14], 'plug in the bore', 'O3212, issue 1', 0.05, [
    ['7', 'drill', 6.6, 2],
    ['12', 'chamfer-mill', 8, 4],
  ]),
  mill('body-10', gaugeBody, 'Op 10', ['G54'], [120, 40, 40], 'vise, hard jaws', 'O3310, issue 1', 0.05, [
    ['4', 'end-mill', 12, 4],
    ['8', 'end-mill', 6, 3],
  ]),
  mill('body-20', gaugeBody, 'Op 20', ['G54'], [118, 38, 38], 'vise, soft jaws 4', 'O3311, issue 1', 0.03, [
    ['8', 'end-mill', 6, 3],
    ['7', 'drill', 6.6, 2],
    ['11', 'reamer', 7, 6],
  ]),
  mill('body-30', gaugeBody, 'Op 30', ['G55'], [118, 38, 38], 'angle plate', 'O3312, issue 1', 0.05, [['3', 'drill', 4.2, 2]]),
  mill('body-40', gaugeBody, 'Op 40, engraving', ['G56'], [118, 38, 38], 'vise, soft jaws 4', 'O3313, issue 1', 0.1, [
    ['12', 'chamfer-mill', 8, 4],
  ]),
  lathe('pin-20', pin, 'Op 20, point', [8, 8, 62], 'collet 8, stop', 'O3411, issue 1', 0.02, [['1', 'turning', null, null]]),
  mill(
    'cam-10',
    cam,
    'Op 10',
    ['G54'],
    [3, 2, 0.5],
    'vise, hard jaws',
    'O3510, issue 1',
    0.002,
    [
      ['1', 'face-mill', 2, 5],
      ['2', 'end-mill', 0.5, 4],
    ],
    [['hub', 'inside', 0.75, 0.001, 0, '2', 4]],
    'in',
  ),
  mill(
    'cam-20',
    cam,
    'Op 20, profile',
    ['G55'],
    [3, 2, 0.5],
    'arbor in the hub',
    'O3511, issue 2',
    0.002,
    [['2', 'end-mill', 0.5, 4]],
    [],
    'in',
  ),
  mill('cam-30', cam, 'Op 30', ['G56'], [3, 2, 0.5], 'arbor in the hub', 'O3512, issue 1', 0.004, [['4', 'saw', 2.5, null]], [], 'in'),
  mill(
    'cam-40',
    cam,
    'Op 40, set screw',
    ['G56'],
    [3, 2, 0.5],
    'vise, soft jaws',
    'O3513, issue 1',
    0.01,
    [
      ['3', 'drill', 0.159, 2],
      ['7', 'tap', 0.19, null],
    ],
    [],
    'in',
  ),
  lathe('bush-40', bush, 'Op 40, polish', [22, 22, 40], 'mandrel 8', 'O3113, issue 1', 0.05, [['1', 'turning', null, null]]),
]

export type PlannedOnly = OperationBody & { id: string; part: string }

/** The sketches as operations, with the order of work that the planner's editor would make of them. */
export function plannedOnly(gauges: readonly Gauge[]): PlannedOnly[] {
  return SKETCHES.map(({ id, part, name, kind, unit, slots, stock: [x, y, z], fixture, program, tolerance, tools, sizes = [] }) => {
    const length = unit === 'mm' ? mm : inch
    const said: Omit<OperationBody, 'steps'> = {
      name,
      revision: part.revision,
      kind,
      unit,
      machines: [],
      slots,
      purposes: {},
      stock: box(length, kind === 'lathe' ? [-x / 2, x / 2] : [0, x], kind === 'lathe' ? [-y / 2, y / 2] : [0, y], [-z, 0]),
      fixture,
      fixtureRepeat: null,
      tolerance: length(tolerance),
      clearance: length(unit === 'mm' ? 50 : 2),
      features: [],
      sizes: sizes.map(([size, of, nominal, upper, lower, tool, every]) => ({
        name: size,
        kind: of,
        nominal: length(nominal),
        upper: length(upper),
        lower: length(lower),
        tool,
        gauge: null,
        every,
      })),
      tools: tools.map(([number, of, across, flutes]) => ({
        number,
        offset: number,
        diameterOffset: number,
        diameter: false,
        need: { kind: of, diameter: across === null ? null : (length(across) as Nm), flutes },
      })),
      program,
    }
    return {
      ...said,
      id,
      part: part.id,
      steps: orderOfWork(said, gauges).map((step) => ({ ...step, preset: { ...step.preset }, checks: undefined })),
    }
  })
}
