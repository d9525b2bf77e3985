import {
  assemblyProblems,
  formatExact,
  lifeProblems,
  nm,
  readLength,
  TOOL_PROPERTIES,
  PROPERTY_WORDS,
  type Assembly,
  type Drawn,
  type LengthUnit,
  type LifeUnit,
  type Nm,
  type ToolKind,
  type ToolProperty,
} from '@rook/core'
import type { AssemblyInput } from '@rook/contract'

/** An assembly's record as it stands in the form: figures as they are typed. */
export interface ToolForm {
  name: string
  kind: ToolKind
  holder: string
  turning: 'right' | 'left'
  flutes: string
  estimate: string
  properties: Record<ToolProperty, string>
  rule: 'longest' | 'mean'
  spread: string
  lifeBy: LifeUnit | ''
  limit: string
  warning: string
}

/** As it is typed: in the unit, or in millimetres where the unit's seven decimals would make another figure of it. */
function plain(value: Nm | null | undefined, unit: LengthUnit): string {
  if (value == null) return ''
  const text = formatExact(value, unit).replace('\u2212', '-')
  const again = readLength(text, { name: '', unit, grid: nm(1) })
  return again.kind === 'length' && again.value === value ? text : `${formatExact(value, 'mm').replace('\u2212', '-')} mm`
}

export function toolFormOf(tool: Omit<Assembly, 'id'>, unit: LengthUnit): ToolForm {
  return {
    name: tool.name,
    kind: tool.kind,
    holder: tool.holder ?? '',
    turning: tool.turning,
    flutes: tool.flutes === null ? '' : String(tool.flutes),
    estimate: plain(tool.estimate, unit),
    properties: Object.fromEntries(
      TOOL_PROPERTIES.map((property) => [property, plain(tool.properties[property], unit)]),
    ) as ToolForm['properties'],
    rule: tool.edges.rule,
    spread: plain(tool.edges.spread, unit),
    lifeBy: tool.life?.by ?? '',
    limit: tool.life ? String(tool.life.limit) : '',
    warning: tool.life ? String(tool.life.warning) : '',
  }
}

/** The record that the form describes, or the sentences that say what is wrong with it. */
export function readToolForm(form: ToolForm, unit: LengthUnit): { input: AssemblyInput } | { problems: string[] } {
  const problems: string[] = []
  const length = (name: string, text: string): Nm | null => {
    const reading = readLength(text, { name, unit, grid: nm(1) })
    if (reading.kind === 'length' || reading.kind === 'finer') return reading.value
    if (reading.kind === 'refused') problems.push(reading.sentence)
    return null
  }
  const amount = (name: string, text: string): number => {
    const value = /^\d+([.,]\d+)?$/.test(text.trim()) ? Number(text.trim().replace(',', '.')) : NaN
    if (!(value > 0)) problems.push(`${name}: write a number above zero.`)
    return value
  }
  if (form.name.trim() === '') problems.push('Name: give the tool a name.')
  const flutes = form.flutes.trim() === '' ? null : Number(form.flutes)
  const properties = Object.fromEntries(
    TOOL_PROPERTIES.flatMap((property) => {
      const value = length(`${property}, ${PROPERTY_WORDS[property]}`, form.properties[property])
      return value === null ? [] : [[property, value]]
    }),
  ) as AssemblyInput['properties']
  const input: AssemblyInput = {
    name: form.name.trim(),
    kind: form.kind,
    holder: form.holder.trim() || null,
    turning: form.turning,
    flutes,
    properties,
    estimate: length('Rough length', form.estimate),
    edges: { rule: form.rule, spread: length('Spread of the edges', form.spread) },
    life:
      form.lifeBy === ''
        ? null
        : { by: form.lifeBy, limit: amount('Life, limit', form.limit), warning: amount('Life, warning', form.warning) },
  }
  problems.push(
    ...Object.values(assemblyProblems(input)),
    ...(input.life && input.life.limit > 0 ? Object.values(lifeProblems(input.life)) : []),
  )
  return problems.length > 0 ? { problems: [...new Set(problems)] } : { input }
}

/** What can be drawn of a tool while its figures are still being typed: whatever is understood so far. */
export function drawnFrom(form: ToolForm, unit: LengthUnit): { tool: Drawn; length: Nm | null } {
  const length = (text: string): Nm | null => {
    const reading = readLength(text, { name: '', unit, grid: nm(1) })
    return (reading.kind === 'length' || reading.kind === 'finer') && reading.value > 0 ? reading.value : null
  }
  const known = TOOL_PROPERTIES.flatMap((property) => {
    const value = length(form.properties[property])
    return value === null ? [] : [[property, value] as const]
  })
  return { tool: { kind: form.kind, properties: Object.fromEntries(known) }, length: length(form.estimate) }
}
