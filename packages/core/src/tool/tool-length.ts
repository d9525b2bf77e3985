import { minus, nm, type Nm } from '../length/index.ts'
import type { Drawing } from '../drawing/index.ts'
import { gaugeById, type MountedTool, type Scene, type Standing } from '../scene/index.ts'
import { registerKey, setterRegister, workRegister, type RegisterRef } from '../machine/index.ts'
import {
  betweenInputs,
  betweenLines,
  chosenBetween,
  chosenTool,
  faceDrawing,
  FELT_CONTACT,
  gaugeInput,
  gaugesUsed,
  offered,
  placeInput,
  readingInput,
  slotInput,
  toolInput,
  touchSheet,
  type Between,
  type InputSpec,
  type Readout,
  type Routine,
  type Sheet,
  type SingleTouch,
  type Values,
} from '../routine/index.ts'
import type { Contributor } from '../uncertainty/index.ts'
import type { WorkingLine } from '../working/index.ts'
import { reachRegister, restingOn } from '../reach/index.ts'
import { besideStock } from './beside-stock.ts'

type Method = 'part' | 'block' | 'setter'

/**
 * Tool length (a lathe tool's geometry Z) by touch.
 * On the part or on a gauge: H = M − W − P − c with c = +g. On a setter: H = M − K.
 */
export const toolLength: Routine = {
  id: 'tool-length',
  name: 'Tool length by touch',
  manner: 'by touch',
  purpose: 'How far a tool reaches in Z: on the part, on a gauge pin or block, or on a setter.',
  kind: 'touch-off',
  machines: ['mill', 'lathe'],

  inputs(scene, raw) {
    const inputs: InputSpec[] = [toolInput(scene), methodInput(scene)]
    if (raw.method === 'setter') inputs.push(gaugeInput('setter', 'Setter', scene, ['setter']))
    if (raw.method === 'part' || raw.method === 'block') {
      inputs.push(slotInput(scene, 'Part zero in'))
      if (raw.method === 'part') inputs.push(...betweenInputs(scene, raw.between))
      else inputs.push(gaugeInput('between', 'Pin or block', scene, ['gauge-pin', 'gauge-block']))
    }
    inputs.push(readingInput('Z', scene.machine))
    if (raw.method === 'part' || raw.method === 'block')
      inputs.push(placeInput(raw.method === 'part' ? 'Face stands at part Z' : 'Gauge stands on part Z'))
    return inputs
  },

  sheet(values, scene) {
    const tool = chosenTool(values, scene)
    const method = values.choice('method') as Method | null
    const rest = method === null ? null : method === 'setter' ? onSetter(values, scene) : onPart(values, scene)
    const target = tool ? reachRegister(scene.machine, tool) : null
    return touchSheet({
      scene,
      target,
      label: labelOf(tool, target),
      lines: rest?.lines ?? [{ operation: 'start', label: 'Machine Z at the touch', figure: values.length('reading'), input: 'reading' }],
      refusal: rest?.refusal ?? null,
      touch: rest?.touch ?? null,
      contributors: [...(rest?.contributors ?? []), FELT_CONTACT],
      gauges: rest?.gauges ?? [],
      assembly: tool?.assembly ?? null,
      readingLabel: 'machine Z at the touch',
      drawing: () =>
        method === 'setter'
          ? besideStock(
              scene,
              gaugeById(scene, values.choice('setter')),
              tool && { label: `T${tool.number}` },
              values.length('reading') === null,
            )
          : partDrawing(values, scene, tool),
      readouts: (shown) => (tool && rest ? rest.readouts(tool, shown) : []),
    })
  },
}

function labelOf(tool: MountedTool | null, target: RegisterRef | null): string {
  if (!tool) return 'Tool length'
  return `T${tool.number} ${target?.property === 'Z' ? 'geometry Z' : 'length'}`
}

function methodInput(scene: Scene): InputSpec {
  const options = [
    { value: 'part', label: 'On the part', note: 'bare or over a shim' },
    { value: 'block', label: 'On a pin or block', note: 'raise until it just passes' },
    { value: 'setter', label: 'On a setter', note: 'its constant K on record' },
  ]
  const fit = scene.machine.kind === 'mill' && scene.machine.lengthConvention !== 'touch-off' ? options : options.slice(0, 2)
  return { kind: 'choice', id: 'method', label: 'How', shown: 'row', options: fit }
}

/** What a method makes of the inputs: the touch when it is complete, the lines in any case. */
interface Rest {
  touch: SingleTouch | null
  lines: WorkingLine[]
  contributors: Contributor[]
  refusal: Sheet['refusal']
  gauges: string[]
  /** @param shown what the control shows at the touch, where the part's own zero is touched against */
  readouts(tool: MountedTool, shown: Nm): Readout[]
}

function onPart(values: Values, scene: Scene): Rest {
  const slot = values.choice('slot')
  const zero = slot ? scene.standing[registerKey(workRegister(slot, 'Z'))] : undefined
  const between = chosenBetween(values, scene)
  const reading = values.length('reading')
  const place = values.length('place')
  const lines: WorkingLine[] = [
    { operation: 'start', label: 'Machine Z at the touch', figure: reading, input: 'reading' },
    { operation: 'less', label: slot ? `${slot} Z` : 'work offset Z', figure: zero?.value ?? null },
    {
      operation: 'less',
      label: values.choice('method') === 'part' ? 'Face stands at part Z' : 'Gauge stands on part Z',
      figure: place,
      input: 'place',
    },
    ...betweenLines(values, between),
  ]
  const complete = zero && between && reading !== null && place !== null
  return {
    lines,
    touch: complete ? aboveFace(reading, place, zero, between, scene) : null,
    gauges: gaugesUsed(between?.gauge),
    contributors: zero && between ? [restingOn(`${slot} Z`, zero), between.contributor] : [],
    refusal:
      slot && !zero
        ? {
            input: 'slot',
            sentence: `${slot} Z is unset on ${scene.machine.name}; unset is not zero. Pick it up first, or record it as deliberately zero.`,
          }
        : null,
    readouts: (tool, shown) => [
      {
        key: `touch/T${tool.number}`,
        sentence: `T${tool.number} on that face, ${slot} active: the control must read`,
        axis: 'Z',
        value: shown,
      },
    ],
  }
}

function aboveFace(reading: Nm, place: Nm, zero: Standing, between: Between, scene: Scene): SingleTouch {
  return {
    axis: 'Z',
    direction: -1,
    reading,
    place,
    known: zero.value,
    finds: 'H',
    radius: nm(0),
    thickness: between.thickness,
    alternatives: {
      finders: [],
      between: offered(scene, ['shim', 'gauge-block', 'gauge-pin']),
      known: otherZeros(zero, scene),
    },
  }
}

/** The Z of the other slots: what would have been taken off had another slot been active. */
function otherZeros(zero: Standing, scene: Scene) {
  return scene.machine.slots.flatMap(({ code }) => {
    const other = scene.standing[registerKey(workRegister(code, 'Z'))]
    return other && other.entry !== zero.entry ? [{ label: `${code} Z`, value: other.value }] : []
  })
}

function onSetter(values: Values, scene: Scene): Rest {
  const setter = gaugeById(scene, values.choice('setter'))
  const constant = setter ? scene.standing[registerKey(setterRegister(setter.id))] : undefined
  const reading = values.length('reading')
  return {
    lines: [
      { operation: 'start', label: 'Machine Z at the touch', figure: reading, input: 'reading' },
      { operation: 'less', label: setter ? `constant K of ${setter.name}` : 'constant K of the setter', figure: constant?.value ?? null },
    ],
    touch:
      constant && reading !== null
        ? {
            axis: 'Z',
            direction: -1,
            reading,
            place: nm(0),
            known: constant.value,
            finds: 'H',
            radius: nm(0),
            thickness: nm(0),
            alternatives: { finders: [], between: offered(scene, ['shim']), known: [] },
          }
        : null,
    gauges: gaugesUsed(setter?.id),
    contributors:
      setter && constant ? [restingOn(`K of ${setter.name}`, constant), { label: setter.name, standard: setter.uncertainty }] : [],
    refusal:
      setter && !constant
        ? {
            input: 'setter',
            sentence: `${setter.name} has no constant K on ${scene.machine.name}. Touch it with a master of known length first.`,
          }
        : null,
    readouts: (tool) => settersReadout(tool, scene, constant!),
  }
}

/** On the setter's surface the part coordinate is K − W: it can be seen once the slot's Z stands. */
function settersReadout(tool: MountedTool, scene: Scene, constant: Standing): Readout[] {
  const slot = scene.plan?.slots[0]
  const zero = slot ? scene.standing[registerKey(workRegister(slot, 'Z'))] : undefined
  if (!slot || !zero) return []
  return [
    {
      key: `setter/T${tool.number}`,
      sentence: `T${tool.number} on the setter, ${slot} active: the control must read`,
      axis: 'Z',
      value: minus(constant.value, zero.value),
    },
  ]
}

function partDrawing(values: Values, scene: Scene, tool: MountedTool | null): Drawing {
  return faceDrawing(values, scene, { tool, between: chosenBetween(values, scene), fresh: null })
}
