import { asShown } from '../../machine/index.ts'
import { nm, roundToIncrement, type Nm } from '../../length/index.ts'
import { drawStock } from '../../drawing/index.ts'
import { halfOf, type Gauge } from '../../gauge/index.ts'
import { PROBE_SIDES, probeRegister, type ProbeSide } from '../../register/index.ts'
import {
  chosenDirection,
  gaugeInput,
  gaugesUsed,
  readingInput,
  resultCell,
  rowInput,
  type Refusal,
  type Routine,
  type Values,
  type Write,
} from '../../routine/index.ts'
import { gaugeById, type Scene } from '../../scene/index.ts'
import { combine, ofReadout } from '../../uncertainty/index.ts'
import type { Fact, WorkingLine } from '../../working/index.ts'
import { probeSheetFacts, repeatsIn, repeatsInput, repeatsOf, seatingInput, spreadRemark, touchDoubt, type Repeats } from './repeats.ts'

const TURNS = [0, 90, 180, 270] as const
type Turn = (typeof TURNS)[number]

/**
 * Probe radii on one wall with the spindle turned, without a ring: a ground pin of known size finds the wall
 * first, wall = M pin + d·pin/2; then each turned reading gives the radius of the side that faced the wall,
 * r = d·(wall − M). Turned by 0/90/180/270° it is the sides X+, Y+, X−, Y− of the stylus that face a wall
 * touched moving X+ (the spindle turns counter-clockwise as seen from above).
 */
export const probeOnWall: Routine = {
  id: 'probe-on-wall',
  name: 'Probe, on one wall',
  manner: 'on one wall, the spindle turned',
  purpose: 'A touch probe\u2019s four radii without a ring: one wall found with a ground pin, then the probe turned four times.',
  kind: 'calibration',
  machines: ['mill'],

  inputs(scene, raw) {
    return [
      gaugeInput('probe', 'Probe', scene, ['touch-probe']),
      gaugeInput('pin', 'Wall found with', scene, ['gauge-pin', 'edge-finder']),
      rowInput('direction', 'Moving', [
        { value: '+', label: 'X+' },
        { value: '-', label: 'X\u2212' },
      ]),
      repeatsInput(),
      seatingInput(),
      readingInput('X', scene.machine, 'Machine X with the pin at the wall', 'wall'),
      ...repeatsOf(raw).flatMap((time) =>
        TURNS.map((turn) =>
          readingInput('X', scene.machine, `Machine X, probe turned ${turn}\u00b0${time > 1 ? `, touch ${time}` : ''}`, idOf(turn, time)),
        ),
      ),
    ]
  },

  sheet(values, scene) {
    const probe = gaugeById(scene, values.choice('probe'))
    const pin = gaugeById(scene, values.choice('pin'))
    const direction = chosenDirection(values)
    const found = values.length('wall')
    const wall = pin && direction && found !== null ? found + direction * halfOf(pin.size) : null
    const times = repeatsOf({ repeats: values.choice('repeats') ?? '' })
    const turned = TURNS.map((turn) => repeatsIn(times.map((time) => values.length(idOf(turn, time)))))
    const radii = turned.map((one) => (wall === null || !direction || !one ? null : direction * (wall - one.mean)))
    const complete = probe && pin && direction && radii.every((one) => one !== null)
    const refusal = complete ? refusalOf(probe, radii as number[], scene) : null
    const writes = complete && !refusal ? writesOf(radii as number[], turned as Repeats[], direction, probe, pin, scene) : null
    const inOrder = writes ? PROBE_SIDES.map((side) => writes.find(({ register }) => register.property === side)!) : null
    return {
      targets: probe ? PROBE_SIDES.map((side) => probeRegister(probe.id, side)) : [],
      refusal,
      working: {
        unit: scene.machine.unit,
        columns: TURNS.map((turn) => `${turn}\u00b0`),
        lines: linesOf(values, times, turned, pin, direction, wall),
        results: [
          {
            label: probe ? `radii of ${probe.name}` : 'radii',
            cells: TURNS.map((_turn, at) =>
              resultCell(writes?.[at]?.register ?? null, writes?.[at]?.value ?? null, writes?.[at]?.uncertainty ?? null),
            ),
          },
        ],
        facts: inOrder ? factsOf(writes!, inOrder, scene) : [],
      },
      drawing: drawingOf(values, probe, direction),
      result: inOrder && {
        writes: inOrder,
        readings: [
          { axis: 'X', label: 'machine X with the pin', value: found! },
          ...TURNS.flatMap((turn) =>
            times.map((time) => ({ axis: 'X' as const, label: `machine X turned ${turn}\u00b0`, value: values.length(idOf(turn, time))! })),
          ),
        ],
        readouts: [],
        gauges: gaugesUsed(probe!.id, pin!.id),
        remarks: spreadRemark(
          'wall',
          inOrder.map(({ value }) => value),
          turned as Repeats[],
          values,
          probe!,
          scene,
        ),
      },
    }
  },
}

/** The first touch of each turn has the plain name. */
const idOf = (turn: Turn, time: number) => (time === 1 ? `turn${turn}` : `turn${turn}-${time}`)

function factsOf(writes: Write[], inOrder: Write[], scene: Scene): Fact[] {
  const facing = writes.map(({ register }) => register.property.replace('-', '\u2212')).join(', ')
  return [
    ...probeSheetFacts(
      inOrder.map(({ value }) => value),
      scene,
    ),
    { label: 'faced the wall', text: facing },
  ]
}

/** Which side of the stylus faces the wall, by turn: moving X− it is the opposite one. */
const FACING: Readonly<Record<'+' | '-', Readonly<Record<Turn, ProbeSide>>>> = {
  '+': { 0: 'X+', 90: 'Y-', 180: 'X-', 270: 'Y+' },
  '-': { 0: 'X-', 90: 'Y+', 180: 'X+', 270: 'Y-' },
}

function writesOf(radii: number[], turned: Repeats[], direction: 1 | -1, probe: Gauge, pin: Gauge, scene: Scene): Write[] {
  const { increment } = scene.machine
  const readout = ofReadout(increment)
  return TURNS.map((turn, at) => ({
    register: probeRegister(probe.id, FACING[direction === 1 ? '+' : '-'][turn]),
    value: roundToIncrement(radii[at]!, increment),
    state: 'set',
    uncertainty: combine(
      [
        { ...readout, standard: readout.standard / Math.sqrt(turned[at]!.count) },
        touchDoubt(probe, turned[at]!),
        { label: `${pin.name} on the wall`, standard: Math.hypot(pin.uncertainty, readout.standard) },
      ],
      increment,
    ),
    assembly: null,
    rests: [],
  }))
}

function refusalOf(probe: Gauge, radii: number[], { machine }: Scene): Refusal | null {
  const bad = radii.findIndex((radius) => radius <= 0 || radius > probe.size)
  if (bad < 0) return null
  return {
    input: `turn${TURNS[bad]}`,
    sentence: `Turned ${TURNS[bad]}\u00b0 the radius would be ${asShown(nm(Math.round(radii[bad]!)), machine)} ${machine.unit}, with a ball of ${asShown(probe.size, machine)} ${machine.unit}. Look at the direction of motion and at the pin\u2019s reading.`,
  }
}

function linesOf(
  values: Values,
  times: number[],
  turned: (Repeats | null)[],
  pin: Gauge | null,
  direction: 1 | -1 | null,
  wall: number | null,
): WorkingLine[] {
  const first = (figure: Nm | null, input?: string) => [input ? { figure, input } : { figure }, null, null, null]
  const round = (value: number | null | undefined) => (value == null ? null : nm(Math.round(value)))
  return [
    { operation: 'touch', label: 'machine X with the pin at the wall', cells: first(values.length('wall'), 'wall') },
    {
      operation: 'aside',
      label: pin ? `half of ${pin.name}` : 'half of the pin',
      cells: first(pin ? nm((direction ?? 1) * halfOf(pin.size)) : null),
    },
    ...times.map((time): WorkingLine => ({
      operation: 'touch',
      label: times.length > 1 ? `probe turned, touch ${time}` : 'machine X, probe turned',
      cells: TURNS.map((turn) => ({ figure: values.length(idOf(turn, time)), input: idOf(turn, time) })),
    })),
    { operation: direction === -1 ? 'less' : 'start', label: 'the wall stands at', cells: TURNS.map(() => ({ figure: round(wall) })) },
    {
      operation: direction === -1 ? 'add' : 'less',
      label: times.length > 1 ? 'mean of the touches' : 'machine X at the touch',
      cells: turned.map((one) => ({ figure: round(one?.mean) })),
    },
  ]
}

function drawingOf(values: Values, probe: Gauge | null, direction: 1 | -1 | null) {
  const drawing = drawStock('above', null)
  drawing.zeroName = 'wall'
  const way = direction ?? 1
  const [near, far] = way === 1 ? [nm(0), nm(30_000_000)] : [nm(-30_000_000), nm(0)]
  drawing.solids = [{ kind: 'setter', nominal: true, box: { min: { x: near, y: nm(-30_000_000) }, max: { x: far, y: nm(30_000_000) } } }]
  const r = nm(Math.round((probe?.size ?? 6_000_000) / 2))
  const lit = TURNS.find((turn) => values.length(`turn${turn}`) === null)
  drawing.touches = TURNS.map((turn, at) => {
    const y = nm(21_000_000 - at * 14_000_000)
    return {
      at: { x: nm(0 - way * r), y },
      contact: { x: nm(0), y },
      toward: { x: way, y: 0 },
      radius: r,
      label: `${turn}\u00b0`,
      lit: lit === turn,
      done: values.length(`turn${turn}`) !== null,
    }
  })
  return drawing
}
