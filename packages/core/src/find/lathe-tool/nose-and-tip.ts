import { TURNS } from '../../assembly/index.ts'
import { doubtBy } from '../../limits/index.ts'
import { minus, nm, roundToIncrement, type Nm } from '../../length/index.ts'
import { asShown } from '../../machine/index.ts'
import { noseRegister, registerKey, tipRegister } from '../../register/index.ts'
import {
  angleInput,
  chosenTool,
  gaugeInput,
  gaugesUsed,
  listInput,
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
import { gaugeById, toolByNumber, type MountedTool, type Scene } from '../../scene/index.ts'
import { combine, ofReadout } from '../../uncertainty/index.ts'
import { line, type WorkingLine } from '../../working/index.ts'
import { looksInput, looksOf, noseByCone, showsOnCone, tipMeets, type ConeWall } from './nose-by-cone.ts'
import { noseDrawing } from './nose-drawing.ts'
import { onRecord } from './nose-on-record.ts'
import { TIP_PLACES, tipWords } from '../../tip/tip.ts'

/**
 * Nose and tip: the nose radius and the direction of the imaginary tip that a control compensates with. The radius comes from the
 * insert on record, is measured with a comparator or a radius gauge, or follows from a cone that it has cut; the direction is seen at the machine.
 */
export const noseAndTip: Routine = {
  id: 'nose-and-tip',
  name: 'Nose radius and tip',
  manner: 'from the insert',
  purpose: 'The nose radius and tip direction of a turning tool, from its insert or measured.',
  kind: 'statement',
  machines: ['lathe'],

  inputs(scene, raw) {
    const tool = toolByNumber(scene, raw.tool ?? null)
    const known = onRecord(tool)
    return [
      toolInput(scene),
      rowInput('nose-from', 'Radius taken', [
        { value: 'insert', label: 'From the insert', ...(known === null ? {} : { note: asShown(known, scene.machine) }) },
        { value: 'measured', label: 'Measured' },
        { value: 'cone', label: 'From a cone', note: 'that it has cut' },
      ]),
      ...(raw['nose-from'] === 'measured'
        ? [
            { ...gaugeInput('with', 'Measured with', scene, ['indicator', 'height-gauge', 'caliper', 'micrometer']), optional: true },
            { ...sizeInput('nose', 'Nose radius'), given: false },
          ]
        : []),
      ...(raw['nose-from'] === 'cone'
        ? [
            rowInput('cone-on', 'Cone on', [
              { value: 'outside', label: 'the outside' },
              { value: 'bore', label: 'a bore' },
            ]),
            looksInput(),
            angleInput('cone', 'Cone against the axis'),
            { ...sizeInput('entered', 'Nose radius in the control then'), given: false },
            { ...sizeInput('left', 'Left on the cone, along its normal'), given: false },
          ]
        : []),
      listInput(
        'tip',
        'Tip as it sits in the turret',
        Object.keys(TIP_PLACES).map((code) => ({ value: code, label: code, note: tipWords(Number(code)) })),
      ),
    ]
  },

  sheet(values, scene) {
    const tool = chosenTool(values, scene)
    const from = values.choice('nose-from')
    const radius = radiusOf(from, tool, values)
    const code = values.choice('tip')
    const tip = code === null ? null : Number(code)
    const refusal = refusalOf(tool, values)
    const targets = tool ? [noseRegister(tool.offset), tipRegister(tool.offset)] : []
    const writes = tool && radius !== null && tip !== null && !refusal ? writesOf(tool, radius, tip, values, scene) : null
    return {
      targets,
      refusal,
      working: {
        unit: scene.machine.unit,
        columns: [''],
        lines: linesOf(from, radius, values),
        results: tool
          ? [
              {
                label: `T${tool.number} nose radius`,
                cells: [resultCell(targets[0]!, writes?.[0]?.value ?? null, writes?.[0]?.uncertainty ?? null)],
              },
            ]
          : [],
        facts: tip === null ? [] : [{ label: 'Tip direction', text: `${tip}, ${tipWords(tip)}` }],
      },
      drawing: noseDrawing(tool, radius, tip),
      result: writes && {
        writes,
        readings: [],
        readouts: [],
        gauges: gaugesUsed(values.choice('with')),
        remarks: [...againstKind(tool!, tip!), ...againstInsert(tool!, radius!, from, writes[0]!.uncertainty!.standard, scene)],
      },
    }
  },
}

function radiusOf(from: string | null, tool: MountedTool | null, values: Values): Nm | null {
  if (from === 'measured') return values.length('nose')
  if (from === 'insert') return onRecord(tool)
  const [entered, left, share] = [values.length('entered'), values.length('left'), shareOf(values)]
  return entered === null || left === null || share === null ? null : noseByCone(entered, left, share)
}

/** The wall that was cut; null while something of it is not said. */
function wallOf(values: Values): ConeWall | null {
  const [angle, on, looks] = [values.angle('cone'), values.choice('cone-on'), looksOf(values.choice('looks'))]
  return angle === null || on === null || looks === null ? null : { angle, inside: on === 'bore', looks }
}

/** How much of a wrong nose shows on it, with the tip direction that stands on the same form. */
function shareOf(values: Values): number | null {
  const [wall, tip] = [wallOf(values), values.choice('tip')]
  return wall && tip !== null ? showsOnCone(wall, Number(tip)) : null
}

function linesOf(from: string | null, radius: Nm | null, values: Values): WorkingLine[] {
  if (from !== 'cone')
    return from === 'measured' ? [line('start', 'Nose radius', radius, 'nose')] : [line('start', 'Nose radius of the insert', radius)]
  const [entered, angle, shows] = [values.length('entered'), values.angle('cone'), shareOf(values)]
  const share = shows === null ? null : shows.toFixed(4).replace('-', '\u2212')
  return [
    {
      operation: 'aside',
      label: 'Cone against the axis',
      cells: [{ figure: angle as number | null as Nm | null, input: 'cone', holds: 'angle' }],
    },
    line('aside', 'Left on the cone, along its normal', values.length('left'), 'left'),
    line('start', 'Nose radius in the control then', entered, 'entered'),
    line(
      'add',
      share === null ? 'what is left, by its share' : `what is left \u00f7 ${share}`,
      radius === null || entered === null ? null : minus(radius, entered),
    ),
  ]
}

function refusalOf(tool: MountedTool | null, values: Values): Refusal | null {
  if (tool && values.choice('nose-from') === 'insert' && onRecord(tool) === null)
    return {
      input: 'nose-from',
      sentence: `Neither a corner radius nor an insert is on record of T${tool.number}. Put the insert on the tool\u2019s page, or measure the radius.`,
    }
  if (values.choice('nose-from') === 'cone') {
    const [wall, share, radius] = [wallOf(values), shareOf(values), radiusOf('cone', tool, values)]
    const tip = Number(values.choice('tip'))
    if (wall && share !== null && !tipMeets(wall, tip))
      return {
        input: 'tip',
        sentence: `A tip that points ${tipWords(tip)} does not meet this wall. Look which way the wall looks, and at the tip in the turret.`,
      }
    if (share !== null && noseByCone(nm(0), nm(0), share) === null)
      return {
        input: 'cone',
        sentence:
          'Cone against the axis: this is so near to a cylinder or a face that the nose does not show on it. Cut one of about 45\u00b0.',
      }
    if (radius !== null && radius < 0)
      return {
        input: 'left',
        sentence:
          'Left on the cone: with this the nose would be less than nothing. Look at its sign: what is left counts as plus. Look at the tip direction too, and which way the wall looks.',
      }
  }
  const nose = values.length('nose')
  return nose !== null && nose < 0 ? { input: 'nose', sentence: 'Nose radius: zero or more.' } : null
}

function writesOf(tool: MountedTool, radius: Nm, tip: number, values: Values, scene: Scene): Write[] {
  const { increment } = scene.machine
  const gauge = gaugeById(scene, values.choice('with'))
  const share = shareOf(values)
  const doubt =
    values.choice('nose-from') === 'cone' && share !== null
      ? { label: 'what was left on the cone', standard: doubtBy('unsaidSize', scene).standard / Math.abs(share) }
      : values.choice('nose-from') === 'insert'
        ? { label: 'the insert\u2019s own tolerance', standard: doubtBy('unsaidSize', scene).standard }
        : gauge
          ? { label: gauge.name, standard: gauge.uncertainty }
          : doubtBy('unsaidSize', scene)
  const plain = { assembly: tool.assembly, rests: [] }
  return [
    {
      ...plain,
      register: noseRegister(tool.offset),
      value: roundToIncrement(radius, increment),
      state: radius === 0 ? 'deliberately-zero' : 'set',
      uncertainty: combine([ofReadout(increment), doubt], increment),
    },
    { ...plain, register: tipRegister(tool.offset), value: nm(tip), state: 'set', uncertainty: null },
  ]
}

/** A boring bar cuts away from the axis, an outside tool toward it: a tip that points the other way is a slip or a left-hand tool. */
function againstKind(tool: MountedTool, tip: number): Remark[] {
  const place = TIP_PLACES[tip]!
  if (!TURNS.includes(tool.kind) || tool.kind === 'parting' || place.X === 0) return []
  const away = tool.kind === 'boring-bar'
  const fits = place.X === (away ? 1 : -1)
  return [
    {
      id: 'tip-against-kind',
      name: 'tip as the tool cuts',
      verdict: fits ? 'clear' : 'query',
      sentence: fits
        ? `A ${tool.kind === 'boring-bar' ? 'boring bar' : 'turning tool'} whose tip points ${away ? 'away from' : 'toward'} the axis.`
        : `T${tool.number} is a ${away ? 'boring bar' : 'turning tool'}, and its tip would point ${away ? 'toward' : 'away from'} the axis. Look at it in the turret, or say why it sits so.`,
      figures: [],
      odd: [registerKey(tipRegister(tool.offset))],
    },
  ]
}

/** A measured radius far from the one that the box names is another insert. */
function againstInsert(tool: MountedTool, radius: Nm, from: string | null, standard: number, scene: Scene): Remark[] {
  const known = onRecord(tool)
  if (from === 'insert' || known === null) return []
  const off = Math.abs(radius - known)
  const far = off > 3 * Math.max(standard, doubtBy('unsaidSize', scene).standard)
  return [
    {
      id: 'nose-of-insert',
      name: 'as the insert',
      verdict: far ? 'query' : 'clear',
      sentence: far
        ? `The nose measures ${asShown(radius, scene.machine)}, and the insert on record has ${asShown(known, scene.machine)}. Look at the box, or put the insert on record that is in it.`
        : 'The nose measures as the insert on record.',
      figures: [
        { label: 'measured', value: radius },
        { label: 'on record', value: known },
      ],
    },
  ]
}
