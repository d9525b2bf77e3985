import { asShown } from '../../machine/index.ts'
import { nm, roundToIncrement, type Nm } from '../../length/index.ts'
import { drawStock } from '../../drawing/index.ts'
import type { Gauge } from '../../gauge/index.ts'
import { PROBE_SIDES, probeRegister, type ProbeSide } from '../../register/index.ts'
import {
  gaugeInput,
  gaugesUsed,
  readingInput,
  resultCell,
  type Refusal,
  type Routine,
  type Values,
  type Write,
} from '../../routine/index.ts'
import { gaugeById, type Scene } from '../../scene/index.ts'
import { combine, ofReadout } from '../../uncertainty/index.ts'
import type { WorkingLine } from '../../working/index.ts'
import { probeSheetFacts, repeatsIn, repeatsInput, repeatsOf, seatingInput, spreadRemark, touchDoubt, type Repeats } from './repeats.ts'

/**
 * Probe radii in a ring gauge of known centre: on the side of + the radius is D/2 − (M − x0), on the side
 * of − it is D/2 + (M − x0). Each touch may be made up to three times; their mean counts and their standard
 * deviation goes into the uncertainty.
 */
export const probeInRing: Routine = {
  id: 'probe-in-ring',
  name: 'Probe, in a ring gauge',
  manner: 'in a ring gauge',
  purpose: 'A touch probe\u2019s four radii on this spindle, from a ring gauge whose centre is known.',
  kind: 'calibration',
  machines: ['mill'],

  inputs(scene, raw) {
    const repeats = repeatsOf(raw)
    return [
      gaugeInput('probe', 'Probe', scene, ['touch-probe']),
      gaugeInput('ring', 'Ring', scene, ['ring-gauge']),
      repeatsInput(),
      seatingInput(),
      readingInput('X', scene.machine, 'Machine X of the ring\u2019s centre', 'centreX', 'centre'),
      readingInput('Y', scene.machine, 'Machine Y of the ring\u2019s centre', 'centreY', 'centre'),
      ...PROBE_SIDES.flatMap((side) =>
        repeats.map((time) =>
          readingInput(
            side[0] as 'X' | 'Y',
            scene.machine,
            `Machine ${side[0]}, moving ${shown(side)}${time > 1 ? `, touch ${time}` : ''}`,
            `${side}${time}`,
          ),
        ),
      ),
    ]
  },

  sheet(values, scene) {
    const probe = gaugeById(scene, values.choice('probe'))
    const ring = gaugeById(scene, values.choice('ring'))
    const times = repeatsOf({ repeats: values.choice('repeats') ?? '' })
    const sides = PROBE_SIDES.map((side) => sideOf(side, values, times, ring))
    const complete = probe && ring && sides.every(({ radius }) => radius !== null)
    const refusal = complete
      ? refusalOf(
          probe,
          sides.map(({ radius }) => radius!),
          scene,
        )
      : null
    const writes = complete && !refusal ? sides.map((side) => writeOf(side, probe, ring, scene)) : null
    return {
      targets: probe ? PROBE_SIDES.map((side) => probeRegister(probe.id, side)) : [],
      refusal,
      working: {
        unit: scene.machine.unit,
        columns: PROBE_SIDES.map(shown),
        lines: linesOf(values, times, ring, sides),
        results: [
          {
            label: probe ? `radii of ${probe.name}` : 'radii',
            cells: PROBE_SIDES.map((side, at) =>
              resultCell(probe ? probeRegister(probe.id, side) : null, writes?.[at]?.value ?? null, writes?.[at]?.uncertainty ?? null),
            ),
          },
        ],
        facts: writes
          ? probeSheetFacts(
              writes.map(({ value }) => value),
              scene,
            )
          : [],
      },
      drawing: drawingOf(ring, probe, sides),
      result: writes && {
        writes,
        readings: PROBE_SIDES.flatMap((side) =>
          times.map((time) => ({
            axis: side[0] as 'X' | 'Y',
            label: `machine ${side[0]} moving ${shown(side)}`,
            value: values.length(`${side}${time}`)!,
          })),
        ),
        readouts: [],
        gauges: gaugesUsed(probe!.id, ring!.id),
        remarks: spreadRemark(
          'ring',
          writes.map(({ value }) => value),
          sides.map(({ repeats }) => repeats!),
          values,
          probe!,
          scene,
        ),
      },
    }
  },
}

const shown = (side: ProbeSide) => side.replace('-', '\u2212')

interface SideOfRing {
  side: ProbeSide
  repeats: Repeats | null
  centre: Nm | null
  radius: number | null
}

function sideOf(side: ProbeSide, values: Values, times: number[], ring: Gauge | null): SideOfRing {
  const centre = values.length(`centre${side[0]}`)
  const repeats = repeatsIn(times.map((time) => values.length(`${side}${time}`)))
  const sign = side[1] === '+' ? -1 : 1
  return { side, repeats, centre, radius: repeats && centre !== null && ring ? ring.size / 2 + sign * (repeats.mean - centre) : null }
}

function refusalOf(probe: Gauge, radii: number[], { machine }: Scene): Refusal | null {
  const bad = radii.findIndex((radius) => radius <= 0 || radius > probe.size)
  if (bad < 0) return null
  const side = PROBE_SIDES[bad]!
  return {
    input: `${side}1`,
    sentence: `Moving ${shown(side)} the radius would be ${asShown(nm(Math.round(radii[bad]!)), machine)} ${machine.unit}, with a ball of ${asShown(probe.size, machine)} ${machine.unit}. Look at the ring\u2019s centre and at the sign of that reading.`,
  }
}

function writeOf({ side, radius, repeats }: SideOfRing, probe: Gauge, ring: Gauge, scene: Scene): Write {
  const { increment } = scene.machine
  const contributors = [
    { ...ofReadout(increment), standard: ofReadout(increment).standard / Math.sqrt(repeats!.count) },
    touchDoubt(probe, repeats!),
    { label: ring.name, standard: ring.uncertainty / 2 },
  ]
  return {
    register: probeRegister(probe.id, side),
    value: roundToIncrement(radius!, increment),
    state: 'set',
    uncertainty: combine(contributors, increment),
    assembly: null,
    rests: [],
  }
}

function linesOf(values: Values, times: number[], ring: Gauge | null, sides: SideOfRing[]): WorkingLine[] {
  const mean = (side: SideOfRing) => (side.repeats ? nm(Math.round(side.repeats.mean)) : null)
  return [
    {
      operation: 'touch',
      label: 'centre of the ring',
      cells: [{ figure: values.length('centreX'), input: 'centreX' }, null, { figure: values.length('centreY'), input: 'centreY' }, null],
    },
    ...times.map((time): WorkingLine => ({
      operation: 'touch',
      label: times.length > 1 ? `touch ${time}` : 'machine at the touch',
      cells: PROBE_SIDES.map((side) => ({ figure: values.length(`${side}${time}`), input: `${side}${time}` })),
    })),
    ...(times.length > 1
      ? [{ operation: 'aside' as const, label: 'their mean', cells: sides.map((side) => ({ figure: mean(side) })) }]
      : []),
    {
      operation: 'start',
      label: ring ? `half of ${ring.name}` : 'half of the ring',
      cells: sides.map(() => ({ figure: ring ? nm(Math.round(ring.size / 2)) : null })),
    },
    {
      operation: 'less',
      label: 'travelled from the centre',
      cells: sides.map((side) => ({
        figure:
          side.repeats && side.centre !== null ? nm(Math.round((side.side[1] === '+' ? 1 : -1) * (side.repeats.mean - side.centre))) : null,
      })),
    },
  ]
}

function drawingOf(ring: Gauge | null, probe: Gauge | null, sides: SideOfRing[]) {
  const drawing = drawStock('above', null)
  const radius = nm(Math.round((ring?.size ?? 40_000_000) / 2))
  const edge = nm(Math.round(radius * 1.5))
  drawing.solids = [{ kind: 'setter', nominal: true, box: { min: { x: nm(0 - edge), y: nm(0 - edge) }, max: { x: edge, y: edge } } }]
  drawing.toScale = ring !== null
  drawing.zeroName = 'centre'
  drawing.rounds = [{ kind: 'wall', centre: { x: nm(0), y: nm(0) }, radius }]
  const lit = sides.find((side) => side.repeats === null)
  drawing.touches = sides.map((one) => {
    const direction = one.side[1] === '+' ? 1 : -1
    const u = one.side[0] === 'X' ? { x: direction, y: 0 } : { x: 0, y: direction }
    // Found already, it is drawn as it was found.
    const r = nm(Math.round(one.radius !== null && one.radius > 0 ? one.radius : (probe?.size ?? 6_000_000) / 2))
    return {
      at: { x: nm(u.x * (radius - r)), y: nm(u.y * (radius - r)) },
      contact: { x: nm(u.x * radius), y: nm(u.y * radius) },
      toward: u,
      radius: r,
      label: shown(one.side),
      lit: one === lit,
      done: one.repeats !== null,
    }
  })
  return drawing
}
