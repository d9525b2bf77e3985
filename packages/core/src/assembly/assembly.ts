import type { LifeRule } from '../life/index.ts'
import { formatExact, type Nm } from '../length/index.ts'
import { readInsert } from './insert.ts'
import type { MachineKind } from '../machine/index.ts'

export type ToolKind =
  | 'end-mill'
  | 'face-mill'
  | 'ball-mill'
  | 'chamfer-mill'
  | 'saw'
  | 'drill'
  | 'spot-drill'
  | 'reamer'
  | 'tap'
  | 'boring-head'
  | 'turning'
  | 'boring-bar'
  | 'parting'
  | 'other'

/**
 * Properties of a tool item that are lengths, by their ISO 13399 symbols: DC cutting diameter, RE corner
 * radius, LF functional length, OAL overall length, LPR protruding length, APMX greatest depth of cut,
 * DMM shank diameter.
 */
export const TOOL_PROPERTIES = ['DC', 'RE', 'LF', 'OAL', 'LPR', 'APMX', 'DMM'] as const
export type ToolProperty = (typeof TOOL_PROPERTIES)[number]

export const PROPERTY_WORDS: Readonly<Record<ToolProperty, string>> = {
  DC: 'cutting diameter',
  RE: 'corner radius',
  LF: 'functional length',
  OAL: 'overall length',
  LPR: 'protruding length',
  APMX: 'greatest depth of cut',
  DMM: 'shank diameter',
}

/** How the results of several cutting edges become one: the longest (or widest) counts, or their mean. */
export type EdgeRule = 'longest' | 'mean'

/** Cutter and holder together, with one identity whichever pocket they sit in. */
export interface Assembly {
  id: string
  name: string
  kind: ToolKind
  /** Holder, collet, extension, in words. */
  holder: string | null
  /** Which way it turns when it cuts, seen from the spindle: `right` is M3. */
  turning: 'right' | 'left'
  /** Number of cutting edges; null where it does not matter. */
  flutes: number | null
  /** Designation of its indexable insert after ISO 1832, as it stands on the box; null or absent where it has none. */
  insert?: string | null
  properties: Readonly<Partial<Record<ToolProperty, Nm>>>
  /** Rule or caliper estimate of its length from the gauge line; null when nobody has held a rule to it. */
  estimate: Nm | null
  edges: { rule: EdgeRule; spread: Nm | null }
  life: LifeRule | null
  /** What has been used of its life since the edge was new, in the rule's own unit. */
  lifeUsed: number
}

/** Kinds whose size on the part a register can change; the others make the size that they have. */
const ANSWERS: readonly ToolKind[] = [
  'end-mill',
  'face-mill',
  'ball-mill',
  'chamfer-mill',
  'saw',
  'turning',
  'boring-bar',
  'parting',
  'other',
]

/** True when a wear register changes what this tool cuts across: not for drills, reamers, taps and boring heads. */
export const answersToWear = ({ kind }: Pick<Assembly, 'kind'>): boolean => ANSWERS.includes(kind)

/** Kinds that the assembly is known to come in, with the words for them. */
export const KIND_WORDS: Readonly<Record<ToolKind, string>> = {
  'end-mill': 'end mill',
  'face-mill': 'face mill',
  'ball-mill': 'ball-nosed mill',
  'chamfer-mill': 'chamfer mill',
  saw: 'slitting saw',
  drill: 'drill',
  'spot-drill': 'spot drill',
  reamer: 'reamer',
  tap: 'tap',
  'boring-head': 'boring head',
  turning: 'turning tool',
  'boring-bar': 'boring bar',
  parting: 'parting blade',
  other: 'other',
}

/** Kinds that one kind of machine alone can use; every other kind goes into a spindle and into a turret alike. */
const ONLY: Readonly<Partial<Record<ToolKind, MachineKind>>> = {
  'face-mill': 'mill',
  saw: 'mill',
  'boring-head': 'mill',
  turning: 'lathe',
  'boring-bar': 'lathe',
  parting: 'lathe',
}

/** True where a tool of this kind can be put into such a machine. */
export const goesInto = (kind: ToolKind, machine: MachineKind): boolean => (ONLY[kind] ?? machine) === machine

/** What an assembly is where nothing more is known of it than its name. */
export const PLAIN_ASSEMBLY: Omit<Assembly, 'id' | 'name'> = {
  kind: 'other',
  holder: null,
  turning: 'right',
  flutes: null,
  insert: null,
  properties: {},
  estimate: null,
  edges: { rule: 'longest', spread: null },
  life: null,
  lifeUsed: 0,
}

/** The axis along which a kind stands out of a turret's station; the others are held either way. */
const ALONG: Readonly<Partial<Record<ToolKind, 'X' | 'Z'>>> = {
  turning: 'X',
  parting: 'X',
  'boring-bar': 'Z',
  drill: 'Z',
  'spot-drill': 'Z',
  reamer: 'Z',
  tap: 'Z',
}

/** The axis along which a tool stands out of its station: a tip can lie behind it across that axis, and never along it. */
export const standsAlong = ({ kind }: Pick<Assembly, 'kind'>): 'X' | 'Z' | null => ALONG[kind] ?? null

/** Kinds that cut with an insert in a turret. */
export const TURNS: readonly ToolKind[] = ['turning', 'boring-bar', 'parting']

function insertProblems(insert: string | null, { RE }: Assembly['properties']): Record<string, string> {
  if (insert === null) return {}
  const read = readInsert(insert)
  if (typeof read === 'string') return { insert: read }
  if (RE === undefined || read.radius === null || read.radius === RE) return {}
  return { RE: `RE, corner radius: ${insert} has ${formatExact(read.radius, 'mm')} mm. Which of the two is it?` }
}

/**
 * Why an assembly cannot be kept as it is, by property; empty when it can. Diameters and lengths are more
 * than zero; a corner radius is at most half the cutting diameter; what protrudes is at most the whole.
 */
export function assemblyProblems({
  properties,
  flutes,
  insert,
}: Pick<Assembly, 'properties' | 'flutes' | 'insert'>): Record<string, string> {
  const problems: Record<string, string> = insertProblems(insert ?? null, properties)
  const { DC, RE, OAL, LPR, APMX } = properties
  for (const property of TOOL_PROPERTIES) {
    const value = properties[property]
    if (value === undefined) continue
    if (value < 0 || (value === 0 && property !== 'RE'))
      problems[property] = `${property}, ${PROPERTY_WORDS[property]}: more than zero, or left empty.`
  }
  if (DC !== undefined && RE !== undefined && RE * 2 > DC)
    problems.RE = 'RE, corner radius: more than half of the cutting diameter DC. Is one of the two a diameter where a radius is due?'
  if (OAL !== undefined && LPR !== undefined && LPR > OAL) problems.LPR = 'LPR, protruding length: more than the overall length OAL.'
  if (OAL !== undefined && APMX !== undefined && APMX > OAL)
    problems.APMX = 'APMX, greatest depth of cut: more than the overall length OAL.'
  if (flutes !== null && !(Number.isInteger(flutes) && flutes >= 1 && flutes <= 40))
    problems.flutes = 'Flutes, cutting edges: a whole number from 1 to 40.'
  return problems
}
