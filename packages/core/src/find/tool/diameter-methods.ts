import { doubtBy } from '../../limits/index.ts'
import { minus, nm, type Nm } from '../../length/index.ts'
import type { Drawing } from '../../drawing/index.ts'
import {
  diameterRegister,
  lengthRegister,
  registerKey,
  setterAcross,
  setterCentre,
  timesInDiameter,
  type RegisterKey,
} from '../../register/index.ts'
import {
  chosenDirection,
  gaugesUsed,
  wayName,
  type Reading,
  type Refusal,
  type Remark,
  type Values,
  type Write,
} from '../../routine/index.ts'
import { gaugeById, type MountedTool, type Scene } from '../../scene/index.ts'
import { isSuspect, standingNote } from '../../standing/index.ts'
import { restingOn } from '../../reach/index.ts'
import { ofReadout, type Contributor } from '../../uncertainty/index.ts'
import { line, type WorkingLine } from '../../working/index.ts'
import { countingEdge, edgeCount, edgesDoubt, edgeMarks, edgeReading, spreadRemark, type EdgesRead } from './edges.ts'
import { roundStylus } from './round-stylus.ts'
import { spindleFacts, spindleRemarks } from './spindle.ts'

export type Method = 'nominal' | 'measured' | 'one-side' | 'both-sides'

/** What a method makes of the inputs: the figure for the register as soon as it is there, the lines in any case. */
export interface Found {
  lines: WorkingLine[]
  /** Nanometres as the register holds it; a real number before rounding. */
  value: number | null
  state: Write['state']
  contributors: Contributor[]
  rests: RegisterKey[]
  gauges: string[]
  readings: Reading[]
  remarks: Remark[]
  facts: { label: string; text: string }[]
  drawing: Drawing | null
  refusal: Refusal | null
}

const NOTHING: Omit<Found, 'lines' | 'value'> = {
  state: 'set',
  contributors: [],
  rests: [],
  gauges: [],
  readings: [],
  remarks: [],
  facts: [],
  drawing: null,
  refusal: null,
}

const holdsRadius = ({ machine }: Scene) => timesInDiameter(diameterRegister(machine, '1'), machine) === 2

/** From a diameter to what the register holds: the halving on a line of its own. */
function halving(diameter: Nm | null, scene: Scene): WorkingLine[] {
  return holdsRadius(scene)
    ? [line('less', 'half of it, the register holds radii', diameter === null ? null : nm(diameter - Math.round(diameter / 2)))]
    : []
}

const asHeld = (diameter: Nm | null, scene: Scene) => (diameter === null ? null : holdsRadius(scene) ? diameter / 2 : diameter)

function nominal(_values: Values, scene: Scene, tool: MountedTool): Found {
  const diameter = tool.properties.DC ?? null
  return {
    ...NOTHING,
    state: 'estimated',
    lines: [line('start', 'DC, cutting diameter on record', diameter), ...halving(diameter, scene)],
    value: asHeld(diameter, scene),
    contributors: scaled([doubtBy('cutterAsMade', scene)], scene),
    refusal:
      diameter === null
        ? { input: 'method', sentence: `${tool.name} has no cutting diameter (DC) on its record. Put it there, or measure it.` }
        : null,
  }
}

function measured(values: Values, scene: Scene, _tool: MountedTool): Found {
  const diameter = values.length('diameter')
  const gauge = gaugeById(scene, values.choice('with'))
  return {
    ...NOTHING,
    lines: [line('start', 'Diameter measured', diameter, 'diameter'), ...halving(diameter, scene)],
    value: gauge ? asHeld(diameter, scene) : null,
    contributors: gauge ? scaled([{ label: gauge.name, standard: gauge.uncertainty }], scene) : [],
    gauges: gaugesUsed(gauge?.id),
    refusal:
      diameter !== null && diameter <= 0
        ? { input: 'diameter', sentence: 'Diameter measured: more than zero; type what the gauge shows.' }
        : null,
  }
}

function oneSide(values: Values, scene: Scene, tool: MountedTool): Found {
  const at = sidesOf(values, scene)
  const d = chosenDirection(values)
  // The edge that stands out furthest touches first: moving plus it reads least.
  const outward = d === 1 ? -1 : 1
  const edges = countingEdge(values, edgeCount(values.choice('edges')), tool, outward)
  const radius = radiusFrom(edges, at, d)
  return {
    ...NOTHING,
    ...shared(at, values),
    lines: [...edgeLines(edges, at.axis ?? 'X'), ...sideLines(edges, at, d), ...doubled(radius, scene)],
    value: radius === null ? null : holdsRadius(scene) ? radius : radius * 2,
    contributors: at.setter && at.centre && at.across ? onSetter(at, scene, { edges, outward }) : [],
    readings: edges.readings.flatMap((value, index) =>
      value === null
        ? []
        : [
            {
              axis: at.axis ?? 'X',
              label: `machine ${at.axis}${edges.readings.length > 1 ? ` at edge ${index + 1}` : ' at the touch'}`,
              value,
            },
          ],
    ),
    remarks: [
      ...spindleRemarks(values),
      ...lengthFirst(tool, scene),
      ...spreadRemark(edges, tool, scene.machine, outward, diameterRegister(scene.machine, tool.diameterOffset)),
    ],
    drawing: { ...drawingOf(at, tool, scene, d ?? 1, edges.counts === null, radius), edges: edgeMarks(edges, outward) },
    refusal: at.refusal ?? needCentre(at, scene) ?? tooSmall(radius, 'reading'),
  }
}

/** r = d·(C − M) − A/2, nanometres; null while something is missing. */
function radiusFrom({ counts }: EdgesRead, { centre, across }: Sides, d: 1 | -1 | null): number | null {
  if (counts === null || !centre || !across || d === null) return null
  return d * (centre.value - counts) - across.value / 2
}

const edgeLines = ({ readings }: EdgesRead, axis: string): WorkingLine[] =>
  readings.length === 1
    ? []
    : readings.map((value, index) => line('touch', `Edge ${index + 1}, machine ${axis}`, value, edgeReading(index + 1)))

/** From the middle of the stylus to the touch, less half of its width; the greater reading first. */
function sideLines({ readings, counts }: EdgesRead, { axis, setter, centre, across }: Sides, d: 1 | -1 | null): WorkingLine[] {
  const reading = counts === null ? null : nm(Math.round(counts))
  const way = axis && d ? `, moving ${wayName(axis, d)}` : ''
  const typed = readings.length === 1 ? ['reading'] : []
  const touch = line(d === 1 ? 'less' : 'start', `Machine ${axis ?? 'X'} at the touch${way}`, reading, ...typed)
  const middle = line(d === 1 ? 'start' : 'less', `middle of ${setter?.name ?? 'the setter'}`, centre?.value ?? null)
  return [
    ...(d === 1 ? [middle, touch] : [touch, middle]),
    line('less', 'half of its width across', across ? nm(Math.round(across.value / 2)) : null),
  ]
}

const doubled = (radius: number | null, scene: Scene): WorkingLine[] =>
  holdsRadius(scene) ? [] : [line('add', 'the same again, the register holds diameters', radius === null ? null : nm(Math.round(radius)))]

function bothSides(values: Values, scene: Scene, tool: MountedTool): Found {
  const at = sidesOf(values, scene)
  const [low, high] = [values.length('low'), values.length('high')]
  const across = at.across?.value ?? null
  const diameter = low === null || high === null || across === null ? null : minus(minus(high, low), across)
  const axis = at.axis ?? 'X'
  return {
    ...NOTHING,
    lines: [
      line('start', `Machine ${axis}, moving minus`, high, 'high'),
      line('less', `Machine ${axis}, moving plus`, low, 'low'),
      line('less', `width across of ${at.setter?.name ?? 'the setter'}`, across),
      ...halving(diameter, scene),
    ],
    value: asHeld(diameter, scene),
    contributors: at.setter && at.across ? onSetter(at, scene, null) : [],
    ...shared(at, values),
    readings: [
      ...(high === null ? [] : [{ axis, label: `machine ${axis} moving minus`, value: high } as const]),
      ...(low === null ? [] : [{ axis, label: `machine ${axis} moving plus`, value: low } as const]),
    ],
    remarks: [...spindleRemarks(values), ...lengthFirst(tool, scene)],
    drawing: drawingOf(at, tool, scene, high === null ? -1 : 1, low === null || high === null, diameter === null ? null : diameter / 2),
    refusal: at.refusal ?? tooSmall(diameter, 'high'),
  }
}

export const METHODS: Readonly<Record<Method, (values: Values, scene: Scene, tool: MountedTool) => Found>> = {
  nominal,
  measured,
  'one-side': oneSide,
  'both-sides': bothSides,
}

function sidesOf(values: Values, scene: Scene) {
  const setter = gaugeById(scene, values.choice('setter'))
  const axis = values.choice('axis') as 'X' | 'Y' | null
  const acrossKey = setter ? registerKey(setterAcross(setter.id)) : null
  const centreKey = setter && axis ? registerKey(setterCentre(setter.id, axis)) : null
  const across = acrossKey ? scene.standing[acrossKey] : undefined
  const centre = centreKey ? scene.standing[centreKey] : undefined
  const refusal: Refusal | null =
    setter && !across
      ? {
          input: 'setter',
          sentence: `How wide ${setter.name} measures is not on record on ${scene.machine.name}. Do \u201cSetter sides\u201d with a pin first.`,
        }
      : null
  return { setter, axis, across, centre, acrossKey, centreKey, refusal }
}
type Sides = ReturnType<typeof sidesOf>

function needCentre({ setter, axis, centre }: Sides, scene: Scene): Refusal | null {
  if (!setter || !axis || centre) return null
  return {
    input: 'axis',
    sentence: `Where the middle of ${setter.name} stands in ${axis} is not on record on ${scene.machine.name}. Do \u201cSetter sides\u201d in ${axis} first, or touch both sides.`,
  }
}

function tooSmall(found: number | null, input: string): Refusal | null {
  return found !== null && found <= 0
    ? { input, sentence: 'The cutter would have no width. Look at the side that was touched, the direction and the readings.' }
    : null
}

function shared(at: Sides, values: Values): Pick<Found, 'rests' | 'gauges' | 'facts'> {
  return {
    rests: [at.acrossKey, at.centreKey].filter((key): key is RegisterKey => key !== null),
    gauges: gaugesUsed(at.setter?.id),
    facts: spindleFacts(values),
  }
}

/** Contributors to what the register holds; a doubt in the radius counts twice in a diameter. */
function onSetter({ setter, across, centre }: Sides, scene: Scene, single: { edges: EdgesRead; outward: 1 | -1 } | null): Contributor[] {
  const readout = ofReadout(scene.machine.increment)
  const name = setter!.name
  if (single) {
    const radius = [
      ...edgesDoubt(single.edges, [readout, { label: name, standard: setter!.uncertainty }], single.outward),
      restingOn(`middle of ${name}`, centre!),
      { label: `width of ${name}`, standard: (across!.standard ?? 0) / 2 },
    ]
    return holdsRadius(scene) ? radius : radius.map((one) => ({ ...one, standard: one.standard * 2 }))
  }
  return scaled(
    [
      { ...readout, standard: readout.standard * Math.SQRT2 },
      restingOn(`width of ${name}`, across!),
      { label: name, standard: setter!.uncertainty * Math.SQRT2 },
    ],
    scene,
  )
}

/** Doubts in a diameter, as they count in the register. */
function scaled(contributors: Contributor[], scene: Scene): Contributor[] {
  return holdsRadius(scene) ? contributors.map((one) => ({ ...one, standard: one.standard / 2 })) : contributors
}

/** A setter finds the widest place only where the length says the edge is: length before diameter. */
function lengthFirst(tool: MountedTool, scene: Scene): Remark[] {
  const key = registerKey(lengthRegister(tool.offset))
  const note = standingNote(key, scene)
  const bad = note.word === 'unset' || isSuspect(note)
  return [
    {
      id: 'length-first',
      name: 'length before diameter',
      verdict: bad ? 'stop' : 'clear',
      sentence: bad
        ? `H${tool.offset} length is ${note.word}${note.because ? `: ${note.because}` : ''}. Measure the length first, or the setter may take the shank for the edge.`
        : `H${tool.offset} length is ${note.word}, so the height of the edge is known.`,
      figures: [],
    },
  ]
}

function drawingOf(
  { setter, axis, across }: Sides,
  tool: MountedTool,
  scene: Scene,
  d: 1 | -1,
  lit: boolean,
  radius: number | null,
): Drawing {
  const shown = radius !== null && radius > 0 ? radius : (tool.properties.DC ?? 10_000_000) / 2
  return roundStylus(scene, {
    axis: axis ?? 'X',
    name: setter?.name ?? 'setter',
    across: across?.value ?? null,
    touching: { label: `T${tool.number}`, radius: nm(Math.round(shown)) },
    direction: d,
    lit,
  })
}
