import { inch, mm, PLAIN_TURNING, type MachineRecord, type Microdegrees } from '@rook/core'

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
  displayTurns: true,
  rotary: [],
  spindles: ['main'],
  turrets: [],
  turning: PLAIN_TURNING,
  offsets: 200,
  limits: {},
  startUp: [],
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

/** The same with a turret of twelve, two of its stations driven, one that works at a sub-spindle. */
export const TURRET_LATHE: MachineRecord = {
  ...LATHE,
  slots: [...LATHE.slots, { code: 'G57', name: 'second side', spindle: 'sub' }],
  spindles: ['main', 'sub'],
  turrets: [
    {
      name: 'turret',
      stations: 12,
      across: mm(320),
      printed: { X: mm(-338.9), Z: mm(-12.5) },
      special: [
        { number: 2, use: 'drilling', spindle: 'main' },
        { number: 8, use: 'driven', spindle: 'main' },
        { number: 11, use: 'turning', spindle: 'sub' },
      ],
    },
  ],
  turning: {
    ...PLAIN_TURNING,
    masters: { main: '1' },
    changeAt: { X: mm(-20), Z: mm(-60) },
    chucks: { main: { across: mm(165), length: mm(90) } },
  },
}

/** The same with a Y axis for its driven tools. */
export const Y_LATHE: MachineRecord = {
  ...TURRET_LATHE,
  id: 'y-lathe',
  travels: [...LATHE.travels, { axis: 'Y', min: mm(-50), max: mm(50) }],
}

/** A lathe in inches, with other travels. */
export const INCH_LATHE: MachineRecord = {
  ...LATHE,
  id: 'inch-lathe',
  name: 'Lathe 2',
  unit: 'in',
  increment: inch(0.0001),
  travels: [
    { axis: 'X', min: inch(-8), max: inch(0) },
    { axis: 'Z', min: inch(-22), max: inch(0) },
  ],
}

/** A mill with a fourth axis that turns without end, in thousandths of a degree. */
export const FOUR_AXES: MachineRecord = {
  ...MILL,
  id: 'four-axes',
  rotates: true,
  slots: ['G54', 'G55', 'G56', 'G57'].map((code) => ({ code, name: null })),
  rotary: [{ axis: 'A', increment: 1000 as Microdegrees, travel: null, sense: 1 }],
}
