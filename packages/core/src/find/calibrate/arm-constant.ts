import { doubtBy } from '../../limits/index.ts'
import { minus, negate, nm, plus, roundToIncrement, times, ZERO, type Nm } from '../../length/index.ts'
import { armRegister, geometryRegister, registerKey, registerName, wearOf, type RegisterRef } from '../../register/index.ts'
import {
  chosenTool,
  gaugeInput,
  gaugesUsed,
  readingInput,
  resultCell,
  sizeInput,
  toolInput,
  type Refusal,
  type Routine,
  type Values,
  type Write,
} from '../../routine/index.ts'
import { restingOn, wearLine, wearOn } from '../../reach/index.ts'
import { gaugeById, type MountedTool, type Scene } from '../../scene/index.ts'
import { contactCorrection } from '../../touch/index.ts'
import { combine, ofReadout } from '../../uncertainty/index.ts'
import { line, type Working } from '../../working/index.ts'
import { faceInput, faceOf, faceWords, timesWidth, type ArmFace } from '../lathe-tool/arm-face.ts'
import { armDrawing } from '../lathe-tool/arm-drawing.ts'
import { noseAtTouch, type NoseAtTouch } from '../../tip/nose-centre.ts'
import { readsRadii } from '../../tip/x-reads.ts'
import { tipRefusal } from '../../tip/tip.ts'

/**
 * Setter arm: the constant of one face of the stylus, from the master or any tool whose geometry stands: K = M \u2212 G,
 * wear counted with it as the control counts it.
 * Two opposite faces are tied by the width of the stylus: K(X+) = K(X\u2212) \u2212 2w where X reads diameters, K(Z+) = K(Z\u2212) \u2212 w.
 */
export const armConstant: Routine = {
  id: 'arm-constant',
  name: 'Setter arm',
  manner: 'from a tool of known geometry',
  purpose: 'Ties a face of a lathe\u2019s setter arm to this machine, with the master or a tool whose geometry stands.',
  kind: 'calibration',
  machines: ['lathe'],

  inputs(scene) {
    return [
      gaugeInput('setter', 'Setter', scene, ['setter']),
      toolInput(scene, 'Touching with'),
      faceInput(scene),
      sizeInput('width', 'Width of the stylus', { optional: true, hint: 'where the opposite face comes with it' }),
      readingInput('X', scene.machine, 'Machine at the touch'),
    ]
  },

  sheet(values, scene) {
    const given = givenOf(values, scene)
    const { setter, tool, face, reading, width } = given
    const refusal = tool && face ? refusalOf(tool, face, width, scene) : null
    const found = refusal ? null : foundIn(given, scene)
    const writes = found && writesOf(found, scene)
    const targets = setter && face ? [armRegister(setter.id, face.side), ...(width ? [armRegister(setter.id, face.opposite)] : [])] : []
    return {
      targets,
      refusal,
      working: workingOf(given, targets, writes, scene),
      drawing: armDrawing({ face, tool, width, name: setter?.name ?? 'setter arm', lit: reading === null }),
      result: found && {
        writes: writes!,
        readings: [{ axis: found.face.axis, label: `machine ${found.face.axis} at the touch`, value: reading! }],
        readouts: [],
        gauges: gaugesUsed(found.setter.id),
      },
    }
  },
}

function givenOf(values: Values, scene: Scene) {
  const tool = chosenTool(values, scene)
  const face = faceOf(values)
  return {
    setter: gaugeById(scene, values.choice('setter')),
    tool,
    face,
    reading: values.length('reading'),
    width: values.length('width'),
    geometry: tool && face ? scene.standing[registerKey(geometryRegister(tool.offset, face.axis))] : undefined,
    nose: noseAtTouch(tool, face?.axis ?? 'X', scene),
    wear: tool && face ? wearOn(geometryRegister(tool.offset, face.axis), scene) : ZERO,
  }
}

type Given = ReturnType<typeof givenOf>

/** How far from the tool’s point, as its geometry counts, the edge lies that touches. */
const edgeBeside = ({ axis, direction }: ArmFace, radius: Nm, scene: Scene): Nm =>
  contactCorrection({ direction, radius, gauge: ZERO, diameterAxis: axis === 'X' && !readsRadii(scene) })

/** All that a constant needs; null while something is missing. */
function foundIn({ setter, face, tool, reading, width, geometry, wear, nose }: Given, scene: Scene): Found | null {
  if (!setter || !face || !tool || !geometry || reading === null) return null
  return { setter, face, tool, K: minus(reading, plus(plus(geometry.value, wear), edgeBeside(face, nose.radius, scene))), width, nose }
}

function workingOf(
  { face, tool, reading, geometry, wear, nose }: Given,
  targets: readonly RegisterRef[],
  writes: Write[] | null,
  scene: Scene,
): Working {
  const ways = face ? [face, { axis: face.axis, direction: face.direction === 1 ? -1 : 1 } as const] : []
  return {
    unit: scene.machine.unit,
    columns: [''],
    lines: [
      line('start', face ? `Machine ${face.axis} at the touch` : 'Machine at the touch', reading, 'reading'),
      line('less', tool && face ? `T${tool.number} geometry ${face.axis}` : 'geometry of the tool', geometry?.value ?? null),
      ...(wear !== ZERO ? [wearLine(`T${tool!.number} wear ${face!.axis}`, wear, scene)] : []),
      ...(face ? nose.lines(face.direction) : []),
    ],
    results: targets.map((register, at) => ({
      label: `moving ${faceWords(ways[at]!)}`,
      cells: [resultCell(register, writes?.[at]?.value ?? null, writes?.[at]?.uncertainty ?? null)],
    })),
    facts: [],
  }
}

function refusalOf(tool: MountedTool, face: ArmFace, width: Nm | null, scene: Scene): Refusal | null {
  const register = geometryRegister(tool.offset, face.axis)
  if (!scene.standing[registerKey(register)])
    return {
      input: 'tool',
      sentence: `${registerName(register)} is unset; unset is not zero. Touch with the master, or with a tool whose geometry stands.`,
    }
  if (width !== null && width <= 0) return { input: 'width', sentence: 'Width of the stylus: more than zero, or left empty.' }
  return tipRefusal(tool, face.axis, face.direction, scene) ?? noseAtTouch(tool, face.axis, scene).refusal
}

interface Found {
  setter: { id: string; name: string; uncertainty: Nm }
  face: ArmFace
  tool: MountedTool
  K: Nm
  width: Nm | null
  nose: NoseAtTouch
}

function writesOf({ setter, face, tool, K, width, nose }: Found, scene: Scene): Write[] {
  const { increment } = scene.machine
  const register = geometryRegister(tool.offset, face.axis)
  const standing = scene.standing[registerKey(register)]!
  const worn = wearOn(register, scene)
  const doubts = [
    ofReadout(increment),
    restingOn(`T${tool.number} geometry ${face.axis}`, standing),
    doubtBy('feltContact', scene),
    ...nose.contributors,
  ]
  const write = (side: ArmFace['side'], value: Nm, more: typeof doubts): Write => ({
    register: armRegister(setter.id, side),
    value: roundToIncrement(value, increment),
    state: 'set',
    uncertainty: combine([...doubts, ...more], increment),
    assembly: null,
    rests: [registerKey(register), ...nose.rests, ...(worn !== ZERO ? [registerKey(wearOf(register))] : [])],
  })
  const own = write(face.side, K, [{ label: setter.name, standard: setter.uncertainty }])
  if (!width) return [own]
  // The plus face lies nearer to the axis and to the chuck: its constant is the smaller one.
  const apart = times(width, timesWidth(face, scene))
  const other = face.direction === -1 ? plus(K, negate(apart)) : plus(K, apart)
  const ofWidth = { label: 'width of the stylus', standard: doubtBy('typedThickness', scene).standard * timesWidth(face, scene) }
  return [own, write(face.opposite, nm(other), [{ label: setter.name, standard: setter.uncertainty }, ofWidth])]
}
