import { formatExact, nm, readLength, type Axis, type LengthUnit, type MachineRecord } from '@rook/core'
import type { MachineInput } from '@rook/contract'

/** A machine's record as it stands in the form: figures as they are typed. */
export interface RecordForm {
  name: string
  kind: 'mill' | 'lathe'
  unit: LengthUnit
  increment: string
  travels: Record<Axis, { min: string; max: string }>
  slots: { code: string; name: string }[]
  lengthConvention: MachineRecord['lengthConvention']
  diameterRegister: 'diameter' | 'radius'
  xReads: 'diameter' | 'radius'
}

const plain = (text: string) => text.replace('\u2212', '-')

export function blankForm(): RecordForm {
  const travel = () => ({ min: '', max: '0' })
  return {
    name: '',
    kind: 'mill',
    unit: 'mm',
    increment: '0.001',
    travels: { X: travel(), Y: travel(), Z: travel() },
    slots: ['G54', 'G55', 'G56', 'G57', 'G58', 'G59'].map((code) => ({ code, name: '' })),
    lengthConvention: 'gauge-length',
    diameterRegister: 'diameter',
    xReads: 'diameter',
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
    increment: plain(formatExact(machine.increment, machine.unit)),
    travels: { X: travelOf('X'), Y: travelOf('Y'), Z: travelOf('Z') },
    slots: machine.slots.map(({ code, name }) => ({ code, name: name ?? '' })),
  }
}

export const axesOfKind = (kind: RecordForm['kind']): Axis[] => (kind === 'mill' ? ['X', 'Y', 'Z'] : ['X', 'Z'])

/** The record that the form describes, or the sentences that say what is wrong with it. */
export function readForm(form: RecordForm): { input: MachineInput } | { problems: string[] } {
  const problems: string[] = []
  const length = (name: string, text: string) => {
    const reading = readLength(text, { name, unit: form.unit, grid: nm(1) })
    if (reading.kind === 'length') return reading.value
    problems.push(reading.kind === 'empty' ? `${name}: nothing is given yet.` : reading.sentence)
    return nm(0)
  }
  if (form.name.trim() === '') problems.push('Name: give the machine a name.')
  const increment = length('Least increment', form.increment)
  if (increment <= 0) problems.push('Least increment: more than zero.')
  const travels = axesOfKind(form.kind).map((axis) => {
    const travel = {
      axis,
      min: length(`Travel ${axis}, from`, form.travels[axis].min),
      max: length(`Travel ${axis}, to`, form.travels[axis].max),
    }
    if (travel.min >= travel.max && form.travels[axis].min !== '')
      problems.push(`Travel ${axis}: the lower end must lie below the upper end.`)
    return travel
  })
  const slots = form.slots
    .filter(({ code }) => code.trim() !== '')
    .map(({ code, name }) => ({ code: code.trim().toUpperCase(), name: name.trim() || null }))
  if (slots.length === 0) problems.push('Slots: name at least one.')
  if (new Set(slots.map(({ code }) => code)).size < slots.length) problems.push('Slots: each slot once.')
  if (problems.length > 0) return { problems: [...new Set(problems)] }
  const { name, kind, unit, lengthConvention, diameterRegister, xReads } = form
  return { input: { name: name.trim(), kind, unit, increment, travels, slots, lengthConvention, diameterRegister, xReads } }
}
