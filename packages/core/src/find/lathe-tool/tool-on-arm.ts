import { doubtBy } from '../../limits/index.ts'
import { nm, ZERO } from '../../length/index.ts'
import { armRegister, geometryRegister, registerKey } from '../../register/index.ts'
import {
  chosenTool,
  gaugeInput,
  gaugesUsed,
  readingInput,
  toolInput,
  touchOffSheet,
  wearInput,
  type Refusal,
  type Routine,
  type SingleTouch,
  type Values,
} from '../../routine/index.ts'
import { isSuspect, standingNote } from '../../standing/index.ts'
import { restingOn } from '../../reach/index.ts'
import { gaugeById, toolByNumber, type Scene } from '../../scene/index.ts'
import { line, type WorkingLine } from '../../working/index.ts'
import { ARM_FACES, faceInput, faceOf, faceWords, type ArmFace } from './arm-face.ts'
import { armDrawing } from './arm-drawing.ts'
import { noseAtTouch } from '../../tip/nose-centre.ts'
import { readsRadii } from '../../tip/x-reads.ts'
import { tipRefusal } from '../../tip/tip.ts'

/** Tool on the setter arm: geometry X or Z from one touch on a face whose constant stands, G = M \u2212 K. */
export const toolOnArm: Routine = {
  id: 'tool-on-arm',
  name: 'Tool on the setter arm',
  manner: 'on the setter arm',
  purpose: 'A lathe tool\u2019s geometry X or Z from one touch on a face of the setter arm.',
  kind: 'touch-off',
  machines: ['lathe'],

  inputs(scene, raw) {
    const tool = toolByNumber(scene, raw.tool ?? null)
    const face = ARM_FACES.find(({ side }) => side === raw.face)
    return [
      toolInput(scene),
      gaugeInput('setter', 'Setter', scene, ['setter']),
      faceInput(scene),
      readingInput(face?.axis ?? 'X', scene.machine, `Machine ${face?.axis ?? ''} at the touch`.replace('  ', ' ')),
      ...wearInput(tool && face ? geometryRegister(tool.offset, face.axis) : null, scene),
    ]
  },

  sheet(values, scene) {
    const given = givenOf(values, scene)
    const { tool, setter, face, register, constant, reading } = given
    const axis = face?.axis ?? 'X'
    return touchOffSheet({
      scene,
      axis,
      values,
      rests: register ? [registerKey(register), ...given.nose.rests] : [],
      target: tool && face ? geometryRegister(tool.offset, axis) : null,
      label: tool && face ? `T${tool.number} geometry ${axis}` : 'Geometry',
      lines: linesOf(given),
      refusal: faceRefusal(given, scene),
      touch: touchOf(given, scene),
      contributors:
        constant && setter
          ? [
              restingOn(`constant of ${setter.name}`, constant),
              { label: setter.name, standard: setter.uncertainty },
              doubtBy('feltContact', scene),
              ...given.nose.contributors,
            ]
          : [],
      gauges: gaugesUsed(setter?.id),
      assembly: tool?.assembly ?? null,
      readingLabel: face ? `machine ${axis} at the touch` : 'machine at the touch',
      drawing: armDrawing({ face, tool, width: null, name: setter?.name ?? 'setter arm', lit: reading === null }),
      readouts: () => [],
    })
  },
}

function givenOf(values: Values, scene: Scene) {
  const tool = chosenTool(values, scene)
  const setter = gaugeById(scene, values.choice('setter'))
  const face = faceOf(values)
  const register = setter && face ? armRegister(setter.id, face.side) : null
  return {
    tool,
    setter,
    face,
    nose: noseAtTouch(tool, face?.axis ?? 'X', scene),
    register,
    constant: register ? scene.standing[registerKey(register)] : undefined,
    reading: values.length('reading'),
  }
}

type Given = ReturnType<typeof givenOf>

const linesOf = ({ setter, face, constant, reading, nose }: Given): WorkingLine[] => [
  line('start', face ? `Machine ${face.axis} at the touch` : 'Machine at the touch', reading, 'reading'),
  line('less', setter && face ? `constant of ${setter.name}, moving ${faceWords(face)}` : 'constant of the face', constant?.value ?? null),
  ...(face ? nose.lines(face.direction) : []),
]

function touchOf({ face, constant, reading, nose }: Given, scene: Scene): SingleTouch | null {
  if (!constant || reading === null || !face) return null
  return {
    axis: face.axis,
    direction: face.direction,
    reading,
    place: ZERO,
    known: constant.value,
    finds: 'H',
    radius: nose.radius,
    thickness: nm(0),
    diameterAxis: face.axis === 'X' && !readsRadii(scene),
  }
}

function faceRefusal({ tool, setter, face, register, nose }: Given, scene: Scene): Refusal | null {
  const unset = setter && face && refusalOf(setter.name, face, register!, scene)
  return unset || (tool && face ? tipRefusal(tool, face.axis, face.direction, scene) : null) || nose.refusal
}

function refusalOf(name: string, face: ArmFace, register: ReturnType<typeof armRegister>, scene: Scene): Refusal | null {
  const key = registerKey(register)
  const way = `moving ${faceWords(face)}`
  if (!scene.standing[key])
    return { input: 'face', sentence: `${name} has no constant ${way} on ${scene.machine.name}. Touch that face with the master first.` }
  const note = standingNote(key, scene)
  return isSuspect(note)
    ? {
        input: 'face',
        sentence: `The constant of ${name} ${way} cannot be used as it is: ${note.because}. Touch that face with the master again.`,
      }
    : null
}
