import { FAMILIES, propertyOf } from './property.ts'
import type { RegisterRef } from './key.ts'

/** A thing with a name; its registers go by its id. */
interface Named {
  id: string
  name: string
}

function partsOf(register: RegisterRef, gauges: readonly Named[]): [head: string, tail: string] {
  const { family, slot, layer, spindle } = register
  const row = propertyOf(register)
  const { head, gauge } = FAMILIES[family]
  const called = gauge ? (gauges.find(({ id }) => id === slot)?.name ?? slot) : slot
  return [head(called, row), `${row.words}${layer === 'wear' ? ' wear' : ''}${spindle === undefined ? '' : ' on the sub-spindle'}`]
}

/**
 * As a person at the machine says it: "G54 X", "T4 length", "Setter A constant K".
 * @param gauges to call setters and probes by their names; their ids stand in where they are not at hand
 */
export function registerName(register: RegisterRef, gauges: readonly Named[] = []): string {
  return partsOf(register, gauges).join(' ')
}

/** Several registers in one breath: "G54 X and Y", "G54 X, G55 X and G56 X". */
export function registerNames(refs: readonly RegisterRef[], gauges: readonly Named[] = []): string {
  const slots = new Map<string, string[]>()
  for (const ref of refs) {
    const [head, tail] = partsOf(ref, gauges)
    slots.set(head, [...(slots.get(head) ?? []), tail])
  }
  const names = [...slots].map(([head, tails]) => `${head} ${listed(tails)}`)
  return names.length > 3 ? `${names[0]} to ${names.at(-1)}` : listed(names)
}

/** "X", "X and Y", "X, Y and Z". */
export function listed(names: readonly string[]): string {
  return names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`
}

const MOST_NAMED = 8

/** The first of many names, and how many more there are. */
export function firstOf(names: readonly string[]): string {
  const more = names.length - MOST_NAMED
  return listed([...names.slice(0, MOST_NAMED), ...(more > 0 ? [`${more} more`] : [])])
}
