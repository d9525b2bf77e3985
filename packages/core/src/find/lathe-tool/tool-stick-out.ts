import { standsAlong } from '../../assembly/index.ts'
import { doubtBy } from '../../limits/index.ts'
import { nm, plus, roundToIncrement, ZERO, type Nm } from '../../length/index.ts'
import { spindleOfTool, stationNumber } from '../../machine/index.ts'
import { geometryRegister, registerKey, registerName, stationDatum, wearOf } from '../../register/index.ts'
import { chosenTool, resultCell, sizeInput, toolInput, type Refusal, type Routine, type Values, type Write } from '../../routine/index.ts'
import { restingOn } from '../../reach/index.ts'
import type { MountedTool, Scene, Standing } from '../../scene/index.ts'
import { isSuspect, standingNote } from '../../standing/index.ts'
import { combine, ofReadout } from '../../uncertainty/index.ts'
import type { WorkingLine } from '../../working/index.ts'
import { stationDrawing } from './station-drawing.ts'
import { asGeometry, reachLines, STATION_AXES, withoutTurret, type StationAxis } from '../../tip/station-reach.ts'

const OUT: Readonly<Record<StationAxis, string>> = { X: 'Stands out toward the axis', Z: 'Stands out toward the chuck' }

/**
 * Geometry from stick-out: what a rule held to the turret says of a tool before anything is touched. G_x = X_s + 2\u00b7out where X
 * reads diameters, G_z = Z_s + out (taken off on a sub-spindle). It is an estimate, and stays marked as one until the tool is measured.
 */
export const toolStickOut: Routine = {
  id: 'tool-stick-out',
  name: 'Geometry from stick-out',
  manner: 'from its stick-out, an estimate',
  purpose: 'A first geometry X and Z from a rule held to the turret, where the station\u2019s datum is known.',
  kind: 'statement',
  machines: ['lathe'],
  unfit: withoutTurret,

  inputs: (scene) => [toolInput(scene), ...STATION_AXES.map((axis) => ({ ...sizeInput(`out-${axis}`, OUT[axis]), given: false }))],

  sheet(values, scene) {
    const given = givenOf(values, scene)
    const { tool, out } = given
    const refusal = tool ? refusalOf(given, scene) : null
    const writes = refusal ? null : writesOf(given, scene)
    const targets = tool ? STATION_AXES.map((axis) => geometryRegister(tool.offset, axis)) : []
    return {
      targets,
      refusal,
      working: {
        unit: scene.machine.unit,
        columns: STATION_AXES,
        lines: linesOf(given, scene),
        results: [
          {
            label: tool ? `T${tool.number} geometry` : 'Geometry',
            cells: STATION_AXES.map((_axis, at) => {
              const write = writes?.[at]
              return resultCell(targets[at] ?? null, write?.value ?? null, write?.uncertainty ?? null)
            }),
          },
        ],
        facts: writes
          ? [
              { label: 'Worth', text: 'an estimate, to be measured before the tool cuts' },
              ...(writes.length > STATION_AXES.length
                ? [{ label: 'Its wear', text: 'to zero: it was found with the geometry before' }]
                : []),
            ]
          : [],
      },
      drawing: stationDrawing(tool, out),
      result: writes && { writes, readings: [], readouts: [], gauges: [] },
    }
  },
}

function givenOf(values: Values, scene: Scene) {
  const tool = chosenTool(values, scene)
  const of = (axis: StationAxis) => (tool ? scene.standing[registerKey(stationDatum(stationNumber(tool.number), axis))] : undefined)
  return {
    tool,
    spindle: tool ? spindleOfTool(tool, scene.machine) : 'main',
    datum: { X: of('X'), Z: of('Z') },
    out: { X: values.length('out-X'), Z: values.length('out-Z') },
  }
}

type Given = ReturnType<typeof givenOf>

const linesOf = ({ tool, spindle, datum, out }: Given, scene: Scene): WorkingLine[] => [
  {
    operation: 'start',
    label: tool ? `datum of station ${tool.number}` : 'datum of the station',
    cells: STATION_AXES.map((axis) => ({ figure: datum[axis]?.value ?? null })),
  },
  ...reachLines('add', 'stands out', { X: { figure: out.X, input: 'out-X' }, Z: { figure: out.Z, input: 'out-Z' } }, spindle, scene),
]

function refusalOf({ tool, datum, out }: Given, scene: Scene): Refusal | null {
  for (const axis of STATION_AXES) {
    const register = stationDatum(stationNumber(tool!.number), axis)
    if (!datum[axis])
      return {
        input: 'tool',
        sentence: `${registerName(register)} is unset on ${scene.machine.name}. Find it once with a tool of known reach.`,
      }
    const note = standingNote(registerKey(register), scene)
    if (isSuspect(note))
      return { input: 'tool', sentence: `${registerName(register)} cannot be used as it is: ${note.because}. Find it again first.` }
    if (axis === standsAlong(tool!) && (out[axis] ?? 0) < 0)
      return { input: `out-${axis}`, sentence: `${OUT[axis]}: below zero the tip would lie behind its holder. Measure it again.` }
  }
  return null
}

function writesOf({ tool, spindle, datum, out }: Given, scene: Scene): Write[] | null {
  if (!tool || !datum.X || !datum.Z || out.X === null || out.Z === null) return null
  return [writeOf(tool, 'X', datum.X, out.X), writeOf(tool, 'Z', datum.Z, out.Z), ...wearEnded(tool, scene)]

  function writeOf(own: MountedTool, axis: StationAxis, from: Standing, by: Nm): Write {
    const { increment } = scene.machine
    const ruled = doubtBy('rule', scene)
    return {
      register: geometryRegister(own.offset, axis),
      value: roundToIncrement(plus(from.value, asGeometry(axis, by, spindle, scene)), increment),
      state: 'estimated',
      uncertainty: combine(
        [
          ofReadout(increment),
          restingOn(`datum ${axis} of station ${own.number}`, from),
          { label: ruled.label, standard: Math.abs(asGeometry(axis, nm(Math.round(ruled.standard)), spindle, scene)) },
        ],
        increment,
      ),
      assembly: own.assembly,
      rests: [registerKey(stationDatum(stationNumber(own.number), axis))],
    }
  }
}

/** Wear that stands was found with the geometry before; on an estimate it counts for nothing. */
const wearEnded = (tool: MountedTool, scene: Scene): Write[] =>
  STATION_AXES.flatMap((axis) => {
    const register = wearOf(geometryRegister(tool.offset, axis))
    const worn = scene.standing[registerKey(register)]?.value ?? ZERO
    return worn === ZERO
      ? []
      : [{ register, value: ZERO, state: 'deliberately-zero' as const, uncertainty: null, assembly: tool.assembly, rests: [] }]
  })
