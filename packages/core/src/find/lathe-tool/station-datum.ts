import { standsAlong } from '../../assembly/index.ts'
import { doubtBy } from '../../limits/index.ts'
import { minus, nm, roundToIncrement, type Nm } from '../../length/index.ts'
import {
  asShown,
  spindleOfTool,
  stationNumber,
  stationOf,
  type MachineRecord,
  type SpindleName,
  type Station,
} from '../../machine/index.ts'
import { geometryRegister, registerKey, registerName, stationDatum } from '../../register/index.ts'
import {
  chosenTool,
  resultCell,
  rowInput,
  sizeInput,
  toolInput,
  type Refusal,
  type Remark,
  type Routine,
  type Values,
  type Write,
} from '../../routine/index.ts'
import { restingOn } from '../../reach/index.ts'
import type { MountedTool, Scene, Standing } from '../../scene/index.ts'
import { combine, ofReadout } from '../../uncertainty/index.ts'
import type { Fact, WorkingLine } from '../../working/index.ts'
import { stationDrawing } from './station-drawing.ts'
import { alikeStations, asGeometry, reachLines, STATION_AXES, withoutTurret, type StationAxis } from '../../tip/station-reach.ts'

/**
 * Station datum: the geometry offsets that a tip on the station's own reference point would have, from a tool whose reach beyond
 * it is known. X_s = G_x \u2212 2\u00b7reach where X reads diameters, Z_s = G_z \u2212 reach; reach counts toward the axis and toward the
 * chuck that the station works at, so that it is added to G_z on a sub-spindle.
 */
export const stationDatumRoutine: Routine = {
  id: 'station-datum',
  name: 'Station datum',
  manner: 'from a tool of known reach',
  purpose: 'Where a turret\u2019s station lies, so that stick-out and geometry can be worked out from each other.',
  kind: 'calibration',
  machines: ['lathe'],
  unfit: withoutTurret,

  inputs(scene, raw) {
    const alike = alikeStations(raw.tool ?? '', scene.machine).length
    return [
      toolInput(scene, 'Tool of known reach'),
      rowInput('for', 'Holds for', [
        { value: 'one', label: 'This station' },
        { value: 'all', label: 'All of its kind', ...(alike > 1 ? { note: `${alike} stations` } : {}) },
      ]),
      ...STATION_AXES.map((axis) => ({ ...sizeInput(`reach-${axis}`, REACHES[axis]), given: false })),
    ]
  },

  sheet(values, scene) {
    const given = givenOf(values, scene)
    const { tool, station, stations, reach } = given
    const refusal = tool ? refusalOf(given, scene) : null
    const writes = refusal ? null : writesOf(given, scene)
    return {
      targets: stations.flatMap((number) => STATION_AXES.map((axis) => stationDatum(number, axis))),
      refusal,
      working: {
        unit: scene.machine.unit,
        columns: STATION_AXES,
        lines: linesOf(given, scene),
        results: stations.map((number) => ({
          label: `station ${number}`,
          cells: STATION_AXES.map((axis) => {
            const write = writes?.find(({ register }) => register.slot === number && register.property === axis)
            return resultCell(stationDatum(number, axis), write?.value ?? null, write?.uncertainty ?? null)
          }),
        })),
        facts: station && writes ? printedFacts(station, writes, scene.machine) : [],
      },
      drawing: stationDrawing(tool, reach),
      result: writes && {
        writes,
        readings: [],
        readouts: [],
        gauges: [],
        remarks: station ? againstPrinted(station, tool!, writes, scene.machine) : [],
      },
    }
  },
}

const REACHES: Readonly<Record<StationAxis, string>> = { X: 'Reaches toward the axis by', Z: 'Reaches toward the chuck by' }

function givenOf(values: Values, scene: Scene) {
  const tool = chosenTool(values, scene)
  const station = tool && stationOf(scene.machine.turrets, tool.number)
  const holds = values.choice('for')
  const of = (axis: StationAxis) => (tool ? scene.standing[registerKey(geometryRegister(tool.offset, axis))] : undefined)
  return {
    tool,
    station,
    // A further pair may work at the other spindle than its station.
    spindle: tool ? spindleOfTool(tool, scene.machine) : 'main',
    stations:
      !station || holds === null ? [] : holds === 'all' ? alikeStations(tool!.number, scene.machine) : [stationNumber(tool!.number)],
    geometry: { X: of('X'), Z: of('Z') },
    reach: { X: values.length('reach-X'), Z: values.length('reach-Z') },
  }
}

type Given = ReturnType<typeof givenOf>

const linesOf = ({ tool, spindle, geometry, reach }: Given, scene: Scene): WorkingLine[] => [
  {
    operation: 'start',
    label: tool ? `T${tool.number} geometry` : 'geometry of the tool',
    cells: STATION_AXES.map((axis) => ({ figure: geometry[axis]?.value ?? null })),
  },
  ...reachLines(
    'less',
    'reaches beyond the station',
    { X: { figure: reach.X, input: 'reach-X' }, Z: { figure: reach.Z, input: 'reach-Z' } },
    spindle,
    scene,
  ),
]

function refusalOf({ tool, station, geometry, reach }: Given, { machine }: Scene): Refusal | null {
  if (!station)
    return {
      input: 'tool',
      sentence: `T${tool!.number} sits in no station that is on record of ${machine.name}. Put its turret into the record first.`,
    }
  const unset = STATION_AXES.find((axis) => !geometry[axis])
  if (unset)
    return {
      input: 'tool',
      sentence: `${registerName(geometryRegister(tool!.offset, unset))} is unset; unset is not zero. Measure T${tool!.number} first.`,
    }
  const along = standsAlong(tool!)
  return along && (reach[along] ?? 0) < 0
    ? { input: `reach-${along}`, sentence: `${REACHES[along]}: zero or more. T${tool!.number} stands out that way.` }
    : null
}

function writesOf({ tool, station, spindle, stations, geometry, reach }: Given, scene: Scene): Write[] | null {
  if (!tool || !station || stations.length === 0) return null
  const { X, Z } = geometry
  if (!X || !Z || reach.X === null || reach.Z === null) return null
  const [x, z] = [writeOf(tool, spindle, 'X', X, reach.X, scene), writeOf(tool, spindle, 'Z', Z, reach.Z, scene)]
  return stations.flatMap((number) => [
    { ...x, register: stationDatum(number, 'X') },
    { ...z, register: stationDatum(number, 'Z') },
  ])
}

function writeOf(
  tool: MountedTool,
  spindle: SpindleName,
  axis: StationAxis,
  geometry: Standing,
  reach: Nm,
  scene: Scene,
): Omit<Write, 'register'> {
  const { increment } = scene.machine
  const register = geometryRegister(tool.offset, axis)
  const known = doubtBy('unsaidSize', scene).standard
  return {
    value: roundToIncrement(minus(geometry.value, asGeometry(axis, reach, spindle, scene)), increment),
    state: 'set',
    uncertainty: combine(
      [
        ofReadout(increment),
        restingOn(registerName(register), geometry),
        { label: 'the known reach', standard: Math.abs(asGeometry(axis, nm(known), spindle, scene)) },
      ],
      increment,
    ),
    assembly: null,
    rests: [registerKey(register)],
  }
}

const foundOn = (axis: StationAxis, writes: readonly Write[]): Nm => writes.find(({ register }) => register.property === axis)!.value

/** The datum as its maker prints it, beside the one that was found. */
function printedFacts({ turret, spindle }: Station, writes: readonly Write[], machine: MachineRecord): Fact[] {
  const { printed } = turret
  if (!printed) return []
  return STATION_AXES.map((axis) => {
    const off = minus(foundOn(axis, writes), printed[axis]) / Math.abs(asGeometry(axis, nm(1), spindle, { machine }))
    const toward = spindle === 'sub' && axis === 'Z' ? -off : off
    const way = axis === 'X' ? ['further in', 'further out'] : ['nearer to its chuck', 'further from its chuck']
    const text = off === 0 ? 'the same' : `it lies ${asShown(nm(Math.round(Math.abs(off))), machine)} ${toward > 0 ? way[0] : way[1]}`
    return { label: `Printed ${axis}`, text: `${asShown(printed[axis], machine)}, ${text}` }
  })
}

/** A station seldom lies further from its print than this; more is a wrong reach, or a radius for a diameter. */
const FAR = nm(1_000_000)

function againstPrinted({ turret }: Station, tool: MountedTool, writes: readonly Write[], machine: MachineRecord): Remark[] {
  const { printed } = turret
  if (!printed) return []
  return STATION_AXES.map((axis): Remark => {
    const value = foundOn(axis, writes)
    const far = Math.abs(minus(value, printed[axis])) > FAR
    return {
      id: `printed-${axis}`,
      name: `${axis} as printed`,
      verdict: far ? 'query' : 'clear',
      sentence: far
        ? `The datum ${axis} would be ${asShown(value, machine)}, and ${asShown(printed[axis], machine)} is printed. Look at the reach that was typed, and whether this tool sits in T${tool.number}; or say what is different.`
        : `The datum ${axis} agrees with what is printed.`,
      figures: [
        { label: 'found', value },
        { label: 'printed', value: printed[axis] },
      ],
    }
  })
}
