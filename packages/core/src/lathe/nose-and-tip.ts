import { readInsert, TURNS } from '../assembly/index.ts'
import { doubtBy } from '../check/limits.ts'
import { nm, roundToIncrement, type Nm } from '../length/index.ts'
import { asShown } from '../machine/index.ts'
import { noseRegister, tipRegister } from '../register/index.ts'
import {
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
} from '../routine/index.ts'
import { gaugeById, toolByNumber, type MountedTool, type Scene } from '../scene/index.ts'
import { combine, ofReadout } from '../uncertainty/index.ts'
import { line } from '../working/index.ts'
import { noseDrawing } from './nose-drawing.ts'
import { TIP_PLACES, tipWords } from './tip.ts'

/**
 * Nose and tip: the nose radius and the direction of the imaginary tip that a control compensates with. The radius comes from the
 * insert on record, or is measured with a comparator or a radius gauge; the direction is seen at the machine.
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
      ]),
      ...(raw['nose-from'] === 'measured'
        ? [
            { ...gaugeInput('with', 'Measured with', scene, ['indicator', 'height-gauge', 'caliper', 'micrometer']), optional: true },
            { ...sizeInput('nose', 'Nose radius'), given: false },
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
    const radius = from === 'measured' ? values.length('nose') : from === 'insert' ? onRecord(tool) : null
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
        lines: [
          line(
            'start',
            from === 'measured' ? 'Nose radius' : 'Nose radius of the insert',
            radius,
            from === 'measured' ? 'nose' : undefined,
          ),
        ],
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
        remarks: [...againstKind(tool!, tip!), ...againstInsert(tool!, radius!, from, scene)],
      },
    }
  },
}

/** The nose radius that is on record with the tool: its own RE, or what its insert\u2019s designation says. */
export function onRecord(tool: Pick<MountedTool, 'properties' | 'insert'> | null): Nm | null {
  if (!tool) return null
  if (tool.properties.RE !== undefined) return tool.properties.RE
  const read = tool.insert ? readInsert(tool.insert) : null
  return read && typeof read !== 'string' ? read.radius : null
}

function refusalOf(tool: MountedTool | null, values: Values): Refusal | null {
  if (tool && values.choice('nose-from') === 'insert' && onRecord(tool) === null)
    return {
      input: 'nose-from',
      sentence: `Neither a corner radius nor an insert is on record of T${tool.number}. Put the insert on the tool\u2019s page, or measure the radius.`,
    }
  const nose = values.length('nose')
  return nose !== null && nose < 0 ? { input: 'nose', sentence: 'Nose radius: zero or more.' } : null
}

function writesOf(tool: MountedTool, radius: Nm, tip: number, values: Values, scene: Scene): Write[] {
  const { increment } = scene.machine
  const gauge = gaugeById(scene, values.choice('with'))
  const doubt =
    values.choice('nose-from') === 'insert'
      ? { label: 'the insert\u2019s own tolerance', standard: doubtBy('unsaidSize', scene).standard }
      : gauge
        ? { label: gauge.name, standard: gauge.uncertainty }
        : doubtBy('unsaidSize', scene)
  const plain = { assembly: tool.assembly, rests: [], slips: [] }
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
    },
  ]
}

/** A measured radius far from the one that the box names is another insert. */
function againstInsert(tool: MountedTool, radius: Nm, from: string | null, scene: Scene): Remark[] {
  const known = onRecord(tool)
  if (from !== 'measured' || known === null) return []
  const off = Math.abs(radius - known)
  const far = off > 3 * doubtBy('unsaidSize', scene).standard
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
