import { stationNumber } from '../../machine/index.ts'
import { minus, roundToIncrement } from '../../length/index.ts'
import { geometryRegister, registerKey, registerName, stationCentre } from '../../register/index.ts'
import {
  chosenTool,
  resultCell,
  toolInput,
  wearCounted,
  wearCountedLines,
  wearInput,
  wearRemarks,
  wearWrites,
  type ChoiceInput,
  type Refusal,
  type Routine,
  type Values,
  type Write,
} from '../../routine/index.ts'
import { restingOn } from '../../reach/index.ts'
import { toolByNumber, type Scene } from '../../scene/index.ts'
import { isSuspect, standingNote } from '../../standing/index.ts'
import { combine, ofReadout, type Contributor } from '../../uncertainty/index.ts'
import { line } from '../../working/index.ts'
import { doubtBy } from '../../limits/index.ts'
import { centreDrawing } from './centre-drawing.ts'
import { withoutTurret } from '../../tip/station-reach.ts'
import { readsRadii } from '../../tip/x-reads.ts'

/** Tool on centre: a drill, reamer or tap sits on its station's own axis, so its geometry X is the centre of that station. */
export const onCentre: Routine = {
  id: 'on-centre',
  name: 'Tool on centre',
  manner: 'from the centre of its station',
  purpose: 'Geometry X of a drill, reamer or tap, which lies on the axis of its station.',
  kind: 'touch-off',
  machines: ['lathe'],
  unfit: withoutTurret,

  inputs(scene, raw) {
    const tool = toolByNumber(scene, raw.tool ?? null)
    return [centredInput(scene), ...wearInput(tool && geometryRegister(tool.offset, 'X'), scene)]
  },

  sheet(values, scene) {
    const tool = chosenTool(values, scene)
    const target = tool && geometryRegister(tool.offset, 'X')
    const centre = tool ? scene.standing[registerKey(stationCentre(stationNumber(tool.number)))] : undefined
    const refusal = refusalOf(values, scene)
    const write = refusal ? null : writeOf(values, scene)
    const zeroed = target ? wearWrites(values, target, tool!.assembly, scene) : []
    return {
      targets: [...(target ? [target] : []), ...zeroed.map(({ register }) => register)],
      refusal,
      working: {
        unit: scene.machine.unit,
        columns: [''],
        lines: [
          line('start', tool ? `centre of station ${tool.number}` : 'centre of its station', centre?.value ?? null),
          ...wearCountedLines(values, target, scene),
        ],
        results: [
          {
            label: tool ? `T${tool.number} geometry X` : 'Geometry X',
            cells: [resultCell(target, write?.value ?? null, write?.uncertainty ?? null)],
          },
        ],
        facts: [],
      },
      drawing: centreDrawing({ hole: true, off: null, number: tool?.number ?? null }),
      result: write && {
        writes: [write, ...zeroed],
        readings: [],
        readouts: [],
        gauges: [],
        remarks: wearRemarks(values, target, scene),
      },
    }
  },
}

/** Kinds that cut on the axis they sit on; of every other one X is touched for. */
const CENTRED: readonly string[] = ['drill', 'spot-drill', 'reamer', 'tap', 'other']

function centredInput(scene: Scene): ChoiceInput {
  const fits = ({ value }: { value: string }) => CENTRED.includes(toolByNumber(scene, value)?.kind ?? '')
  const all = toolInput(scene)
  return { ...all, options: all.options.filter(fits) }
}

function refusalOf(values: Values, scene: Scene): Refusal | null {
  const tool = chosenTool(values, scene)
  if (!tool) return null
  const register = stationCentre(stationNumber(tool.number))
  if (!scene.standing[registerKey(register)])
    return {
      input: 'tool',
      sentence: `${registerName(register)} is unset on ${scene.machine.name}. Find it once with an indicator from the spindle.`,
    }
  const note = standingNote(registerKey(register), scene)
  return isSuspect(note)
    ? { input: 'tool', sentence: `${registerName(register)} cannot be used as it is: ${note.because}. Find it again first.` }
    : null
}

/** A tool that sits off its station's axis is off by twice that where X reads diameters. */
function heldTrue(scene: Scene): Contributor {
  const { label, standard } = doubtBy('heldOnCentre', scene)
  return { label, standard: readsRadii(scene) ? standard : standard * 2 }
}

function writeOf(values: Values, scene: Scene): Write | null {
  const tool = chosenTool(values, scene)
  const centre = tool && scene.standing[registerKey(stationCentre(stationNumber(tool.number)))]
  if (!tool || !centre) return null
  const { increment } = scene.machine
  const register = geometryRegister(tool.offset, 'X')
  return {
    register,
    value: roundToIncrement(minus(centre.value, wearCounted(values, register, scene)), increment),
    state: 'set',
    uncertainty: combine([ofReadout(increment), restingOn(`centre of station ${tool.number}`, centre), heldTrue(scene)], increment),
    assembly: tool.assembly,
    rests: [registerKey(stationCentre(stationNumber(tool.number)))],
  }
}
