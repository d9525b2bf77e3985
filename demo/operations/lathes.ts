import { inch, mm, type PlannedTool } from '@rook/core'
import { faceStep, homed, routineStep, runStep, seated, seen, skimStep, touchStep, zeroStep } from '../steps.ts'
import { box, type DemoOperation } from './operation.ts'
import { shallot, pivot } from './parts.ts'

const called = (number: string): PlannedTool => ({ number, offset: number, diameterOffset: number, diameter: false })

export const LATHES: DemoOperation[] = [
  {
    id: 'shallot-10',
    machine: 'lathe-1',
    part: shallot,
    name: 'Op 10',
    slots: ['G54', 'G57'],
    purposes: { G54: 'front end', G57: 'back end, in the sub-spindle' },
    stock: box(mm, [-31, 31], [-31, 31], [-150, 0]),
    fixture: 'three-jaw, soft jaws 61',
    holding: { kind: 'chuck', stickOut: mm(84) },
    fixtureRepeat: mm(0.02),
    program: 'N0312, issue 3',
    tools: ['1', '2', '3', '4', '5', '7', '9'].map(called),
    truth: { G54: { X: mm(0), Z: mm(-455.3) }, G57: { X: mm(0), Z: mm(-118.46) } },
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
      routineStep('datum', 'Stations of the turret', 'the master reaches 45.000 and 12.500, by the height gauge', 'station-datum', {
        tool: '1',
        for: 'all',
      }),
      routineStep('out-T7', 'T7, a first geometry', 'set into its station today, by the rule', 'tool-stick-out', { tool: '7' }),
      ...['2', '9'].map((station) =>
        routineStep(`centre-${station}`, `Centre of station ${station}`, 'indicator in the chuck, round its bore', 'station-centre', {
          station,
          slot: 'G54',
          round: 'hole',
          with: 'indicator-1',
        }),
      ),
      ...['4', '5', '7'].flatMap((number) => [
        routineStep(`arm-T${number}`, `X of T${number}`, 'on the setter arm', 'tool-on-arm', {
          tool: number,
          setter: 'arm-lathe-1',
          face: 'X-',
        }),
        touchStep(number, 'on the face, over Feeler 0.05', 'G54', '0', 'feeler-05'),
      ]),
      ...['2', '9'].flatMap((number) => [
        routineStep(`centre-T${number}`, `X of T${number}`, 'on the centre of its station', 'on-centre', { tool: number }),
        touchStep(number, 'on the face, over Feeler 0.05', 'G54', '0', 'feeler-05'),
      ]),
      zeroStep('axis-sub', 'G57 X is the spindle axis', 'work/G57/X/geometry', 'zero on purpose'),
      zeroStep('master-sub', 'T11 is the master of the sub-spindle', 'tool/11/Z/geometry', 'its geometry Z is zero on purpose'),
      faceStep('G57', '11', '0', 'face of the back end, over Feeler 0.05', 'feeler-05'),
      skimStep('11', 'Turning tool 80\u00b0 for the second side', 'G57'),
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
    stock: box(inch, [-0.3125, 0.3125], [-0.3125, 0.3125], [-6, 0]),
    fixture: 'collet 5/8',
    holding: { kind: 'collet', stickOut: inch(1.5) },
    fixtureRepeat: inch(0.0006),
    program: 'PIVOT-1, issue 1',
    tools: ['1', '2', '4'].map(called),
    truth: { G54: { X: inch(0), Z: inch(-14.3301) } },
    steps: [
      homed,
      seated('bar 5/8, stop in the collet'),
      zeroStep('master', 'T1 is the master', 'tool/1/Z/geometry', 'its geometry Z is zero on purpose'),
      zeroStep('axis', 'G54 X is the spindle axis', 'work/G54/X/geometry', 'zero on purpose'),
      faceStep('G54', '1', '0', 'faced end, bare contact', 'none'),
      routineStep('centre-2', 'Centre of station 2', 'indicator in the collet, round its bore', 'station-centre', {
        station: '2',
        slot: 'G54',
        round: 'hole',
        with: 'indicator-1',
      }),
      runStep('run', 'Tools T1, T2, T4', 'X on the ground bar 5/8, the drill on centre; Z on the face', {
        'x-method': 'known',
        'x-place': '0.625',
        'z-method': 'part',
        slot: 'G54',
        between: 'none',
        place: '0',
        'on-centre': '2',
      }),
      seen,
    ],
  },
]
