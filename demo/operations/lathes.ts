import { inch, mm } from '@rook/core'
import { faceStep, homed, routineStep, seated, seen, skimStep, touchStep, zeroStep } from '../steps.ts'
import { type DemoOperation } from './operation.ts'
import { shallot, pivot } from './parts.ts'

export const LATHES: DemoOperation[] = [
  {
    id: 'shallot-10',
    machine: 'lathe-1',
    part: shallot,
    name: 'Op 10',
    slots: ['G54'],
    stock: null,
    fixture: 'three-jaw, soft jaws 61',
    holding: { kind: 'chuck', stickOut: mm(84) },
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
      routineStep('arm', 'Setter arm, moving X\u2212', 'with the master, after its skim', 'arm-constant', {
        setter: 'arm-lathe-1',
        tool: '1',
        face: 'X-',
      }),
      routineStep('arm-T5', 'X of T5', 'Parting blade 2, on the arm', 'tool-on-arm', { tool: '5', setter: 'arm-lathe-1', face: 'X-' }),
      routineStep('nose-T3', 'Nose and tip of T3', 'the box of the insert says CCMT 060204', 'nose-and-tip', {
        tool: '3',
        'nose-from': 'insert',
        tip: '2',
      }),
      routineStep('size-od', '\u00d818 outside, first part', 'with the micrometer, after a second cut', 'turned-size', {
        tool: '1',
        kind: 'outside',
        by: 'measured',
        target: '17.98',
      }),
      seen,
    ],
  },
  {
    id: 'pivot-10',
    machine: 'lathe-2',
    part: pivot,
    name: 'Op 10',
    slots: ['G54'],
    stock: null,
    fixture: 'collet 5/8',
    holding: { kind: 'collet', stickOut: inch(1.5) },
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
      routineStep('known-T4', 'X of T4', 'Turning tool 35\u00b0, on the ground bar 5/8', 'known-diameter', {
        tool: '4',
        slot: 'G54',
        surface: 'outside',
        between: 'none',
        place: '0.625',
      }),
      seen,
    ],
  },
]
