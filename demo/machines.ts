import { inch, mm, PLAIN_TURNING, type Microdegrees, type Nm } from '@rook/core'
import type { MachineSent } from '@rook/contract'

export interface DemoTool {
  number: string
  assembly: string
  name: string
  /** How far it truly reaches, from the gauge line (mills) or from the master's tip (lathes). */
  reach: Nm
  /** True geometry X on a lathe, in what its X readout shows. */
  side?: Nm
  estimate: Nm | null
  /** Diameter as it truly cuts, mills only. */
  width?: Nm
  /** Nose radius and tip direction as they are typed into the tools table, lathes only. */
  nose?: { radius: string; tip: string }
}

export interface DemoMachine {
  id: string
  record: MachineSent
  /** Tools of it that stand in for each other. */
  families?: { name: string; called: string; members: string[] }[]
  tools: DemoTool[]
}

const slots = (...named: [string, string?][]) => named.map(([code, name]) => ({ code, name: name ?? null }))

const tool = (number: string, assembly: string, name: string, reach: Nm, estimate: Nm | null, side?: Nm): DemoTool => ({
  number,
  assembly,
  name,
  reach,
  estimate,
  ...(side === undefined ? {} : { side }),
})

const cutter = (number: string, assembly: string, name: string, reach: number, estimate: number, width: number): DemoTool => ({
  ...tool(number, assembly, name, mm(reach), mm(estimate)),
  width: mm(width),
})

export const MACHINES: DemoMachine[] = [
  {
    id: 'mill-1',
    record: {
      name: 'Mill 1',
      kind: 'mill',
      unit: 'in',
      increment: inch(0.0001),
      travels: [
        { axis: 'X', min: inch(-30), max: inch(0) },
        { axis: 'Y', min: inch(-16), max: inch(0) },
        { axis: 'Z', min: inch(-20), max: inch(0) },
      ],
      slots: slots(['G54', 'vise A'], ['G55', 'vise B'], ['G56'], ['G57'], ['G58'], ['G59']),
      lengthConvention: 'touch-off',
      diameterRegister: 'radius',
      xReads: 'diameter',
    },
    tools: [
      tool('1', 'em-500-a', 'End mill 1/2, 3 flutes', inch(4.3117), inch(4.3)),
      tool('2', 'dr-201', 'Drill #7', inch(4.9025), inch(4.9)),
      tool('3', 'ch-90-a', 'Chamfer mill 90\u00b0', inch(3.7718), inch(3.75)),
      tool('6', 'tap-14-20', 'Tap 1/4-20', inch(5.1244), inch(5.1)),
    ],
  },
  {
    id: 'mill-2',
    record: {
      name: 'Mill 2',
      kind: 'mill',
      unit: 'mm',
      increment: mm(0.001),
      travels: [
        { axis: 'X', min: mm(-760), max: mm(0) },
        { axis: 'Y', min: mm(-410), max: mm(0) },
        { axis: 'Z', min: mm(-510), max: mm(0) },
      ],
      slots: slots(['G54', 'plate, left'], ['G55', 'plate, right'], ['G56'], ['G57']),
      lengthConvention: 'reference-tool',
      diameterRegister: 'diameter',
      xReads: 'diameter',
    },
    tools: [
      tool('1', 'fm-40-a', 'Face mill 40, the reference', mm(96.218), mm(96)),
      tool('2', 'em-10-c', 'End mill 10', mm(112.406), mm(112.5)),
      tool('3', 'dr-42', 'Drill 4.2', mm(134.871), mm(135)),
      tool('4', 'br-8', 'Slitting saw 1.2', mm(88.953), mm(89)),
    ],
  },
  {
    id: 'mill-3',
    record: {
      name: 'Mill 3',
      kind: 'mill',
      unit: 'mm',
      increment: mm(0.0001),
      travels: [
        { axis: 'X', min: mm(-660), max: mm(0) },
        { axis: 'Y', min: mm(-410), max: mm(0) },
        { axis: 'Z', min: mm(-560), max: mm(0) },
      ],
      slots: slots(
        ['G54', 'fixture 7'],
        ['G55', 'vise B, op 10'],
        ['G56'],
        ['G57'],
        ['G54.1 P1'],
        ['G54.1 P2'],
        ['G54.1 P3'],
        ['G54.1 P4'],
      ),
      lengthConvention: 'gauge-length',
      diameterRegister: 'radius',
      xReads: 'diameter',
      rotates: true,
      // Close work is done here: a lead has tightened what is let pass.
      limits: { lengthMoves: mm(0.015), sizeOff: mm(0.03) },
      startUp: [
        'Air at 6 bar, mist collector on',
        'Spindle warmed up for 10 minutes',
        'Table and fixture plate wiped, no chip under the vise',
      ],
    },
    tools: [
      cutter('4', 'em-12-b', 'End mill 12', 103.4755, 103.5, 11.982),
      tool('5', 'sp-10', 'Spot drill 10', mm(91.208), mm(91)),
      tool('7', 'dr-66', 'Drill 6.6', mm(138.0221), mm(138)),
      tool('9', 'bh-34', 'Boring head 34', mm(121.647), null),
      tool('12', 'ch-8', 'Chamfer mill 8', mm(84.9312), mm(85)),
    ],
  },
  {
    id: 'lathe-1',
    families: [{ name: 'Finishing outside', called: '4', members: ['4', '7'] }],
    record: {
      name: 'Lathe 1',
      kind: 'lathe',
      unit: 'mm',
      increment: mm(0.001),
      travels: [
        { axis: 'X', min: mm(-420), max: mm(0) },
        { axis: 'Z', min: mm(-620), max: mm(0) },
      ],
      slots: [...slots(['G54', 'main spindle'], ['G55']), { code: 'G57', name: 'second side', spindle: 'sub' }],
      spindles: ['main', 'sub'],
      turrets: [
        {
          name: 'A',
          stations: 12,
          across: mm(320),
          printed: { X: mm(-338.9), Z: mm(-12.5) },
          special: [
            { number: 2, use: 'drilling', spindle: 'main' },
            { number: 6, use: 'driven', spindle: 'main' },
            { number: 8, use: 'driven', spindle: 'main' },
            { number: 9, use: 'drilling', spindle: 'main' },
            { number: 11, use: 'turning', spindle: 'sub' },
          ],
        },
      ],
      turning: {
        ...PLAIN_TURNING,
        masters: { main: '1', sub: '11' },
        changeAt: { X: mm(-40), Z: mm(-240) },
        chucks: { main: { across: mm(165), length: mm(82) }, sub: { across: mm(135), length: mm(70) } },
      },
      lengthConvention: 'reference-tool',
      diameterRegister: 'diameter',
      xReads: 'diameter',
    },
    tools: [
      { ...tool('1', 'ld-80-a', 'Turning tool 80\u00b0, the master', mm(0), null, mm(-248.832)), nose: { radius: '0.8', tip: '3' } },
      { ...tool('3', 'bb-10', 'Boring bar 10', mm(53.132), null, mm(-231.406)), nose: { radius: '0.4', tip: '2' } },
      { ...tool('2', 'dr-85-l', 'Drill 8.5', mm(83.704), mm(96), mm(-210.44)), nose: { radius: '0', tip: '7' } },
      { ...tool('4', 'ld-55-l', 'Turning tool 55\u00b0', mm(-0.412), mm(44.5), mm(-250.014)), nose: { radius: '0.4', tip: '3' } },
      { ...tool('7', 'ld-35-l', 'Turning tool 35\u00b0', mm(1.206), mm(46), mm(-246.75)), nose: { radius: '0.4', tip: '3' } },
      { ...tool('8', 'em-06-l', 'End mill 6, driven', mm(31.4), mm(44), mm(-262.1)), nose: { radius: '0', tip: '0' } },
      { ...tool('9', 're-90-l', 'Reamer 9 H7', mm(91.33), mm(104), mm(-210.44)), nose: { radius: '0', tip: '7' } },
      { ...tool('11', 'ld-80-s', 'Turning tool 80\u00b0, second side', mm(0), mm(45), mm(-249.118)), nose: { radius: '0.8', tip: '4' } },
      { ...tool('5', 'gr-2', 'Parting blade 2', mm(-11.874), null, mm(-244.17)), nose: { radius: '0.2', tip: '3' } },
    ],
  },
  {
    id: 'lathe-2',
    record: {
      name: 'Lathe 2',
      kind: 'lathe',
      unit: 'in',
      increment: inch(0.0001),
      travels: [
        { axis: 'X', min: inch(-8), max: inch(0) },
        { axis: 'Z', min: inch(-22), max: inch(0) },
      ],
      slots: slots(['G54', 'collet'], ['G55']),
      turrets: [{ name: 'A', stations: 8, special: [{ number: 2, use: 'drilling', spindle: 'main' }] }],
      lengthConvention: 'reference-tool',
      diameterRegister: 'diameter',
      xReads: 'radius',
    },
    tools: [
      { ...tool('1', 'ld-55-c', 'Turning tool 55\u00b0, the master', inch(0), null, inch(-4.8815)), nose: { radius: '.0156', tip: '3' } },
      { ...tool('4', 'ld-35-x', 'Turning tool 35\u00b0', inch(0.2118), null, inch(-4.9127)), nose: { radius: '.0157', tip: '3' } },
      { ...tool('2', 'dr-250', 'Drill 1/4', inch(1.4402), null, inch(-3.9021)), nose: { radius: '0', tip: '7' } },
    ],
  },
  {
    id: 'mill-4',
    families: [{ name: 'Roughing 16', called: '2', members: ['2', '11'] }],
    record: {
      name: 'Mill 4',
      kind: 'mill',
      unit: 'mm',
      increment: mm(0.001),
      travels: [
        { axis: 'X', min: mm(-1020), max: mm(0) },
        { axis: 'Y', min: mm(-510), max: mm(0) },
        { axis: 'Z', min: mm(-630), max: mm(0) },
      ],
      slots: slots(['G54', 'two vises'], ['G55'], ['G56'], ['G57']),
      // A rotary table on the right of the vises; it turns without end.
      rotary: [{ axis: 'A', increment: 1000 as Microdegrees, travel: null, sense: 1 }],
      lengthConvention: 'gauge-length',
      diameterRegister: 'diameter',
      xReads: 'diameter',
      offsets: 99,
    },
    tools: [
      cutter('1', 'fm-63-a', 'Face mill 63', 92.314, 92.5, 63.021),
      cutter('2', 'em-16-a', 'End mill 16, roughing', 118.207, 118, 15.987),
      cutter('3', 'em-10-f', 'End mill 10, finishing', 109.446, 109.5, 9.994),
      cutter('4', 'em-06-b', 'End mill 6', 98.815, 99, 5.997),
      cutter('5', 'bn-08-a', 'Ball-nosed mill 8', 104.392, 104.5, 7.995),
      cutter('6', 'sp-12-a', 'Spot drill 12', 95.608, 95.5, 12),
      cutter('7', 'dr-50-a', 'Drill 5.0', 127.93, 128, 5),
      cutter('8', 're-50-a', 'Reamer 5.1', 131.084, 131, 5.1),
      cutter('9', 'tp-m6-a', 'Tap M6', 121.377, 121.5, 6),
      cutter('10', 'bh-28-a', 'Boring head 28', 134.55, 134.5, 28),
      cutter('11', 'em-16-c', 'End mill 16, roughing, the second', 117.642, 117.5, 15.991),
    ],
  },
]
