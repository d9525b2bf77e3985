import { doubtBy } from '../../limits/index.ts'
import { formatAngle } from '../../angle/index.ts'
import { nm, roundToIncrement, type Nm } from '../../length/index.ts'
import { drawWork } from '../../drawing/index.ts'
import type { Axis } from '../../machine/index.ts'
import { expectedRegister, registerKey, workRegister } from '../../register/index.ts'
import { placeInput, resultCell, rowInput, slotInput, type Refusal, type Routine, type Values, type Write } from '../../routine/index.ts'
import { commonShift, partFrame, slotOffset, workTotal, type PartFrame, type Scene } from '../../scene/index.ts'
import { restingOn } from '../../reach/index.ts'
import { combine, ofReadout } from '../../uncertainty/index.ts'
import type { WorkingLine } from '../../working/index.ts'

const AXES: readonly Axis[] = ['X', 'Y', 'Z']

/**
 * Second operation after a flip: what its zero ought to come out at, from the first operation's. The stops
 * stay where they are: stop = W first + P first, and the face that lies against it then stands at another
 * part coordinate: W second = stop − P second. Nothing goes into the control; a fresh pick-up is compared with it.
 */
export const afterFlip: Routine = {
  id: 'after-flip',
  name: 'After a flip',
  manner: 'expected after the flip',
  purpose:
    'What the second operation\u2019s zero ought to be, from the first one\u2019s record, so that the fresh pick-up has something to be held against.',
  kind: 'statement',
  machines: ['mill'],

  inputs(scene) {
    return [
      { ...slotInput(scene, 'First operation stood in'), id: 'from' },
      rowInput('turned', 'Turned over', [
        { value: 'Y', label: 'left to right' },
        { value: 'X', label: 'front to back' },
        { value: 'Z', label: 'half a turn' },
      ]),
      slotInput(scene, 'Second operation in'),
      ...AXES.flatMap((axis) => [
        placeInput(`${STOPS[axis]} touched the part at ${axis} (first)`, axis, `first${axis}`),
        placeInput(`${STOPS[axis]} touches the part at ${axis} (now)`, axis, `second${axis}`),
      ]),
    ]
  },

  sheet(values, scene) {
    const from = values.choice('from')
    const slot = values.choice('slot')
    const refusal = refusalOf(from, scene)
    const frame = from ? partFrame(scene, from) : null
    const stops = stopsOf(frame, values)
    const writes = from && slot && !refusal ? AXES.map((axis) => writeOf(axis, from, slot, stops, frame!, scene)) : AXES.map(() => null)
    const complete = writes.every((write) => write !== null)
    return {
      targets: slot ? AXES.map((axis) => expectedRegister(slot, axis)) : [],
      refusal,
      working: {
        unit: scene.machine.unit,
        columns: [...AXES],
        lines: linesOf(values, from, stops, frame, scene),
        results: [
          {
            label: slot ? `expected ${slot}` : 'expected',
            cells: AXES.map((axis, at) =>
              resultCell(slot ? expectedRegister(slot, axis) : null, writes[at]?.value ?? null, writes[at]?.uncertainty ?? null),
            ),
          },
        ],
        facts: [],
      },
      drawing: drawWork(values.choice('turned') === 'X' ? 'above' : 'front', scene),
      result: complete
        ? {
            writes: writes as Write[],
            readings: [],
            readouts: [],
            gauges: [],
            remarks: [...mirrorRemarks(values), ...turnedRemark(frame!)],
          }
        : null,
    }
  },
}

const STOPS: Readonly<Record<Axis, string>> = { X: 'Stop', Y: 'Fixed jaw', Z: 'Bed' }

function refusalOf(from: string | null, scene: Scene): Refusal | null {
  if (!from) return null
  const unset = AXES.filter((axis) => !slotOffset(scene, from, axis))
  if (unset.length > 0)
    return { input: 'from', sentence: `${from} ${unset.join(' and ')} is unset: the first operation left no zero to count from.` }
  return null
}

/** Where each stop touched the part first and now, as it lies on the machine: turned as the first slot is. */
interface Stops {
  first: Readonly<Record<Axis, number | null>>
  second: Readonly<Record<Axis, number | null>>
}

function stopsOf(frame: PartFrame | null, values: Values): Stops {
  const turned = (id: string): Record<Axis, number | null> => {
    const [X, Y, Z] = AXES.map((axis) => values.length(`${id}${axis}`)) as [Nm | null, Nm | null, Nm | null]
    if (!frame || frame.rotation === 0) return { X, Y, Z }
    const at = X !== null && Y !== null ? frame.turn({ x: X, y: Y }) : null
    return { X: at?.x ?? null, Y: at?.y ?? null, Z }
  }
  return { first: turned('first'), second: turned('second') }
}

/** The second operation is expected to lie against the same stops, turned as the first one lay. */
function turnedRemark(frame: PartFrame) {
  if (frame.rotation === 0) return []
  return [
    {
      id: 'turned-again',
      name: 'turned as before',
      verdict: 'query' as const,
      sentence: `${frame.slot} stands turned by ${formatAngle(frame.rotation)}, and the stops with it; the second operation is expected to lie turned alike. Say that the stops did not move.`,
      figures: [{ label: `${frame.slot} rotation, millionths of a degree`, value: nm(frame.rotation) }],
    },
  ]
}

function writeOf(axis: Axis, from: string, slot: string, stops: Stops, frame: PartFrame, scene: Scene): Write | null {
  const [first, second] = [stops.first[axis], stops.second[axis]]
  const base = workTotal(scene, from, axis)
  if (first === null || second === null || base === null) return null
  const { increment } = scene.machine
  const standing = slotOffset(scene, from, axis)!
  return {
    register: expectedRegister(slot, axis),
    value: roundToIncrement(base + first - second - commonShift(scene, axis), increment),
    state: 'set',
    uncertainty: combine([ofReadout(increment), restingOn(`${from} ${axis}`, standing), doubtBy('seatedAgain', scene)], increment),
    assembly: null,
    rests: [registerKey(workRegister(from, axis)), ...(axis === 'Z' ? [] : frame.rests.slice(2))],
  }
}

function linesOf(values: Values, from: string | null, stops: Stops, frame: PartFrame | null, scene: Scene): WorkingLine[] {
  const turns = frame !== null && frame.rotation !== 0
  const turn = (operation: 'add' | 'less', of: Stops['first']): WorkingLine[] =>
    turns
      ? [
          {
            operation,
            label: `the same, turned by ${formatAngle(frame.rotation)}`,
            cells: AXES.map((axis) => ({ figure: of[axis] === null ? null : nm(Math.round(of[axis])) })),
          },
        ]
      : []
  const field = (id: string) => AXES.map((axis) => ({ figure: values.length(`${id}${axis}`), input: `${id}${axis}` }))
  const shifts = AXES.map((axis) => commonShift(scene, axis))
  return [
    {
      operation: 'start',
      label: from ? `first operation, as ${from} stands` : 'first operation',
      cells: AXES.map((axis) => ({ figure: from ? workTotal(scene, from, axis) : null })),
    },
    { operation: turns ? 'aside' : 'add', label: 'stops touched the part at (first)', cells: field('first') },
    ...turn('add', stops.first),
    { operation: turns ? 'aside' : 'less', label: 'stops touch the part at (now)', cells: field('second') },
    ...turn('less', stops.second),
    ...(shifts.some((shift) => shift !== 0)
      ? [{ operation: 'less' as const, label: 'common shift', cells: shifts.map((figure): { figure: Nm } => ({ figure })) }]
      : []),
  ]
}

/** One axis is mirrored by a flip and Z always is; the one flipped about is not. */
function mirrorRemarks(values: Values) {
  const turned = values.choice('turned')
  const mirrored: Axis[] = turned === 'Z' ? ['X', 'Y'] : turned === 'Y' ? ['X', 'Z'] : ['Y', 'Z']
  const unchanged = mirrored.filter(
    (axis) => values.length(`first${axis}`) === values.length(`second${axis}`) && values.length(`first${axis}`) !== 0,
  )
  return [
    {
      id: 'mirrored',
      name: 'mirrored axes',
      verdict: unchanged.length > 0 ? ('stop' as const) : ('clear' as const),
      sentence:
        unchanged.length > 0
          ? `${unchanged.join(' and ')} is turned round by this flip, yet the same face would lie against the stop. Was an axis not mirrored?`
          : `${mirrored.join(' and ')} are turned round, and another face lies against each stop.`,
      figures: unchanged.map((axis) => ({ label: `stop in ${axis}`, value: values.length(`second${axis}`) ?? nm(0) })),
    },
  ]
}
