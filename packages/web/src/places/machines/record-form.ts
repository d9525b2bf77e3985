import {
  degreesOf,
  formatExact,
  KINDS,
  LIMITS,
  limitSays,
  nm,
  PLAIN_TURNING,
  readAngle,
  readLength,
  type Axis,
  type LengthUnit,
  type Limit,
  type MachineRecord,
  type ProgramWords,
  type Microdegrees,
  type Nm,
  type RotaryAxis,
  type RotaryRecord,
  USUAL_STEP,
} from '@rook/core'
import type { MachineInput } from '@rook/contract'
import * as z from 'zod/mini'
import { linesOf } from '../../ui/shapes.ts'
import { blankTurret, readTurret, turretForm, type TurretForm } from './turret-form.ts'

/** A machine's record as it stands in the form: figures as they are typed. */
export interface RecordForm {
  name: string
  kind: 'mill' | 'lathe'
  unit: LengthUnit
  increment: string
  travels: Record<Axis, { min: string; max: string }>
  slots: { code: string; name: string; onSub: boolean }[]
  lengthConvention: MachineRecord['lengthConvention']
  diameterRegister: 'diameter' | 'radius'
  xReads: 'diameter' | 'radius'
  rotates: boolean
  displayTurns: boolean
  rotary: RotaryForm[]
  /** True where it has a sub-spindle. */
  subSpindle: boolean
  turret: TurretForm
  /** How many H and D numbers its control has. */
  offsets: string
  /** What is looked at before it is used, a line each. */
  startUp: string
  /** How its control reads a program, where a lead has said so. */
  dialect: DialectForm
  /** What a lead typed in place of the shop's limits, by limit; empty for the shop's own. */
  limits: Record<string, string>
}

/** What a lead has said of a program's words; `usual` for what is usual for the kind. */
export interface DialectForm {
  bare: 'usual' | ProgramWords['bare']
  tool: 'usual' | ProgramWords['tool']
  semicolon: 'usual' | boolean
  codesForDistance: 'usual' | boolean
}
const USUAL: DialectForm = { bare: 'usual', tool: 'usual', semicolon: 'usual', codesForDistance: 'usual' }

/** Only what was said; null where nothing was. */
function saidOf(form: DialectForm): Partial<ProgramWords> | null {
  const said = Object.entries(form).filter(([, value]) => value !== 'usual')
  return said.length > 0 ? Object.fromEntries(said) : null
}

/** A rotary axis as it stands in the form, in degrees. */
export interface RotaryForm {
  axis: RotaryAxis
  increment: string
  /** Both empty for an axis that turns without end. */
  min: string
  max: string
  sense: 1 | -1
}

const plain = (text: string) => text.replace('\u2212', '-')

export function blankForm(): RecordForm {
  const travel = () => ({ min: '', max: '0' })
  return {
    name: '',
    kind: 'mill',
    unit: 'mm',
    increment: USUAL_STEP.mm,
    travels: { X: travel(), Y: travel(), Z: travel() },
    slots: ['G54', 'G55', 'G56', 'G57', 'G58', 'G59'].map((code) => ({ code, name: '', onSub: false })),
    lengthConvention: 'gauge-length',
    diameterRegister: 'diameter',
    xReads: 'diameter',
    rotates: false,
    displayTurns: true,
    rotary: [],
    subSpindle: false,
    turret: blankTurret(),
    offsets: '200',
    startUp: '',
    dialect: { ...USUAL },
    limits: {},
  }
}

export function formOf(machine: MachineRecord): RecordForm {
  const travelOf = (axis: Axis) => {
    const travel = machine.travels.find((one) => one.axis === axis)
    return {
      min: travel ? plain(formatExact(travel.min, machine.unit)) : '',
      max: travel ? plain(formatExact(travel.max, machine.unit)) : '0',
    }
  }
  return {
    ...machine,
    offsets: String(machine.offsets),
    startUp: machine.startUp.join('\n'),
    dialect: { ...USUAL, ...machine.dialect },
    rotary: machine.rotary.map(({ axis, increment, travel, sense }) => ({
      axis,
      increment: String(degreesOf(increment)),
      min: travel ? String(degreesOf(travel.min)) : '',
      max: travel ? String(degreesOf(travel.max)) : '',
      sense,
    })),
    subSpindle: machine.spindles.includes('sub'),
    turret: turretForm(machine),
    increment: plain(formatExact(machine.increment, machine.unit)),
    travels: { X: travelOf('X'), Y: travelOf('Y'), Z: travelOf('Z') },
    slots: machine.slots.map(({ code, name, spindle }) => ({ code, name: name ?? '', onSub: spindle === 'sub' })),
    limits: Object.fromEntries(
      LIMITS.flatMap((limit) => {
        const own = machine.limits[limit.id]
        return own === undefined ? [] : [[limit.id, limitText(limit, own, machine.unit)]]
      }),
    ),
  }
}

/** A limit's figure as it is typed and shown: a length in the machine's unit, degrees, or a plain number. */
export function limitText({ kind }: Limit, value: number, unit: LengthUnit): string {
  if (kind === 'length') return plain(formatExact(nm(Math.round(value)), unit))
  return kind === 'angle' ? String(value / 1_000_000) : String(value)
}

/** Says what is wrong with a field of the form, by its path. */
type Say = (field: string, sentence: string) => void

function readLimits({ limits, unit }: RecordForm, say: Say): Record<string, number> {
  return Object.fromEntries(
    LIMITS.flatMap((limit) => {
      const text = limits[limit.id]?.trim() ?? ''
      if (text === '') return []
      const name = `Limit, ${limitSays(limit, unit)}`
      const value =
        limit.kind === 'length'
          ? lengthOf(text, name, unit, `limits.${limit.id}`, say)
          : Number(text.replace(',', '.')) * (limit.kind === 'angle' ? 1_000_000 : 1)
      if (!(value > 0)) say(`limits.${limit.id}`, `${name}: write a figure above zero.`)
      else if (value > limit.value)
        say(
          `limits.${limit.id}`,
          `${name}: a machine’s limit may be tighter than the shop’s ${limitText(limit, limit.value, unit)}, not looser.`,
        )
      return [[limit.id, value]]
    }),
  )
}

function lengthOf(text: string, name: string, unit: LengthUnit, field: string, say: Say): Nm {
  const reading = readLength(text, { name, unit, grid: nm(1) })
  if (reading.kind === 'length') return reading.value
  say(field, reading.kind === 'empty' ? `${name}: nothing is given yet.` : reading.sentence)
  return nm(0)
}

/** Axes that the form asks a travel of: those that the kind has, and those it may have. */
export const axesOfKind = (kind: RecordForm['kind']): Axis[] =>
  (['X', 'Y', 'Z'] as const).filter((axis) => [...KINDS[kind].axes, ...KINDS[kind].mayHave].includes(axis))

function readRotary(form: RecordForm, say: Say): RotaryRecord[] {
  return form.rotary.map(({ axis, increment, min, max, sense }, at) => {
    const angle = (field: string, name: string, text: string): Microdegrees => {
      const reading = readAngle(text, name)
      if (reading.kind === 'angle') return reading.value
      say(`rotary.${at}.${field}`, reading.kind === 'empty' ? `${name}: nothing is given yet.` : reading.sentence)
      return 0 as Microdegrees
    }
    const step = angle('increment', `Step of ${axis}`, increment)
    if (step <= 0) say(`rotary.${at}.increment`, `Step of ${axis}: more than zero.`)
    const endless = min.trim() === '' && max.trim() === ''
    const travel = endless ? null : { min: angle('min', `${axis} from`, min), max: angle('max', `${axis} to`, max) }
    if (travel && travel.min >= travel.max) say(`rotary.${at}.min`, `${axis}: the lower end must lie below the upper end.`)
    return { axis, increment: step, travel, sense }
  })
}

/** The record that the form describes; what is wrong with a field is said under it. */
export const machineShape = z.pipe(
  z.custom<RecordForm>(),
  z.transform((form, context): MachineInput => {
    const say: Say = (field, message) => context.issues.push({ code: 'custom', input: form, path: field.split('.'), message })
    return recordOf(form, say)
  }),
)

function recordOf(form: RecordForm, say: Say): MachineInput {
  const length = (field: string, name: string, text: string) => lengthOf(text, name, form.unit, field, say)
  if (form.name.trim() === '') say('name', 'Name: give the machine a name.')
  const increment = length('increment', 'Least increment', form.increment)
  if (increment <= 0) say('increment', 'Least increment: more than zero.')
  const kind = KINDS[form.kind]
  const asked = axesOfKind(form.kind).filter((axis) => kind.axes.includes(axis) || form.travels[axis].min.trim() !== '')
  const travels = asked.map((axis) => {
    const travel = {
      axis,
      min: length(`travels.${axis}.min`, `Travel ${axis}, from`, form.travels[axis].min),
      max: length(`travels.${axis}.max`, `Travel ${axis}, to`, form.travels[axis].max),
    }
    if (travel.min >= travel.max && form.travels[axis].min !== '')
      say(`travels.${axis}.min`, `Travel ${axis}: the lower end must lie below the upper end.`)
    return travel
  })
  const hasSub = kind.asks.includes('spindles') && form.subSpindle
  const slots = form.slots
    .filter(({ code }) => code.trim() !== '')
    .map(({ code, name, onSub }) => ({
      code: code.trim().toUpperCase(),
      name: name.trim() || null,
      ...(hasSub && onSub ? { spindle: 'sub' as const } : {}),
    }))
  if (slots.length === 0) say('slots', 'Slots: name at least one.')
  if (new Set(slots.map(({ code }) => code)).size < slots.length) say('slots', 'Slots: each slot once.')
  const offsets = Number(form.offsets.trim())
  if (!/^\d{1,4}$/.test(form.offsets.trim()) || offsets < 1) say('offsets', 'Offset numbers: a whole number from 1 to 9999.')
  const limits = readLimits(form, say)
  const rotary = kind.asks.includes('rotary') ? readRotary(form, say) : []
  const { turrets, turning } = kind.asks.includes('turrets')
    ? readTurret(form.turret, form.unit, hasSub, say)
    : { turrets: [], turning: PLAIN_TURNING }
  const { name, unit, lengthConvention, diameterRegister, xReads } = form
  return {
    name: name.trim(),
    kind: form.kind,
    unit,
    increment,
    travels,
    slots,
    lengthConvention,
    diameterRegister,
    xReads,
    rotates: kind.mayTurn && form.rotates,
    displayTurns: form.displayTurns,
    rotary,
    spindles: hasSub ? ['main', 'sub'] : ['main'],
    turrets,
    turning,
    dialect: saidOf(form.dialect),
    limits,
    offsets,
    startUp: linesOf(form.startUp),
  }
}
