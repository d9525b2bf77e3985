import { minus, mm, nm, plus, type Nm } from '../length/index.ts'
import { geometryRegister, registerKey, workRegister } from '../machine/index.ts'
import {
  chosenTool,
  placeInput,
  readingInput,
  readoutOf,
  settle,
  slipsOf,
  slotInput,
  toolInput,
  valueOf,
  type Routine,
  type Sheet,
  type SingleTouch,
} from '../routine/index.ts'
import { restingOn } from '../reach/index.ts'

/** Standard uncertainty of a diameter read with an outside micrometer at the machine: 3 µm. */
const MICROMETER = { label: 'measured diameter', standard: 3_000 }

/**
 * Tool X from a turned diameter: a skim cut, measured without X having moved.
 * G_x = M − W − P, where P is the diameter, or half of it when the machine reads radii.
 */
export const turnedDiameter: Routine = {
  id: 'turned-diameter',
  name: 'Tool X from a turned diameter',
  manner: 'from a turned diameter',
  purpose: 'A lathe tool\u2019s geometry X from a skim cut and the diameter measured on it.',
  kind: 'touch-off',
  machines: ['lathe'],

  inputs(scene) {
    return [
      toolInput(scene),
      slotInput(scene, 'Part zero in'),
      readingInput('X', scene.machine, 'Machine X at the cut'),
      placeInput('Diameter measured'),
    ]
  },

  sheet(values, scene) {
    const tool = chosenTool(values, scene)
    const slot = values.choice('slot')
    const zero = slot ? scene.standing[registerKey(workRegister(slot, 'X'))] : undefined
    const reading = values.length('reading')
    const diameter = values.length('place')
    const readsRadius = scene.machine.xReads === 'radius'
    const place = diameter === null ? null : readsRadius ? nm(Math.round(diameter / 2)) : diameter
    const target = tool ? geometryRegister(tool.offset, 'X') : null
    const touch: SingleTouch | null =
      zero && reading !== null && place !== null
        ? {
            axis: 'X',
            direction: -1,
            reading,
            place,
            known: zero.value,
            finds: 'H',
            radius: nm(0),
            thickness: nm(0),
            alternatives: { finders: [], between: [], known: [] },
          }
        : null
    const settled =
      touch && tool ? settle(valueOf(touch), [restingOn(`${slot} X`, zero!), MICROMETER], scene.machine.increment) : null
    const half = diameter === null ? mm(25) : nm(Math.round(diameter / 2))
    const sheet: Sheet = {
      target,
      refusal:
        slot && !zero
          ? {
              input: 'slot',
              sentence: `${slot} X is unset on ${scene.machine.name}; unset is not zero. Record it as deliberately zero if the spindle axis is X0.`,
            }
          : place !== null && place <= 0
            ? { input: 'place', sentence: 'Diameter measured: a diameter is more than zero; type what the micrometer shows.' }
            : null,
      working: {
        unit: scene.machine.unit,
        lines: [
          { operation: 'start', label: 'Machine X at the cut', figure: reading, input: 'reading' },
          { operation: 'less', label: slot ? `${slot} X` : 'work offset X', figure: zero?.value ?? null },
          ...(readsRadius
            ? [
                { operation: 'aside' as const, label: 'Diameter measured', figure: diameter, input: 'place' },
                { operation: 'less' as const, label: 'half of it, X reads radii', figure: place },
              ]
            : [{ operation: 'less' as const, label: 'Diameter measured', figure: diameter, input: 'place' }]),
        ],
        result: {
          label: tool ? `T${tool.number} geometry X` : 'Geometry X',
          figure: settled?.value ?? null,
          expanded: settled?.uncertainty.expanded ?? null,
        },
      },
      drawing: sideOfBar(half, touch === null, tool?.number ?? null),
      result: null,
    }
    if (!touch || !settled || !tool || !target || sheet.refusal) return sheet
    return {
      ...sheet,
      result: {
        writes: [{ register: target, ...settled, state: 'set', assembly: tool.assembly }],
        readings: [{ axis: 'X', label: 'machine X at the cut', value: touch.reading }],
        readouts: [
          {
            key: `cut/T${tool.number}`,
            sentence: `T${tool.number} at that cut, ${slot} active: the control must read`,
            axis: 'X',
            value: readoutOf(touch),
          },
        ],
        gauges: [],
        slips: [
          ...slipsOf(touch, scene.machine.unit),
          { id: 'radius', phrase: 'the figure were a radius', corrected: valueOf({ ...touch, place: nm(touch.place * 2) }) },
          { id: 'radius', phrase: 'the figure were twice the diameter', corrected: valueOf({ ...touch, place: nm(Math.round(touch.place / 2)) }) },
        ],
      },
    }
  },
}

/** The bar from the front, its axis at X0, the tool's tip on its upper side; Z to the right, X up. */
function sideOfBar(half: Nm, lit: boolean, tool: string | null): Sheet['drawing'] {
  const length = mm(80)
  const tip = { x: minus(nm(0), mm(15)), y: half }
  return {
    view: 'front',
    horizontal: 'Z',
    vertical: 'X',
    toScale: true,
    solids: [
      { kind: 'stock', box: { min: { x: minus(nm(0), length), y: minus(nm(0), half) }, max: { x: nm(0), y: half } } },
      ...(tool
        ? [
            {
              kind: 'tool' as const,
              label: `T${tool}`,
              box: { min: { x: minus(tip.x, mm(4)), y: half }, max: { x: plus(tip.x, mm(4)), y: plus(half, mm(30)) } },
            },
          ]
        : []),
    ],
    touches: tool
      ? [{ at: tip, contact: tip, toward: { x: 0, y: -1 }, radius: null, label: `T${tool} at the skim`, lit }]
      : [],
    surface: null,
    formerZero: null,
  }
}
