import { minus, roundToIncrement, times, type Nm } from '../length/index.ts'
import type { Drawing } from '../drawing/index.ts'
import type { RegisterKey, RegisterRef } from '../register/index.ts'
import type { Marks, Scene } from '../scene/index.ts'
import { combine, ofReadout, type Contributor } from '../uncertainty/index.ts'
import type { Fact, WorkingLine } from '../working/index.ts'
import { resultCell } from './result-cell.ts'
import type { FoundSize, Readout, Refusal, Remark, Sheet, Write } from './sheet.ts'
import { readoutOf, valueOf, type SingleTouch } from './single-touch.ts'
import type { Values } from './values.ts'
import { wearCounted, wearCountedLines, wearLeft, wearRemarks, wearWrites } from './wear-kept.ts'
import { zeroSheet } from './zero-sheet.ts'

/** What a routine of one touch makes of its inputs; `touch` is null while something is missing. */
interface TouchParts {
  scene: Scene
  axis: SingleTouch['axis']
  lines: WorkingLine[]
  refusal?: Refusal | null
  touch: SingleTouch | null
  contributors: Contributor[]
  /** Doubt of the touch itself; the readout's step alone where it is not given. */
  perTouch?: Contributor[]
  gauges: string[]
  rests: RegisterKey[]
  /** How the reading is called in the travel check. */
  readingLabel: string
  remarks?: Remark[]
  /** Sizes that the touch finds by the way. */
  sizes?: FoundSize[]
}

export interface PickUpParts extends TouchParts {
  values: Values
  /** True for a side touched along X or Y: a rotation that stands in the slot is asked about. */
  square?: boolean
  drawing: Drawing
  /**
   * @param shown what the control shows at the touch, P + c
   * @param active the slot that has to be active
   */
  readouts(shown: Nm, active: string): Readout[]
}

export interface TouchOffParts extends TouchParts {
  values: Values
  target: RegisterRef | null
  /** Text before the figure. */
  label: string
  assembly: string | null
  fromHeight?: boolean
  /** What X was cut on, and how it measured then. */
  turned?: Marks['turned']
  /** What is written together with it, wear put to zero aside. */
  alsoWritten?: Write[]
  facts?: Fact[]
  drawing: Drawing
  readouts(shown: Nm): Readout[]
}

const readingsOf = ({ touch, readingLabel }: TouchParts) => (touch ? [{ axis: touch.axis, label: readingLabel, value: touch.reading }] : [])

const withReadout = ({ contributors, perTouch, scene }: TouchParts) => [
  ...(perTouch ?? [ofReadout(scene.machine.increment)]),
  ...contributors,
]

/** The three panes' contents of a pick-up that rests on one touch on one axis: W = M − H − P − c. */
export function pickUpSheet(parts: PickUpParts): Sheet {
  const { values, scene, axis, touch, rests } = parts
  return zeroSheet({
    values,
    scene,
    lines: parts.lines,
    refusal: parts.refusal ?? null,
    found: [
      {
        axis,
        total: touch ? valueOf(touch) : null,
        contributors: withReadout(parts),
        rests,
      },
    ],
    gauges: parts.gauges,
    readings: readingsOf(parts),
    touched: touch ? [{ axis: touch.axis, direction: touch.direction, place: touch.place }] : [],
    remarks: parts.remarks ?? [],
    ...(parts.sizes ? { sizes: parts.sizes } : {}),
    ...(parts.square ? { square: { point: null } } : {}),
    drawing: parts.drawing,
    readouts: (active) => (touch ? parts.readouts(readoutOf(touch), active) : []),
  })
}

/** The three panes' contents of a touch-off that rests on one touch on one axis: H = M − W − P − c; on a lathe less the wear that stays. */
export function touchOffSheet(parts: TouchOffParts): Sheet {
  const { scene, target, touch, values, refusal = null } = parts
  // Wear that stands is of the measurement before: it goes with the new one, or it is asked about.
  const alsoWritten = [...(parts.alsoWritten ?? []), ...(target ? wearWrites(values, target, parts.assembly, scene) : [])]
  const counted = wearCounted(values, target, scene)
  const wear = minus(wearLeft(values, target, scene), counted)
  const write = touch && target && !refusal ? writeOf(parts, minus(valueOf(touch), counted), target) : null
  return {
    targets: [...(target ? [target] : []), ...alsoWritten.map(({ register }) => register)],
    refusal,
    working: {
      unit: scene.machine.unit,
      columns: [''],
      lines: [...parts.lines, ...wearCountedLines(values, target, scene)],
      results: [{ label: parts.label, cells: [resultCell(target, write?.value ?? null, write?.uncertainty ?? null)] }],
      facts: parts.facts ?? [],
    },
    drawing: parts.drawing,
    result: write && {
      writes: [write, ...alsoWritten],
      readings: readingsOf(parts),
      readouts: parts.readouts(minus(readoutOf(touch!), times(wear, touch!.sense ?? 1))),
      gauges: parts.gauges,
      sizes: parts.sizes ?? [],
      remarks: [...(parts.remarks ?? []), ...wearRemarks(values, target, scene)],
    },
  }
}

function writeOf(parts: TouchOffParts, found: Nm, register: RegisterRef): Write {
  const { increment } = parts.scene.machine
  return {
    register,
    value: roundToIncrement(found, increment),
    state: 'set',
    uncertainty: combine(withReadout(parts), increment),
    assembly: parts.assembly,
    fromHeight: parts.fromHeight ?? false,
    turned: parts.turned ?? null,
    rests: parts.rests,
  }
}
