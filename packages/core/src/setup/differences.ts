import { formatExact, type LengthUnit, type Nm } from '../length/index.ts'
import { routineById } from '../catalogue/index.ts'
import { needWords } from '../assembly/index.ts'
import type { Feature, PlannedSize, PlannedTool } from '../scene/index.ts'
import { howOften } from './order-of-work.ts'
import type { OperationPlan, PlannedStep } from './planned.ts'

/** One thing that two editions say differently; null on the side that says nothing of it. */
export interface PlanDifference {
  what: string
  before: string | null
  after: string | null
}

/** How things are called that a plan knows by their ids. */
export interface Naming {
  gauge(id: string): string
  machine(id: string): string
  /** What a step has chosen. */
  chosen(step: PlannedStep): readonly string[]
}

const BY_ID: Naming = {
  gauge: (id) => id,
  machine: (id) => id,
  chosen: ({ preset }) => Object.entries(preset).map(([input, value]) => `${input} ${value}`),
}

type Say<Value> = (value: Value, unit: LengthUnit, naming: Naming) => string | null

const length = (value: Nm | null, unit: LengthUnit) => (value === null ? null : `${formatExact(value, unit)} ${unit}`)
const words = (text: string) => text || null
const among = (list: readonly string[]) => (list.length === 0 ? null : list.join(', '))
const signed = (value: Nm, unit: LengthUnit) => (value > 0 ? `+${formatExact(value, unit)}` : formatExact(value, unit))

type ListOf = 'tools' | 'features' | 'sizes' | 'steps'

/** Single facts, each with its name and how it is written: every field of a plan that is no list. */
const FACTS: { [Field in Exclude<keyof OperationPlan, ListOf>]: { name: string; say: Say<OperationPlan[Field]> } } = {
  name: { name: 'Name', say: words },
  revision: { name: 'Revision of the part', say: words },
  kind: { name: 'Kind of machine', say: words },
  unit: { name: 'Unit', say: words },
  machines: { name: 'Machines', say: (ids, _unit, { machine }) => among(ids.map(machine)) },
  slots: { name: 'Slots', say: among },
  purposes: { name: 'What the slots are for', say: (all) => among(Object.entries(all).map(([slot, what]) => `${slot} ${what}`)) },
  stock: {
    name: 'Stock',
    say: (stock, unit) =>
      stock &&
      `${(['X', 'Y', 'Z'] as const).map((axis) => `${axis} ${formatExact(stock[axis].from, unit)} to ${formatExact(stock[axis].to, unit)}`).join(', ')} ${unit}`,
  },
  fixture: { name: 'Fixture', say: words },
  fixtureRepeat: { name: 'Repeatability of the fixture', say: length },
  tolerance: { name: 'Tightest tolerance that zero serves', say: length },
  clearance: { name: 'Height that clears everything', say: length },
  program: { name: 'Program', say: words },
}

/** How the things of a list are told apart, named and described. */
interface Listing<Item> {
  key: (item: Item) => string
  name: (item: Item) => string
  say: (item: Item, unit: LengthUnit, naming: Naming) => string
}

const TOOLS: Listing<PlannedTool> = {
  key: ({ number }) => number,
  name: ({ number }) => `T${number}`,
  say: ({ offset, diameterOffset, diameter, need }, unit) =>
    [`H${offset}`, `D${diameterOffset}`, ...(diameter ? ['diameter measured'] : []), ...(need ? [needWords(need, unit)] : [])].join(', '),
}
const FEATURES: Listing<Feature> = {
  key: ({ name }) => name,
  name: ({ name }) => `Place of ${name}`,
  say: ({ x, y, size }, unit) =>
    `X ${formatExact(x, unit)}, Y ${formatExact(y, unit)}${size === null ? '' : `, \u00d8${formatExact(size, unit)}`} ${unit}`,
}
const SIZES: Listing<PlannedSize> = {
  key: ({ name }) => name,
  name: ({ name }) => `Size ${name}`,
  say: (size, unit, { gauge }) =>
    [
      `${size.kind}, ${formatExact(size.nominal, unit)} ${signed(size.upper, unit)} / ${signed(size.lower, unit)} ${unit}`,
      ...(size.tool ? [`T${size.tool}`] : []),
      ...(size.gauge ? [`with ${gauge(size.gauge)}`] : []),
      howOften(size),
    ].join(', '),
}
const STEPS: Listing<PlannedStep> = {
  key: ({ id }) => id,
  name: ({ title }) => `Step \u201c${title}\u201d`,
  say: (step, _unit, { chosen }) =>
    [
      step.title,
      ...(step.detail ? [step.detail] : []),
      ...(step.routine ? [routineById(step.routine)?.name ?? step.routine] : []),
      ...chosen(step),
      ...(step.checks ?? []).map((line) => `\u201c${line}\u201d`),
    ].join(', '),
}

function ofLists<Item>(
  before: readonly Item[],
  after: readonly Item[],
  { key, name, say }: Listing<Item>,
  unit: LengthUnit,
  naming: Naming,
): PlanDifference[] {
  const old = new Map(before.map((item) => [key(item), item]))
  const now = new Map(after.map((item) => [key(item), item]))
  return [...new Set([...old.keys(), ...now.keys()])].flatMap((one) => {
    const [was, is] = [old.get(one), now.get(one)]
    const [said, says] = [was === undefined ? null : say(was, unit, naming), is === undefined ? null : say(is, unit, naming)]
    return said === says ? [] : [{ what: name((is ?? was)!), before: said, after: says }]
  })
}

/** The steps that both editions have, where they stand in another order. */
function ofOrder(before: readonly PlannedStep[], after: readonly PlannedStep[]): PlanDifference[] {
  const both = (one: readonly PlannedStep[], other: readonly PlannedStep[]) =>
    one.filter(({ id }) => other.some((step) => step.id === id)).map(({ id }) => id)
  const [was, is] = [both(before, after), both(after, before)]
  if (was.join(' ') === is.join(' ')) return []
  const named = (ids: string[], steps: readonly PlannedStep[]) => ids.map((id) => steps.find((step) => step.id === id)!.title).join(', ')
  return [{ what: 'Order of the steps', before: named(was, before), after: named(is, after) }]
}

/**
 * What two editions of an operation say differently, in words, in the order of the editor. Lengths are in the newer
 * edition's unit.
 * @param naming what stands for the ids of gauges, machines and choices; the ids themselves where nothing is given
 */
export function differencesOf(before: OperationPlan, after: OperationPlan, naming: Naming = BY_ID): PlanDifference[] {
  const { unit } = after
  const facts = (Object.keys(FACTS) as (keyof typeof FACTS)[]).flatMap((field) => {
    const { name, say } = FACTS[field] as { name: string; say: Say<unknown> }
    const [was, is] = [say(before[field], unit, naming), say(after[field], unit, naming)]
    return was === is ? [] : [{ what: name, before: was, after: is }]
  })
  return [
    ...facts,
    ...ofLists(before.tools, after.tools, TOOLS, unit, naming),
    ...ofLists(before.features, after.features, FEATURES, unit, naming),
    ...ofLists(before.sizes, after.sizes, SIZES, unit, naming),
    ...ofLists(before.steps, after.steps, STEPS, unit, naming),
    ...ofOrder(before.steps, after.steps),
  ]
}
