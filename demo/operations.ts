import { inch, mm, type Nm, type StockBox } from '@rook/core'
import type { StepPlan } from '@rook/contract'
import { constantStep, edgeStep, faceStep, homed, seated, seen, setterStep, skimStep, touchStep, zeroStep } from './steps.ts'

export interface DemoOperation {
  id: string
  machine: string
  part: { id: string; name: string; revision: string }
  name: string
  slots: string[]
  stock: StockBox | null
  fixture: string
  fixtureRepeat: Nm | null
  program: string
  steps: StepPlan[]
  /** Where the zeros truly lie, by slot and axis; Z is where the gauge line (or the master) stands at part zero. */
  truth: Record<string, Record<string, Nm>>
}

const box = (unit: (value: number) => Nm, x: [number, number], y: [number, number], z: [number, number]): StockBox => ({
  X: { from: unit(x[0]), to: unit(x[1]) },
  Y: { from: unit(y[0]), to: unit(y[1]) },
  Z: { from: unit(z[0]), to: unit(z[1]) },
})

const flange = { id: 'flange', name: 'Wind-trunk flange', revision: 'C' }
const arm = { id: 'roller-arm', name: 'Roller arm', revision: 'A' }
const square = { id: 'square', name: 'Stop-action square', revision: 'B' }
const bracket = { id: 'bracket', name: 'Pallet magnet bracket', revision: 'F' }
const shallot = { id: 'shallot', name: 'Reed shallot', revision: 'D' }
const pivot = { id: 'pivot', name: 'Roller arm pivot', revision: 'A' }

export const OPERATIONS: DemoOperation[] = [
  {
    id: 'flange-20',
    machine: 'mill-3',
    part: flange,
    name: 'Op 20, rev C',
    slots: ['G54'],
    stock: box(mm, [0, 92], [0, 63], [-18, 0.8]),
    fixture: 'fixture 7, parallels 12',
    fixtureRepeat: mm(0.004),
    program: 'O2417, issue 5',
    truth: { G54: { X: mm(-313.204), Y: mm(-169.703), Z: mm(-476.5655) } },
    steps: [
      homed,
      seated('on parallels 12, against both stops'),
      edgeStep('G54', 'X', '+', 'finder-10', '0', 'left side of the flange'),
      edgeStep('G54', 'Y', '+', 'finder-10', '0', 'near side of the flange'),
      setterStep('4', 'End mill 12, on Setter A', 'setter-a'),
      setterStep('5', 'Spot drill 10, on Setter A', 'setter-a'),
      setterStep('7', 'Drill 6.6, on Setter A', 'setter-a'),
      setterStep('12', 'Chamfer mill 8, on Setter A', 'setter-a'),
      faceStep('G54', '4', '0.8', 'top face, 0.8 of it is cut away'),
      seen,
    ],
  },
  {
    id: 'arm-10',
    machine: 'mill-3',
    part: arm,
    name: 'Op 10, rev A',
    slots: ['G55'],
    stock: box(mm, [-60, 60], [-12.5, 12.5], [-9, 0]),
    fixture: 'vise B, soft jaws 3',
    fixtureRepeat: mm(0.008),
    program: 'O2388, issue 2',
    truth: { G55: { X: mm(-488.12), Y: mm(-212.446), Z: mm(-489.21) } },
    steps: [
      homed,
      seated('in soft jaws 3, tapped down'),
      constantStep('setter-a', 'gauge:master-150'),
      edgeStep('G55', 'X', '+', 'probe-2', '-60', 'left end of the arm'),
      edgeStep('G55', 'Y', '-', 'probe-2', '12.5', 'against the fixed jaw'),
      setterStep('4', 'End mill 12, on Setter A', 'setter-a'),
      setterStep('9', 'Boring head 34, on Setter A', 'setter-a'),
      faceStep('G55', '4', '0', 'top face, over Shim 1.000', 'shim-1'),
      seen,
    ],
  },
  {
    id: 'square-10',
    machine: 'mill-2',
    part: square,
    name: 'Op 10, rev B',
    slots: ['G54', 'G55'],
    stock: box(mm, [0, 48], [0, 48], [-6, 0]),
    fixture: 'plate 2, toe clamps',
    fixtureRepeat: mm(0.006),
    program: 'P118, issue 9',
    truth: { G54: { X: mm(-602.318), Y: mm(-288.114), Z: mm(-488.302) }, G55: { X: mm(-402.326), Y: mm(-288.12), Z: mm(-488.297) } },
    steps: [
      homed,
      seated('both blanks against the rail'),
      edgeStep('G54', 'X', '+', 'finder-10', '0', 'left blank, left side'),
      edgeStep('G54', 'Y', '-', 'finder-10', '48', 'left blank, far side'),
      edgeStep('G55', 'X', '+', 'finder-10', '0', 'right blank, left side'),
      edgeStep('G55', 'Y', '-', 'finder-10', '48', 'right blank, far side'),
      zeroStep('reference', 'T1 is the reference', 'tool/1/length/geometry', 'its length is zero on purpose'),
      faceStep('G54', '1', '0', 'left blank, over Paper 0.1', 'paper'),
      faceStep('G55', '1', '0', 'right blank, over Paper 0.1', 'paper'),
      touchStep('2', 'End mill 10, over Shim 1.000', 'G54', '0', 'shim-1'),
      touchStep('3', 'Drill 4.2, over Shim 1.000', 'G54', '0', 'shim-1'),
      touchStep('4', 'Slitting saw 1.2, over Shim 1.000', 'G54', '0', 'shim-1'),
      seen,
    ],
  },
  {
    id: 'bracket-10',
    machine: 'mill-1',
    part: bracket,
    name: 'Op 10, rev F',
    slots: ['G54'],
    stock: box(inch, [0, 3.5], [-2, 0], [-1, 0.03]),
    fixture: 'vise A, parallels 1-1/4',
    fixtureRepeat: inch(0.0003),
    program: 'BRKT-10, issue 14',
    truth: { G54: { X: inch(-18.4412), Y: inch(-7.9036), Z: inch(-17.2104) } },
    steps: [
      homed,
      seated('on parallels 1-1/4, stop on the left'),
      edgeStep('G54', 'X', '+', 'finder-2in', '0', 'left side, at the stop'),
      edgeStep('G54', 'Y', '-', 'finder-2in', '0', 'far side, at the fixed jaw'),
      zeroStep('z-zero', 'G54 Z holds zero', 'work/G54/Z/geometry', 'tool lengths carry part zero here'),
      touchStep('1', 'End mill 1/2, over Shim 0.010', 'G54', '0.030', 'shim-10thou'),
      touchStep('2', 'Drill #7, over Shim 0.010', 'G54', '0.030', 'shim-10thou'),
      touchStep('3', 'Chamfer mill, over Shim 0.010', 'G54', '0.030', 'shim-10thou'),
      touchStep('6', 'Tap 1/4-20, over Shim 0.010', 'G54', '0.030', 'shim-10thou'),
      seen,
    ],
  },
  {
    id: 'shallot-10',
    machine: 'lathe-1',
    part: shallot,
    name: 'Op 10, rev D',
    slots: ['G54'],
    stock: null,
    fixture: 'three-jaw, soft jaws 61',
    fixtureRepeat: mm(0.02),
    program: 'N0312, issue 3',
    truth: { G54: { X: mm(0), Z: mm(-455.3) } },
    steps: [
      homed,
      seated('bar 61, 84 out of the jaws, faced'),
      zeroStep('master', 'T1 is the master', 'tool/1/Z/geometry', 'its geometry Z is zero on purpose'),
      zeroStep('axis', 'G54 X is the spindle axis', 'work/G54/X/geometry', 'zero on purpose'),
      faceStep('G54', '1', '0', 'faced end, over Feeler 0.05', 'feeler-05'),
      skimStep('1', 'Turning tool 80\u00b0, skim and measure', 'G54'),
      skimStep('3', 'Boring bar 10, skim and measure', 'G54'),
      touchStep('3', 'Boring bar 10, over Feeler 0.05', 'G54', '0', 'feeler-05'),
      seen,
    ],
  },
  {
    id: 'pivot-10',
    machine: 'lathe-2',
    part: pivot,
    name: 'Op 10, rev A',
    slots: ['G54'],
    stock: null,
    fixture: 'collet 5/8',
    fixtureRepeat: inch(0.0006),
    program: 'PIVOT-1, issue 1',
    truth: { G54: { X: inch(0), Z: inch(-14.3301) } },
    steps: [
      homed,
      seated('bar 5/8, stop in the collet'),
      zeroStep('master', 'T1 is the master', 'tool/1/Z/geometry', 'its geometry Z is zero on purpose'),
      zeroStep('axis', 'G54 X is the spindle axis', 'work/G54/X/geometry', 'zero on purpose'),
      faceStep('G54', '1', '0', 'faced end, bare contact', 'none'),
      skimStep('1', 'Turning tool 55\u00b0, skim and measure', 'G54'),
      seen,
    ],
  },
]
