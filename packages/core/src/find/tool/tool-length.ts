import { doubtBy } from '../../limits/index.ts'
import { minus, nm, ZERO, type Nm } from '../../length/index.ts'
import type { Drawing } from '../../drawing/index.ts'
import { noseAtTouch } from '../../tip/nose-centre.ts'
import { tipRefusal } from '../../tip/tip.ts'
import { zSense } from '../../machine/index.ts'
import { commonShift, gaugeById, toolByNumber, workTotal, type MountedTool, type Scene, type Standing } from '../../scene/index.ts'
import {
  layoutOf,
  commonRegister,
  registerKey,
  setterRegister,
  workRegister,
  type RegisterKey,
  type RegisterRef,
  reachRegister,
} from '../../register/index.ts'
import {
  rowInput,
  betweenInputs,
  betweenLines,
  chosenBetween,
  chosenTool,
  faceDrawing,
  gaugeInput,
  gaugesUsed,
  placeInput,
  slotInput,
  toolInput,
  touchOffSheet,
  understated,
  wearInput,
  wearLeft,
  type Between,
  type InputSpec,
  type Readout,
  type Remark,
  type Routine,
  type Sheet,
  type SingleTouch,
  type Values,
} from '../../routine/index.ts'
import { ofReadout, type Contributor } from '../../uncertainty/index.ts'
import { line, type WorkingLine } from '../../working/index.ts'
import { restingOn } from '../../reach/index.ts'
import { isSuspect, standingNote } from '../../standing/index.ts'
import { besideStock } from './beside-stock.ts'
import {
  countingEdge,
  edgeCount,
  edgesDoubt,
  edgeMarks,
  edgeReading,
  edgeReadings,
  edgesInput,
  spreadRemark,
  type EdgesRead,
} from './edges.ts'
import { bySecondThickness, secondThicknessInputs, secondThicknessLines } from './second-thickness.ts'
import { spindleFacts, spindleInputs, spindleRemarks } from './spindle.ts'

type Method = 'part' | 'block' | 'setter' | 'datum'

/**
 * Tool length (a lathe tool's geometry Z) by touch.
 * On the part or on a gauge: H = M − W − m·P − c with c = +g; on a sub-spindle m is −1 and the tip comes from the other side. On a setter: H = M − K. On a reference height
 * (where lengths are counted from it): H = M − g, and the part's zero is a shift from that height.
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
    const tool = toolByNumber(scene, raw.tool ?? null)
    if (raw.method === 'setter') inputs.push(gaugeInput('setter', 'Setter', scene, ['setter']), ...spindleInputs(raw), ...edgesInput(tool))
    if (raw.method === 'part' || raw.method === 'block') {
      inputs.push(slotInput(scene, 'Part zero in'))
      if (raw.method === 'part') inputs.push(...betweenInputs(scene, raw))
      else inputs.push(gaugeInput('between', 'Pin or block', scene, ['gauge-pin', 'gauge-block']))
    }
    if (raw.method === 'datum') inputs.push(...betweenInputs(scene, raw, { families: ['shim', 'gauge-pin', 'gauge-block'] }))
    inputs.push(...edgeReadings('Z', scene.machine, raw.method === 'setter' ? edgeCount(raw.edges) : 1))
    if (raw.method === 'part' || raw.method === 'block')
      inputs.push(placeInput(raw.method === 'part' ? 'Face stands at part Z' : 'Gauge stands on part Z', 'Z'))
    inputs.push(...secondThicknessInputs(scene, raw))
    return [...inputs, ...wearInput(tool ? reachRegister(scene.machine, tool) : null, scene)]
  },

  sheet(values, scene) {
    const tool = chosenTool(values, scene)
    const method = values.choice('method') as Method | null
    const rest = method ? RESTS[method](values, scene) : nothingYet(values)
    const target = tool ? reachRegister(scene.machine, tool) : null
    return touchOffSheet({
      scene,
      axis: 'Z',
      target,
      label: labelOf(tool, target),
      lines: [...rest.lines, ...secondThicknessLines(values, scene)],
      sizes: bySecondThickness(values, chosenBetween(values, scene), zSense(scene.machine, values.choice('slot')), scene),
      rests: rest.rests,
      values,
      remarks: rest.remarks,
      facts: method === 'setter' ? spindleFacts(values) : [],
      refusal: rest.refusal ?? tipOnFace(tool, values, scene),
      touch: rest.touch,
      contributors: rest.contributors,
      perTouch: rest.perTouch,
      gauges: rest.gauges,
      assembly: tool?.assembly ?? null,
      fromHeight: method === 'datum',
      readingLabel: 'machine Z at the touch',
      drawing: drawingOf(method, values, scene, tool),
      readouts: (shown) => (tool ? rest.readouts(tool, shown) : []),
    })
  },
}

/** One touch by hand: the readout's step, and how the tip is felt. */
const feltTouch = (scene: Scene): Contributor[] => [ofReadout(scene.machine.increment), doubtBy('feltContact', scene)]

/** Before a method is chosen only the reading has its line. */
function nothingYet(values: Values): Rest {
  return {
    touch: null,
    lines: [readingLine(values)],
    contributors: [],
    perTouch: [],
    refusal: null,
    gauges: [],
    rests: [],
    remarks: [],
    readouts: () => [],
  }
}

const RESTS: Readonly<Record<Method, (values: Values, scene: Scene) => Rest>> = {
  part: onPart,
  block: onPart,
  setter: onSetter,
  datum: onDatum,
}

const readingLine = (values: Values) => line('start', 'Machine Z at the touch', values.length('reading'), 'reading')

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
  const datum = { value: 'datum', label: 'On a height', note: 'lengths counted from it' }
  if (!layoutOf(scene.machine).countsLengths) return rowInput('method', 'How', options.slice(0, 2))
  const fit = scene.machine.lengthConvention === 'touch-off' ? [...options, datum] : options
  return rowInput('method', 'How', fit)
}

/** What a method makes of the inputs: the touch when it is complete, the lines in any case. */
interface Rest {
  touch: SingleTouch | null
  lines: WorkingLine[]
  contributors: Contributor[]
  /** Doubt of the touches themselves, the readout's step included. */
  perTouch: Contributor[]
  refusal: Sheet['refusal']
  gauges: string[]
  rests: RegisterKey[]
  remarks: Remark[]
  /** @param shown what the control shows at the touch, where the part's own zero is touched against */
  readouts(tool: MountedTool, shown: Nm): Readout[]
}

function onPart(values: Values, scene: Scene): Rest {
  const slot = values.choice('slot')
  const zero = slot ? scene.standing[registerKey(workRegister(slot, 'Z'))] : undefined
  const shift = commonShift(scene, 'Z')
  const sense = zSense(scene.machine, slot)
  const off = sense === 1 ? 'less' : 'add'
  const between = chosenBetween(values, scene)
  const nose = noseAtTouch(chosenTool(values, scene), 'Z', scene)
  const reading = values.length('reading')
  const place = values.length('place')
  const lines: WorkingLine[] = [
    readingLine(values),
    line('less', slot ? `${slot} Z` : 'work offset Z', zero?.value ?? null),
    ...(shift === 0 ? [] : [line('less', 'common shift Z', shift)]),
    line(off, values.choice('method') === 'part' ? 'Face stands at part Z' : 'Gauge stands on part Z', place, 'place'),
    ...betweenLines(values, between, scene, sense),
    ...nose.lines(sense === 1 ? -1 : 1),
  ]
  const total = slot ? workTotal(scene, slot, 'Z') : null
  const complete = total !== null && between && reading !== null && place !== null
  return {
    lines,
    touch: complete ? { ...aboveFace(reading, place, total, between), ...mirrored(sense), radius: nose.radius } : null,
    gauges: gaugesUsed(between?.gauge),
    contributors: zero && between ? [restingOn(`${slot} Z`, zero), between.contributor, ...nose.contributors] : [],
    perTouch: feltTouch(scene),
    rests: slot ? [registerKey(workRegister(slot, 'Z')), registerKey(commonRegister('Z')), ...nose.rests] : [],
    remarks: understated(between),
    refusal:
      slot && !zero
        ? {
            input: 'slot',
            sentence: `${slot} Z is unset on ${scene.machine.name}; unset is not zero. Pick it up first, or record it as deliberately zero.`,
          }
        : nose.refusal,
    readouts: (tool, shown) =>
      !slot
        ? []
        : [
            {
              key: `touch/T${tool.number}`,
              about: { slot, tool: tool.number },
              sentence: `T${tool.number} on that face, ${slot} active: the control must read`,
              axis: 'Z',
              value: shown,
            },
          ],
  }
}

/** On a block or another reference height that the lengths are counted from: the part's zero comes later, as a shift. */
function onDatum(values: Values, scene: Scene): Rest {
  const between = chosenBetween(values, scene)
  const reading = values.length('reading')
  return {
    lines: [readingLine(values), ...betweenLines(values, between, scene)],
    touch: between && reading !== null ? aboveFace(reading, ZERO, ZERO, between) : null,
    gauges: gaugesUsed(between?.gauge),
    contributors: between ? [between.contributor] : [],
    perTouch: feltTouch(scene),
    rests: [],
    remarks: understated(between),
    refusal: null,
    readouts: () => [],
  }
}

/** A turning tool touches a face with the side of its tip that lies toward it; a mill's tool has no tip direction. */
const tipOnFace = (tool: MountedTool | null, values: Values, scene: Scene): Sheet['refusal'] =>
  tool && layoutOf(scene.machine).hasTips ? tipRefusal(tool, 'Z', zSense(scene.machine, values.choice('slot')) === 1 ? -1 : 1, scene) : null

/** On the work of a sub-spindle the tip moves Z+ onto the face, and part Z counts against machine Z. */
const mirrored = (sense: 1 | -1): Partial<SingleTouch> => (sense === 1 ? {} : { sense, direction: 1 })

function aboveFace(reading: Nm, place: Nm, known: Nm, between: Between): SingleTouch {
  return {
    axis: 'Z',
    direction: -1,
    reading,
    place,
    known,
    finds: 'H',
    radius: nm(0),
    thickness: between.thickness,
  }
}

function onSetter(values: Values, scene: Scene): Rest {
  const setter = gaugeById(scene, values.choice('setter'))
  const key = setter && registerKey(setterRegister(setter.id))
  const constant = key ? scene.standing[key] : undefined
  const tool = chosenTool(values, scene)
  const count = edgeCount(values.choice('edges'))
  // Coming down, the longest edge touches first and so reads most.
  const edges = countingEdge(values, count, tool, 1)
  // A mean lies between two steps: it is rounded once, in the result.
  const reading = edges.counts === null ? null : nm(Math.round(edges.counts))
  return {
    lines: [
      ...(count === 1 ? [readingLine(values)] : edgeLines(edges, reading)),
      line('less', setter ? `constant K of ${setter.name}` : 'constant K of the setter', constant?.value ?? null),
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
          }
        : null,
    gauges: gaugesUsed(setter?.id),
    contributors: setter && constant ? [restingOn(`K of ${setter.name}`, constant)] : [],
    perTouch: setter && constant ? edgesDoubt(edges, [...feltTouch(scene), { label: setter.name, standard: setter.uncertainty }], 1) : [],
    rests: key ? [key] : [],
    remarks: [...spindleRemarks(values), ...(tool ? spreadRemark(edges, tool, scene.machine, 1, reachRegister(scene.machine, tool)) : [])],
    refusal: constantRefusal(setter, key, scene),
    readouts: (mounted) => settersReadout(mounted, scene, constant!, wearLeft(values, reachRegister(scene.machine, mounted), scene)),
  }
}

/** A line to type each edge on, and the one that counts under them. */
function edgeLines(edges: EdgesRead, reading: Nm | null): WorkingLine[] {
  return [
    ...edges.readings.map((value, at) => line('touch', `Edge ${at + 1}, machine Z`, value, edgeReading(at + 1))),
    line(
      'start',
      edges.counts === null ? 'Edge that counts' : edges.edge === null ? 'Mean of the edges' : `Longest edge, ${edges.edge}`,
      reading,
    ),
  ]
}

function constantRefusal(setter: ReturnType<typeof gaugeById>, key: RegisterKey | null, scene: Scene): Sheet['refusal'] {
  if (!setter || !key) return null
  if (!scene.standing[key])
    return {
      input: 'setter',
      sentence: `${setter.name} has no constant K on ${scene.machine.name}. Touch it with a master of known length first.`,
    }
  const note = standingNote(key, scene)
  return isSuspect(note)
    ? {
        input: 'setter',
        sentence: `The constant K of ${setter.name} cannot be used as it is: ${note.because}. Touch it with a master of known length again.`,
      }
    : null
}

/** On the setter's surface the part coordinate is K − W: it can be seen once the slot's Z stands. */
function settersReadout(tool: MountedTool, scene: Scene, constant: Standing, wear: Nm): Readout[] {
  const slot = scene.plan?.slots[0]
  const zero = slot ? workTotal(scene, slot, 'Z') : null
  if (!slot || zero === null) return []
  return [
    {
      key: `setter/T${tool.number}`,
      about: { slot, tool: tool.number },
      sentence: `T${tool.number} on the setter, ${slot} active: the control must read`,
      axis: 'Z',
      value: minus(minus(constant.value, zero), wear),
      terms: [workRegister(slot, 'Z'), commonRegister('Z')].flatMap((register) => {
        const standing = scene.standing[registerKey(register)]
        return standing ? [{ register: registerKey(register), factor: -1 as const, value: standing.value }] : []
      }),
    },
  ]
}

function drawingOf(method: Method | null, values: Values, scene: Scene, tool: MountedTool | null): Drawing {
  if (method !== 'setter') return faceDrawing(values, scene, { tool, between: chosenBetween(values, scene) })
  const setter = gaugeById(scene, values.choice('setter'))
  const edges = countingEdge(values, edgeCount(values.choice('edges')), tool, 1)
  return {
    ...besideStock(
      scene,
      setter,
      tool && { label: `T${tool.number}`, width: tool.properties.DC, tool: { kind: tool.kind, properties: tool.properties } },
      edges.counts === null,
    ),
    edges: edgeMarks(edges, 1),
  }
}
