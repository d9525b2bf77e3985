import { doubtBy } from '../../limits/index.ts'
import { minus, nm, plus, type Nm } from '../../length/index.ts'
import { axesOf, asShown, type MachineRecord } from '../../machine/index.ts'
import { commonRegister, geometryRegister, registerKey, workRegister } from '../../register/index.ts'
import {
  betweenInputs,
  betweenLines,
  chosenBetween,
  chosenDirection,
  chosenTool,
  directionInput,
  gaugesUsed,
  readingInput,
  rowInput,
  sizeInput,
  slotInput,
  toolInput,
  touchOffSheet,
  wayName,
  wearInput,
  type Between,
  type InputSpec,
  type Refusal,
  type Remark,
  type Routine,
  type SingleTouch,
  type Values,
} from '../../routine/index.ts'
import { UNDER_A_TIP } from '../zero/face.ts'
import { restingOn } from '../../reach/index.ts'
import { commonShift, toolByNumber, type MountedTool, type Scene, type Standing } from '../../scene/index.ts'
import { ofReadout, type Contributor } from '../../uncertainty/index.ts'
import { line, type WorkingLine } from '../../working/index.ts'
import { axisRefusal, zeroLines } from './turned-diameter.ts'
import { yDrawing } from './y-drawing.ts'

const withoutY = (machine: MachineRecord): string | null => (axesOf(machine).includes('Y') ? null : `${machine.name} has no Y axis.`)

/**
 * Tool Y on a lathe that has one: a driven tool touches the sides of a bar that is held in the spindle, whose axis is part Y 0.
 * From both sides its own size, the bar's and what lies between cancel: G_y = (M_low + M_high)/2 \u2212 W. From one side, moving d onto it,
 * G_y = M \u2212 W \u2212 P \u2212 c with P = \u2212d\u00b7D/2 and c = \u2212d\u00b7(r + g).
 */
export const toolY: Routine = {
  id: 'tool-y',
  name: 'Tool Y on a bar',
  manner: 'on the sides of a bar',
  purpose: 'A lathe tool\u2019s geometry Y from the sides of a round bar in the spindle.',
  kind: 'touch-off',
  machines: ['lathe'],
  unfit: withoutY,

  inputs(scene, raw) {
    const tool = toolByNumber(scene, raw.tool ?? null)
    return [
      toolInput(scene),
      slotInput(scene, 'Part zero in'),
      rowInput('sides', 'Touched', [
        { value: 'both', label: 'Both sides', note: 'sizes cancel' },
        { value: 'one', label: 'One side', note: 'cutter and bar are known' },
      ]),
      ...(raw.sides === 'one' ? oneSideInputs(scene, raw, tool) : bothSidesInputs(scene)),
      ...wearInput(tool && geometryRegister(tool.offset, 'Y'), scene),
    ]
  },

  sheet(values, scene) {
    const given = givenOf(values, scene)
    const { tool, slot, between, touch } = given
    return touchOffSheet({
      scene,
      axis: 'Y',
      values,
      rests: slot ? [registerKey(workRegister(slot, 'Y')), registerKey(commonRegister('Y'))] : [],
      target: tool ? geometryRegister(tool.offset, 'Y') : null,
      label: tool ? `T${tool.number} geometry Y` : 'Geometry Y',
      lines: linesOf(given, values, scene),
      refusal: refusalOf(given, values, scene),
      touch,
      ...doubtOf(given, scene),
      gauges: gaugesUsed(between?.gauge),
      assembly: tool?.assembly ?? null,
      readingLabel: 'machine Y at the touch',
      remarks: acrossRemarks(given, values, scene),
      drawing: yDrawing({ bar: values.length('bar'), cutter: values.length('across') ?? tool?.properties.DC ?? null, given: given.ways }),
      readouts: (value) =>
        !slot
          ? []
          : [
              {
                key: `y/T${tool?.number}`,
                about: { slot, tool: tool?.number ?? null },
                sentence: `T${tool?.number} ${given.isBoth ? 'in the middle of the bar' : 'at that touch'}, ${slot} active: the control must read`,
                axis: 'Y',
                value,
              },
            ],
    })
  },
}

const bothSidesInputs = ({ machine }: Scene): InputSpec[] => [
  readingInput('Y', machine, `Machine Y, moving ${wayName('Y', 1)}`, 'low'),
  readingInput('Y', machine, `Machine Y, moving ${wayName('Y', -1)}`, 'high'),
  sizeInput('bar', 'Diameter of the bar', { optional: true, hint: 'to check the width by' }),
  sizeInput('across', 'Diameter of the cutter', { optional: true, hint: 'to check the width by' }),
]

const oneSideInputs = (scene: Scene, raw: Readonly<Record<string, string>>, tool: MountedTool | null): InputSpec[] => [
  directionInput('Y', { '+': 'onto the lower side', '-': 'onto the upper side' }),
  sizeInput('bar', 'Diameter of the bar'),
  sizeInput(
    'across',
    'Diameter of the cutter',
    tool?.properties.DC === undefined ? {} : { hint: `${asShown(tool.properties.DC, scene.machine)} on record` },
  ),
  ...betweenInputs(scene, raw, { families: UNDER_A_TIP, mayCountLess: false }),
  readingInput('Y', scene.machine),
]

interface Given {
  tool: MountedTool | null
  slot: string | null
  zero: Standing | undefined
  isBoth: boolean
  between: Between | null
  /** The readings from both sides, the lower one first. */
  low: Nm | null
  high: Nm | null
  direction: 1 | -1 | null
  touch: SingleTouch | null
  /** Which sides are touched, and which are read. */
  ways: { direction: 1 | -1; read: boolean }[]
}

function givenOf(values: Values, scene: Scene): Given {
  const tool = chosenTool(values, scene)
  const slot = values.choice('slot')
  const isBoth = values.choice('sides') !== 'one'
  const zero = slot ? scene.standing[registerKey(workRegister(slot, 'Y'))] : undefined
  const [low, high] = [values.length('low'), values.length('high')]
  const direction = chosenDirection(values)
  const between = isBoth ? null : chosenBetween(values, scene)
  const known = zero ? plus(zero.value, commonShift(scene, 'Y')) : null
  const ways: Given['ways'] = isBoth
    ? [
        { direction: 1, read: low !== null },
        { direction: -1, read: high !== null },
      ]
    : direction === null
      ? []
      : [{ direction, read: values.length('reading') !== null }]
  const touch = known === null ? null : isBoth ? fromBoth(low, high, known) : fromOne(values, direction, between, known)
  return { tool, slot, zero, isBoth, between, low, high, direction, touch, ways }
}

const BARE = { axis: 'Y', finds: 'H', radius: nm(0), thickness: nm(0) } as const

function fromBoth(low: Nm | null, high: Nm | null, known: Nm): SingleTouch | null {
  if (low === null || high === null) return null
  return { ...BARE, direction: 1, reading: nm(Math.round((low + high) / 2)), place: nm(0), known }
}

function fromOne(values: Values, direction: 1 | -1 | null, between: Between | null, known: Nm): SingleTouch | null {
  const [reading, bar, across] = [values.length('reading'), values.length('bar'), values.length('across')]
  if (direction === null || reading === null || bar === null || across === null || !between) return null
  return {
    ...BARE,
    direction,
    reading,
    place: nm(Math.round((-direction * bar) / 2)),
    known,
    radius: nm(Math.round(across / 2)),
    thickness: between.thickness,
  }
}

function linesOf({ slot, zero, isBoth, touch, between, direction }: Given, values: Values, scene: Scene): WorkingLine[] {
  const off = zeroLines(slot, zero, scene, 'Y')
  if (isBoth)
    return [
      line('aside', `Machine Y, moving ${wayName('Y', 1)}`, values.length('low'), 'low'),
      line('aside', `Machine Y, moving ${wayName('Y', -1)}`, values.length('high'), 'high'),
      line('start', 'middle of the two', touch?.reading ?? null),
      ...off,
    ]
  // Moving Y+ onto the lower side the tool stands at minus all of it.
  const side = direction === -1 ? 'less' : 'add'
  return [
    line('start', 'Machine Y at the touch', values.length('reading'), 'reading'),
    ...off,
    line('aside', 'Diameter of the bar', values.length('bar'), 'bar'),
    line(side, 'half of the bar', touch && nm(Math.abs(touch.place))),
    line('aside', 'Diameter of the cutter', values.length('across'), 'across'),
    line(side, 'radius of the cutter', touch?.radius ?? null),
    ...betweenLines(values, between, scene, direction === -1 ? 1 : -1),
  ]
}

/** Two touches halve what one of them scatters by; the size of cutter and bar is in one side alone. */
function doubtOf({ slot, zero, isBoth, between }: Given, scene: Scene): { contributors: Contributor[]; perTouch: Contributor[] } {
  const readout = ofReadout(scene.machine.increment)
  const felt = doubtBy('feltContact', scene)
  if (!zero || !slot) return { contributors: [], perTouch: [readout] }
  const rests = restingOn(`${slot} Y`, zero)
  const share = isBoth ? Math.SQRT1_2 : 1
  const each = [readout, felt].map((one) => ({ ...one, standard: one.standard * share }))
  if (isBoth || !between) return { contributors: [rests], perTouch: each }
  const size = doubtBy('unsaidSize', scene)
  const halved = (label: string) => ({ label, standard: size.standard / 2 })
  return { contributors: [rests, halved('diameter of the bar'), halved('diameter of the cutter'), between.contributor], perTouch: each }
}

function refusalOf({ slot, zero, isBoth, low, high }: Given, values: Values, scene: Scene): Refusal | null {
  const unset = axisRefusal(slot, zero, scene, 'Y')
  if (unset) return unset
  for (const id of ['bar', 'across'] as const) {
    const size = values.length(id)
    if (size !== null && size <= 0)
      return { input: id, sentence: `${id === 'bar' ? 'Diameter of the bar' : 'Diameter of the cutter'}: more than zero.` }
  }
  if (isBoth && low !== null && high !== null && high <= low)
    return {
      input: 'high',
      sentence: `Moving Y\u2212 the tool stands above the bar, at a larger Y than moving Y+ below it. The two readings are the other way round, or one side was read twice.`,
    }
  return null
}

/** From both sides the way between the readings is bar and cutter together: a wrong side or a chip shows in it. */
function acrossRemarks({ isBoth, low, high }: Given, values: Values, scene: Scene): Remark[] {
  const [bar, across] = [values.length('bar'), values.length('across')]
  if (!isBoth || low === null || high === null || bar === null || across === null) return []
  const [found, wanted] = [minus(high, low), plus(bar, across)]
  const off = Math.abs(found - wanted)
  const doubt = 3 * Math.SQRT2 * Math.hypot(doubtBy('feltContact', scene).standard, doubtBy('unsaidSize', scene).standard)
  const shown = (value: Nm) => asShown(value, scene.machine)
  return [
    {
      id: 'bar-and-cutter',
      name: 'bar and cutter fit',
      verdict: off > doubt ? 'query' : 'clear',
      sentence:
        off > doubt
          ? `The two touches lie ${shown(found)} apart, and bar and cutter are ${shown(wanted)} together. Look for a chip, a feeler that lay on one side alone, or a wrong size.`
          : 'The two touches lie as far apart as bar and cutter are together.',
      figures: [
        { label: 'apart', value: found },
        { label: 'bar and cutter', value: wanted },
      ],
    },
  ]
}
