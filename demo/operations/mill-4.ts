import { mm, type PlannedSize, type PlannedTool, type SizeKind } from '@rook/core'
import { constantStep, edgeStep, faceStep, homed, routineStep, runStep, seated, seen, setterStep } from '../steps.ts'
import { box, type DemoOperation } from './operation.ts'
import { chest } from './parts.ts'

const called = (number: string, diameter: boolean, D = number): PlannedTool => ({ number, offset: number, diameterOffset: D, diameter })

/** The end mills and the face mill are compensated for; the rest make the size that they have. */
const TOOLS: PlannedTool[] = [
  called('1', true),
  called('2', true),
  called('3', true, '53'),
  called('4', true),
  called('5', false),
  called('6', false),
  called('7', false),
  called('8', false),
  called('9', false),
  called('10', false),
]

const size = (
  name: string,
  kind: SizeKind,
  nominal: number,
  [upper, lower]: [number, number],
  tool: string,
  gauge: string,
  every: number | null,
): PlannedSize => ({ name, kind, nominal: mm(nominal), upper: mm(upper), lower: mm(lower), tool, gauge, every })

const sides = (axis: 'X' | 'Y') =>
  routineStep(`sides-${axis}`, `Setter C, sides in ${axis}`, 'Pin 10 in the spindle, once a week', 'setter-sides', {
    setter: 'setter-c',
    axis,
    pin: 'pin-10',
  })

export const MILL_4: DemoOperation[] = [
  {
    id: 'chest-10',
    machine: 'mill-4',
    part: chest,
    name: 'Op 10',
    slots: ['G54'],
    stock: box(mm, [0, 240], [0, 90], [-32, 0.5]),
    fixture: 'two vises, hard jaws',
    holding: { kind: 'vise', count: 2, fixedJaw: 'Y+', grip: mm(12), parallels: mm(20), bed: mm(34.85) },
    outline: 'windchest-cheek.svg',
    fixtureRepeat: mm(0.006),
    program: 'O2610, issue 3',
    tolerance: mm(0.06),
    clearance: mm(60),
    features: [{ name: 'wind hole', x: mm(60), y: mm(45), size: mm(28) }],
    tools: TOOLS,
    truth: { G54: { X: mm(-612.48), Y: mm(-255.114), Z: mm(-521.36) } },
    steps: [
      homed,
      seated('in both vises, on parallels 20'),
      routineStep('zero-G54-A', 'Zero G54, A', 'rotary table level, indicator along its plate', 'rotary-zero', {
        slot: 'G54',
        axis: 'A',
        how: 'face',
        indicator: 'indicator-1',
        run: '120',
        place: '0',
      }),
      constantStep('setter-c', 'gauge:master-150'),
      sides('X'),
      runStep('tools', 'Tools T1 to T10', 'length on Setter C, diameter where it is compensated', {
        method: 'setter',
        setter: 'setter-c',
        'diameter-method': 'one-side',
        axis: 'X',
        direction: '+',
      }),
      setterStep('11', 'stands in for T2, on Setter C', 'setter-c'),
      edgeStep('G54', 'X', '+', 'finder-10', '0', 'left end of the cheek'),
      edgeStep('G54', 'Y', '-', 'finder-10', '90', 'against the fixed jaws'),
      faceStep('G54', '3', '0.5', 'raw top, 0.5 of it is cut away'),
      seen,
    ],
  },
  {
    id: 'chest-20',
    machine: 'mill-4',
    part: chest,
    name: 'Op 20',
    slots: ['G55'],
    stock: box(mm, [0, 240], [0, 90], [-31.5, 0]),
    fixture: 'two vises, soft jaws 9',
    holding: { kind: 'vise', count: 2, fixedJaw: 'Y+', grip: mm(6), parallels: mm(20), bed: mm(34.85) },
    fixtureRepeat: mm(0.005),
    program: 'O2611, issue 2',
    tolerance: mm(0.04),
    clearance: mm(60),
    purposes: { G55: 'both vises, second side' },
    sizes: [
      size('pocket 40', 'inside', 40, [0.025, -0.005], '3', 'bore-40', 10),
      size('pocket floor', 'depth', 18, [0.05, -0.05], '3', 'height-1', 25),
      size('wind hole 28', 'bored', 28, [0.021, -0.001], '10', 'bore-28', null),
    ],
    tools: TOOLS.filter(({ number }) => ['3', '4', '10'].includes(number)),
    truth: { G55: { X: mm(-612.902), Y: mm(-254.87), Z: mm(-521.86) } },
    steps: [
      homed,
      seated('in soft jaws 9, tapped down'),
      constantStep('setter-c', 'gauge:master-150'),
      sides('X'),
      runStep('tools', 'Tools T3, T4, T10', 'length on Setter C, diameter of the end mills', {
        method: 'setter',
        setter: 'setter-c',
        'diameter-method': 'one-side',
        axis: 'X',
        direction: '+',
      }),
      edgeStep('G55', 'X', '+', 'finder-10', '0', 'left end'),
      edgeStep('G55', 'Y', '-', 'finder-10', '90', 'against the fixed jaws'),
      faceStep('G55', '3', '0', 'milled face'),
      routineStep('copied', 'D3 from D53', 'O2540 calls the finishing mill by its own number', 'copied-offset', {
        from: 'tool/53/diameter/geometry',
        to: '3',
      }),
      routineStep('size-pocket', 'Pocket 40, first part', 'measured with Bore gauge 40', 'side-size', {
        tool: '3',
        kind: 'inside',
        by: 'measured',
        with: 'bore-40',
        target: '40.010',
      }),
      routineStep('size-depth', 'Pocket floor, first part', 'measured with the height gauge', 'depth-size', {
        tool: '3',
        by: 'measured',
        with: 'height-1',
        target: '-18',
      }),
      routineStep('size-bore', 'Wind hole 28, first part', 'measured with Bore gauge 28', 'boring-head', {
        tool: '10',
        dial: 'diameter',
        with: 'bore-28',
        target: '28.010',
      }),
      seen,
    ],
  },
]
