import { minus, negate, nm, roundToIncrement, times, type Nm } from '../../length/index.ts'
import { asShown, stationNumbers } from '../../machine/index.ts'
import { commonRegister, registerKey, stationCentre, workRegister } from '../../register/index.ts'
import {
  gaugeInput,
  gaugesUsed,
  listInput,
  readingInput,
  resultCell,
  rowInput,
  sizeInput,
  slotInput,
  type Refusal,
  type Remark,
  type Routine,
  type Values,
  type Write,
} from '../../routine/index.ts'
import { restingOn } from '../../reach/index.ts'
import { commonShift, gaugeById, type Scene } from '../../scene/index.ts'
import { combine, ofReadout } from '../../uncertainty/index.ts'
import { line, signedLine, type WorkingLine } from '../../working/index.ts'
import { centreDrawing } from './centre-drawing.ts'
import { withoutTurret } from '../../tip/station-reach.ts'
import { axisRefusal, zeroLines } from './turned-diameter.ts'
import { readsRadii } from '../../tip/x-reads.ts'

/**
 * Station centre: the machine X at which the axis of a station's bore lies on the spindle's axis, less part zero: what the geometry X
 * of every tool on that axis is. An indicator in the spindle is swept round a ground bar in the station, or round the inside of its
 * bore or of a hole that was reamed from the spindle. With the reading a on the far side and b on the near side the bar lies
 * e = (a \u2212 b)/2 too far out, and in a hole too far in: C = M \u2212 W \u2212 2e where X reads diameters.
 */
export const stationCentreRoutine: Routine = {
  id: 'station-centre',
  name: 'Centre of a station',
  manner: 'with an indicator from the spindle',
  purpose: 'Where a turret\u2019s bore lies on the spindle\u2019s axis, for drills, reamers and taps in it.',
  kind: 'calibration',
  machines: ['lathe'],
  unfit: withoutTurret,

  inputs(scene) {
    return [
      listInput(
        'station',
        'Station',
        stationNumbers(scene.machine.turrets).map((number) => {
          const tool = scene.tools.find((one) => one.number === number)
          return { value: number, label: number, ...(tool ? { note: tool.name } : {}) }
        }),
      ),
      slotInput(scene, 'Part zero in'),
      rowInput('round', 'Indicator runs round', [
        { value: 'bar', label: 'A ground bar in it' },
        { value: 'hole', label: 'Its bore or a reamed hole' },
      ]),
      gaugeInput('with', 'Indicator', scene, ['indicator']),
      readingInput('X', scene.machine, 'Machine X where it stands'),
      { ...sizeInput('far', 'Indicator on the far side, X+'), given: false },
      { ...sizeInput('near', 'Indicator on the near side, X\u2212'), given: false },
    ]
  },

  sheet(values, scene) {
    const given = givenOf(values, scene)
    const refusal: Refusal | null = given.slot ? axisRefusal(given.slot, given.zero, scene) : null
    const write = refusal ? null : writeOf(given, scene)
    const target = given.station === null ? null : stationCentre(given.station)
    return {
      targets: target ? [target] : [],
      refusal,
      working: {
        unit: scene.machine.unit,
        columns: [''],
        lines: linesOf(given, scene),
        results: [
          {
            label: given.station === null ? 'Centre X' : `station ${given.station} centre X`,
            cells: [resultCell(target, write?.value ?? null, write?.uncertainty ?? null)],
          },
        ],
        facts: [],
      },
      drawing: centreDrawing({ hole: given.hole === true, off: given.off, number: given.station }),
      result: write && {
        writes: [write],
        readings: [{ axis: 'X', label: 'machine X where it stands', value: given.reading! }],
        readouts: [],
        gauges: gaugesUsed(given.gauge?.id),
        remarks: offCentre(given, scene),
      },
    }
  },
}

function givenOf(values: Values, scene: Scene) {
  const slot = values.choice('slot')
  const zero = slot ? scene.standing[registerKey(workRegister(slot, 'X'))] : undefined
  const round = values.choice('round')
  const [far, near] = [values.length('far'), values.length('near')]
  const differ = far === null || near === null || round === null ? null : minus(far, near)
  return {
    station: values.choice('station'),
    slot,
    zero,
    hole: round === null ? null : round === 'hole',
    gauge: gaugeById(scene, values.choice('with')),
    reading: values.length('reading'),
    far,
    near,
    /** How far its axis lies outside the spindle's, where the machine stands. */
    off: differ === null ? null : nm(Math.round((round === 'hole' ? -differ : differ) / 2)),
  }
}

type Given = ReturnType<typeof givenOf>

/** An offset of the axis as X counts it: twice where X reads diameters. */
const asRead = (off: Nm, scene: Scene): Nm => (readsRadii(scene) ? off : times(off, 2))

function linesOf({ slot, zero, reading, far, near, off, hole }: Given, scene: Scene): WorkingLine[] {
  const where = hole ? 'too far in, half of the difference' : 'too far out, half of the difference'
  return [
    line('start', 'Machine X where it stands', reading, 'reading'),
    ...zeroLines(slot, zero, scene),
    line('aside', 'Indicator on the far side, X+', far, 'far'),
    line('aside', 'Indicator on the near side, X\u2212', near, 'near'),
    off === null
      ? line('less', 'off the axis', null)
      : signedLine(readsRadii(scene) ? where : 'difference, X reads diameters', negate(asRead(off, scene))),
  ]
}

function writeOf({ station, slot, zero, gauge, reading, off }: Given, scene: Scene): Write | null {
  if (station === null || slot === null || !zero || !gauge || reading === null || off === null) return null
  const { increment } = scene.machine
  const total = nm(zero.value + commonShift(scene, 'X'))
  // Half of each of two readings, as often as X counts the axis' offset.
  const swept = (gauge.uncertainty / Math.SQRT2) * (readsRadii(scene) ? 1 : 2)
  return {
    register: stationCentre(station),
    value: roundToIncrement(nm(reading - total - asRead(off, scene)), increment),
    state: 'set',
    uncertainty: combine([ofReadout(increment), restingOn(`${slot} X`, zero), { label: gauge.name, standard: swept }], increment),
    assembly: null,
    rests: [registerKey(workRegister(slot, 'X')), registerKey(commonRegister('X'))],
    slips: [
      {
        id: 'half',
        phrase: 'the whole difference had been taken for half of it',
        corrected: roundToIncrement(nm(reading - total - asRead(off, scene) * 2), increment),
      },
      {
        id: 'sign',
        phrase: 'the two sides had been taken for each other',
        corrected: roundToIncrement(nm(reading - total + asRead(off, scene)), increment),
      },
    ],
  }
}

/** An indicator that moves by this much goes round something else than was said, or the turret has been knocked. */
const FAR = nm(500_000)

function offCentre({ off }: Given, scene: Scene): Remark[] {
  if (off === null) return []
  const far = Math.abs(off) > FAR
  return [
    {
      id: 'off-centre',
      name: 'near the axis',
      verdict: far ? 'query' : 'clear',
      sentence: far
        ? `The two sides put it ${asShown(nm(Math.abs(off)), scene.machine)} off the axis. Bring it nearer first and sweep it again, or say why it stands so far off.`
        : 'It stood near the axis when it was swept.',
      figures: [{ label: 'off the axis', value: off }],
    },
  ]
}
