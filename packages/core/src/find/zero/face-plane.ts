import { doubtBy, limitOf } from '../../limits/index.ts'
import { nm, type Nm } from '../../length/index.ts'
import { drawWork, type Drawing } from '../../drawing/index.ts'
import { fitPlane, type FittedPlane, type PlaneTouch } from '../../fit/index.ts'
import { asShown } from '../../machine/index.ts'
import { registerKey, type RegisterKey, reachRegister } from '../../register/index.ts'
import {
  betweenInputs,
  betweenLines,
  chosenBetween,
  chosenTool,
  countOf,
  gaugesUsed,
  placeInput,
  readingInput,
  rowInput,
  toolInput,
  understated,
  zeroInputs,
  zeroSheet,
  type Between,
  type InputSpec,
  type Refusal,
  type Remark,
  type Routine,
  type Values,
} from '../../routine/index.ts'
import { partFrame, turned, workTotal, type MountedTool, type Scene, type Standing } from '../../scene/index.ts'
import { reachOf, restingOn, wearIn } from '../../reach/index.ts'
import { contributorsTo, ofReadout, type Contributor, type Source } from '../../uncertainty/index.ts'
import type { Fact, WorkingLine } from '../../working/index.ts'
import { UNDER_A_TIP } from './face.ts'
import { lengthRefusal } from './length-usable.ts'
import { standingReadouts } from './seen-from-zero.ts'

const COUNTS = [3, 4, 5, 6, 9]

/**
 * Face plane: part zero in Z from three or more touches on one face, with its tilt and flatness.
 * The plane z = a + b·x + c·y of least squares; W = height over the chosen place − H − P − g.
 */
export const facePlane: Routine = {
  id: 'face-plane',
  name: 'Plane of a face',
  manner: 'from the plane of a face',
  purpose: 'Part zero in Z from several touches on one face, and how far the face tilts.',
  kind: 'pick-up',
  machines: ['mill'],

  inputs(scene, raw) {
    return [
      ...zeroInputs(scene, raw),
      toolInput(scene, 'Touching with'),
      ...betweenInputs(scene, raw, { families: UNDER_A_TIP }),
      rowInput(
        'touches',
        'Touches',
        COUNTS.map((count) => ({ value: String(count), label: String(count) })),
      ),
      rowInput('over', 'Height taken', [
        { value: 'middle', label: 'in their middle' },
        { value: 'zero', label: 'over part zero' },
      ]),
      ...numbers(raw.touches ?? null).flatMap((touch): InputSpec[] =>
        (['X', 'Y', 'Z'] as const).map((axis) =>
          readingInput(axis, scene.machine, `Machine ${axis} at touch ${touch}`, `${axis}${touch}`, `touch ${touch}`),
        ),
      ),
      placeInput('Face stands at part Z', 'Z'),
    ]
  },

  sheet(values, scene) {
    const touched = touchedWith(values, scene)
    const surface = surfaceOf(values, scene)
    const place = values.length('place')
    const { tool, reach, between } = touched
    const known = surface.height !== null && reach && between && place !== null
    const total = known ? surface.height! - reach.value - place - between.thickness : null
    return zeroSheet({
      values,
      scene,
      refusal: touched.refusal ?? surface.refusal,
      found: [
        {
          axis: 'Z',
          total,
          contributors: [...contributorsTo(0, surface.sources), ...touched.contributors],
          rests: touched.register && reach ? [touched.register] : [],
        },
      ],
      columns: ['X', 'Y', 'Z'],
      lines: linesOf(values, surface, touched, scene),
      facts: surface.plane ? factsOf(surface.plane, scene) : [],
      gauges: gaugesUsed(between?.gauge),
      readings: surface.touches.flatMap((touch) => {
        const value = values.length(`Z${touch}`)
        return value === null ? [] : [{ axis: 'Z' as const, label: `machine Z at touch ${touch}`, value }]
      }),
      remarks: [...(surface.plane ? [tiltRemark(surface.plane, scene)] : []), ...understated(between)],
      drawing: drawingOf(values, scene, surface.touches, surface.plane),
      readouts: (slot) =>
        standingReadouts(
          slot,
          `T${tool?.number} on the face`,
          [{ axis: 'Z', value: nm(place! + between!.thickness - wearIn(tool!, scene)) }],
          tool!.number,
        ),
    })
  },
}

interface TouchedWith {
  tool: MountedTool | null
  reach: Standing | undefined
  register: RegisterKey | null
  between: Between | null
  contributors: Contributor[]
  refusal: Refusal | null
}

function touchedWith(values: Values, scene: Scene): TouchedWith {
  const between = chosenBetween(values, scene)
  const shared = between ? [between.contributor] : []
  const tool = chosenTool(values, scene)
  if (!tool) return { tool, reach: undefined, register: null, between, contributors: shared, refusal: null }
  const reach = reachOf(tool, scene)
  const register = registerKey(reachRegister(scene.machine, tool))
  const contributors = reach ? [restingOn(`T${tool.number} length`, reach), ...shared] : shared
  return { tool, reach, register, between, contributors, refusal: lengthRefusal(tool, scene) }
}

interface TouchedSurface {
  touches: number[]
  plane: FittedPlane | null
  /** Machine Z of the spindle with the tip on the plane, over the chosen place. */
  height: number | null
  sources: Source[]
  refusal: Refusal | null
}

function surfaceOf(values: Values, scene: Scene): TouchedSurface {
  const touches = numbers(values.choice('touches'))
  const points = touches.flatMap((touch): PlaneTouch[] => {
    const [x, y, z] = [values.length(`X${touch}`), values.length(`Y${touch}`), values.length(`Z${touch}`)]
    return x === null || y === null || z === null ? [] : [{ x, y, z }]
  })
  const complete = touches.length > 0 && points.length === touches.length
  const plane = complete ? fitPlane(points) : null
  const over = overOf(values, scene, points)
  const empty = { touches, plane, height: null, sources: [] }
  if (over && 'sentence' in over) return { ...empty, refusal: over }
  if (complete && !plane) return { ...empty, refusal: ON_A_LINE }
  if (!plane || !over) return { ...empty, refusal: null }
  return { touches, plane, height: plane.heightAt(over.x, over.y), sources: sourcesOf(plane, over, scene), refusal: null }
}

const numbers = (count: string | null) => Array.from({ length: countOf(count, COUNTS) }, (_, at) => at + 1)

const ON_A_LINE: Refusal = {
  input: null,
  sentence: 'Seen from above the touches lie on a line: the face could tilt about it either way. Touch a place beside that line.',
}

/** Machine X and Y of the place that the height is taken over. */
function overOf(values: Values, scene: Scene, points: readonly PlaneTouch[]): { x: number; y: number } | Refusal | null {
  const slot = values.choice('slot')
  if (points.length === 0) return null
  if (values.choice('over') !== 'zero') {
    const mean = (axis: 'x' | 'y') => points.reduce((sum, point) => sum + point[axis], 0) / points.length
    return { x: mean('x'), y: mean('y') }
  }
  const [x, y] = slot ? [workTotal(scene, slot, 'X'), workTotal(scene, slot, 'Y')] : [null, null]
  if (x !== null && y !== null) return { x, y }
  return {
    input: 'over',
    sentence: `${slot ?? 'The slot'} has no X and Y yet, so nobody knows where part zero lies over the face. Pick those up first, or take the height in the middle.`,
  }
}

function sourcesOf(plane: FittedPlane, over: { x: number; y: number }, scene: Scene): Source[] {
  return plane.weightsAt(over.x, over.y).flatMap((weight) => [
    { ...ofReadout(scene.machine.increment), effects: [weight] },
    { ...doubtBy('feltContact', scene), effects: [weight] },
  ])
}

function linesOf(values: Values, { touches, height }: TouchedSurface, { tool, reach, between }: TouchedWith, scene: Scene): WorkingLine[] {
  const single = (operation: WorkingLine['operation'], label: string, figure: Nm | null, input?: string): WorkingLine => ({
    operation,
    label,
    cells: [input ? { figure, input } : { figure }],
  })
  return [
    ...touches.map((touch): WorkingLine => ({
      operation: 'touch',
      label: `touch ${touch}`,
      cells: (['X', 'Y', 'Z'] as const).map((axis) => ({ figure: values.length(`${axis}${touch}`), input: `${axis}${touch}` })),
    })),
    single(
      'start',
      values.choice('over') === 'zero' ? 'height of the plane over part zero' : 'height of the plane in their middle',
      height === null ? null : nm(Math.round(height)),
    ),
    single('less', tool ? `T${tool.number} length` : 'tool length', reach?.value ?? null),
    single('less', 'Face stands at part Z', values.length('place'), 'place'),
    ...betweenLines(values, between, scene),
  ]
}

/** Fall or rise over 100 mm, in nanometres. */
const per100 = (slope: number) => nm(Math.round(slope * 100_000_000))

/** Over how much a tilt is told, and how that is to 100 mm. */
const SPAN = { mm: { over: '100 mm', scale: 1 }, in: { over: '4 in', scale: 1.016 } } as const

function factsOf(plane: FittedPlane, scene: Scene): Fact[] {
  const shown = (value: Nm) => asShown(value, scene.machine, 'always')
  const { over, scale } = SPAN[scene.machine.unit]
  const tilt = (slope: number) => shown(nm(Math.round(per100(slope) * scale)))
  return [
    { label: `tilt over ${over}`, text: `${tilt(plane.slopeX)} in X, ${tilt(plane.slopeY)} in Y` },
    plane.flatness === null
      ? { label: 'flatness', text: 'three touches do not show it' }
      : { label: 'flat within', text: asShown(nm(Math.round(plane.flatness)), scene.machine) },
  ]
}

function tiltRemark(plane: FittedPlane, scene: Scene): Remark {
  const [x, y] = [per100(plane.slopeX), per100(plane.slopeY)]
  const most = nm(Math.round(Math.hypot(x, y)))
  const tilted = most > limitOf(scene.machine, 'tilted')
  const { over, scale } = SPAN[scene.machine.unit]
  const shown = asShown(nm(Math.round(most * scale)), scene.machine)
  return {
    id: 'tilt',
    name: 'face level',
    verdict: tilted ? 'query' : 'clear',
    sentence: tilted
      ? `The face tilts by ${shown} over ${over}. Look for a chip under the stock, or say that it is raw and will be faced.`
      : `The face is level within ${shown} over ${over}.`,
    figures: [
      { label: 'tilt in X', value: x },
      { label: 'tilt in Y', value: y },
    ],
  }
}

function drawingOf(values: Values, scene: Scene, touches: number[], plane: FittedPlane | null): Drawing {
  const drawing = drawWork('above', scene)
  const { box } = drawing.solids[0]!
  const slot = values.choice('slot')
  const [zeroX, zeroY] = slot ? [workTotal(scene, slot, 'X'), workTotal(scene, slot, 'Y')] : [null, null]
  const lit = touches.find((touch) => (['X', 'Y', 'Z'] as const).some((axis) => values.length(`${axis}${touch}`) === null))
  drawing.touches = touches.map((touch, at) => {
    const [x, y] = [values.length(`X${touch}`), values.length(`Y${touch}`)]
    const known = x !== null && y !== null && zeroX !== null && zeroY !== null
    const square = known ? turned({ x: x - zeroX, y: y - zeroY }, 0 - partFrame(scene, slot!).radians) : null
    const place = square ? { x: nm(Math.round(square.x)), y: nm(Math.round(square.y)) } : spread(box, at, touches.length)
    return {
      at: place,
      contact: place,
      toward: { x: 0, y: 0 },
      radius: null,
      label: String(touch),
      lit: touch === lit,
      done: values.length(`Z${touch}`) !== null,
    }
  })
  if (plane) drawing.tilt = { x: plane.slopeX * 100, y: plane.slopeY * 100 }
  return drawing
}

/** Touches whose place nobody knows yet, drawn evenly around the face. */
function spread(box: { min: { x: Nm; y: Nm }; max: { x: Nm; y: Nm } }, at: number, of: number) {
  const angle = (2 * Math.PI * at) / of - (3 * Math.PI) / 4
  const part = (low: Nm, high: Nm, share: number) => nm(Math.round((low + high) / 2 + ((high - low) / 2) * 0.8 * share))
  return { x: part(box.min.x, box.max.x, Math.cos(angle)), y: part(box.min.y, box.max.y, Math.sin(angle)) }
}
