import {
  assemblyProblems,
  KIND_WORDS,
  plainFigure,
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
import * as z from 'zod/mini'
import { lengthOrNone, wholeOrNone, words, wordsOrNone } from '../../ui/shapes.ts'

/** An assembly's record as it stands in the form: figures as they are typed. */
export interface ToolForm {
  name: string
  kind: ToolKind
  holder: string
  turning: 'right' | 'left'
  flutes: string
  insert: string
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
  const text = plainFigure(value, unit)
  const again = readLength(text, { name: '', unit, grid: nm(1) })
  return again.kind === 'length' && again.value === value ? text : `${plainFigure(value, 'mm')} mm`
}

export function toolFormOf(tool: Omit<Assembly, 'id'>, unit: LengthUnit): ToolForm {
  return {
    name: tool.name,
    kind: tool.kind,
    holder: tool.holder ?? '',
    turning: tool.turning,
    flutes: tool.flutes === null ? '' : String(tool.flutes),
    insert: tool.insert ?? '',
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

const FLUTES = 'Flutes, cutting edges: a whole number from 1 to 40.'

/** A number above zero; nothing is asked of a life that is not counted. */
const amount = (name: string) =>
  z.pipe(
    z.string().check(z.trim()),
    z.transform((text, context): number => {
      const value = /^\d+([.,]\d+)?$/.test(text) ? Number(text.replace(',', '.')) : Number.NaN
      if (value > 0) return value
      context.issues.push({ code: 'custom', input: text, message: `${name}: write a number above zero.` })
      return z.NEVER
    }),
  )

/** Each field by itself; a life that is not counted asks for no figures. */
const fieldsOf = (unit: LengthUnit, counted: boolean) =>
  z.object({
    name: words('Name: give the tool a name.'),
    kind: z.enum(Object.keys(KIND_WORDS) as [ToolKind, ...ToolKind[]]),
    holder: wordsOrNone,
    turning: z.enum(['right', 'left']),
    flutes: wholeOrNone(FLUTES),
    insert: wordsOrNone,
    estimate: lengthOrNone('Rough length', unit),
    properties: z.object(
      Object.fromEntries(
        TOOL_PROPERTIES.map((property) => [property, lengthOrNone(`${property}, ${PROPERTY_WORDS[property]}`, unit)]),
      ) as Record<ToolProperty, ReturnType<typeof lengthOrNone>>,
    ),
    rule: z.enum(['longest', 'mean']),
    spread: lengthOrNone('Spread of the edges', unit),
    lifeBy: z.enum(['', 'parts', 'minutes', 'uses']),
    limit: counted ? amount('Life, limit') : z.transform(() => 0),
    warning: counted ? amount('Life, warning') : z.transform(() => 0),
  })

/** The record that the form describes; what cannot be is said in the core\u2019s own words, under the field that it is about. */
export const toolShape = (unit: LengthUnit, { lifeBy }: Pick<ToolForm, 'lifeBy'>) =>
  z.pipe(
    fieldsOf(unit, lifeBy !== ''),
    z.transform((said, context): AssemblyInput => {
      const { name, kind, holder, turning, flutes, insert, estimate, rule, spread, limit, warning } = said
      const properties = Object.fromEntries(
        Object.entries(said.properties).filter(([, value]) => value !== null),
      ) as AssemblyInput['properties']
      const life = said.lifeBy === '' ? null : { by: said.lifeBy, limit, warning }
      const wrong = { ...inProperties(assemblyProblems({ properties, flutes, insert })), ...(life ? lifeProblems(life) : {}) }
      for (const [field, message] of Object.entries(wrong))
        context.issues.push({ code: 'custom', input: said, path: field.split('.'), message })
      return { name, kind, holder, turning, flutes, insert, properties, estimate, edges: { rule, spread }, life }
    }),
  )

/** The core knows a property by its symbol; in the form it lies among the properties. */
const inProperties = (problems: Record<string, string>): Record<string, string> =>
  Object.fromEntries(
    Object.entries(problems).map(([field, sentence]) => [
      field === 'flutes' || field === 'insert' ? field : `properties.${field}`,
      sentence,
    ]),
  )

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
