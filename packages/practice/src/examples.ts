import type { PracticeSpec } from './spec.ts'

/** A mill whose every figure is round, so that what it must read can be worked out in the head. */
export const A_MILL: PracticeSpec = {
  id: 'mill-9',
  name: 'Mill 9',
  kind: 'mill',
  unit: 'mm',
  increment: 0.001,
  axes: { X: { min: -600, max: 0 }, Y: { min: -400, max: 0 }, Z: { min: -500, max: 0 } },
  startsAt: { X: -50, Y: -50, Z: -20 },
  slots: ['G54', 'G55', 'G54.1 P2'],
  diameterRegister: 'radius',
  xReads: 'diameter',
  tools: [
    { id: 'T4', name: 'End mill 12', number: 4, reach: 100, diameter: 12 },
    { id: 'finder', name: 'Finder 10', number: null, reach: 80, diameter: 10 },
  ],
  solids: [
    {
      name: 'the flange',
      what: 'part',
      section: { kind: 'box', x: [-300, -200], y: [-200, -140], bores: [{ x: -250, y: -170, diameter: 34 }] },
      bottom: -420,
      top: -400,
    },
    { name: 'the setter', what: 'setter', section: { kind: 'round', x: -500, y: -50, diameter: 30 }, bottom: -500, top: -350 },
  ],
  between: [{ id: 'shim-1', name: 'Shim 1.000', thickness: 1 }],
  cuts: [
    { name: 'pocket', kind: 'inside', nominal: 40, tool: 'T4', slot: 'G54' },
    { name: 'boss', kind: 'outside', nominal: 30, tool: 'T4', slot: 'G54' },
    { name: 'step', kind: 'depth', nominal: 5, tool: 'T4', slot: 'G54', zero: -400 },
  ],
  gauges: [{ id: 'caliper-1', name: 'Caliper', unit: 'mm', scatter: 0, step: 0.01 }],
  program: 'O1',
  scatter: 0,
  backlash: {},
  growth: { by: 0, minutes: 20 },
  seed: 'mill-9',
}

/** A lathe of the same kind: a bar of 60, its face at −450, its chuck 50 behind. */
export const A_LATHE: PracticeSpec = {
  ...A_MILL,
  id: 'lathe-9',
  name: 'Lathe 9',
  kind: 'lathe',
  axes: { X: { min: -400, max: 0 }, Z: { min: -600, max: 0 } },
  startsAt: { X: -20, Z: -20 },
  tools: [
    { id: 'T1', name: 'Turning tool', number: 1, reach: 0, side: -250 },
    { id: 'T3', name: 'Boring bar', number: 3, reach: 50, side: -230 },
  ],
  solids: [],
  bar: { diameter: 60, face: -450, jaws: -500 },
  between: [{ id: 'feeler', name: 'Feeler 0.05', thickness: 0.05 }],
  cuts: [{ name: 'outside', kind: 'turned', nominal: 24, tool: 'T1', slot: 'G54' }],
}
