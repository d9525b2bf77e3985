import { minus, nm, plus, type Nm } from '../length/index.ts'
import { asShown } from '../machine/index.ts'
import { listed, parseRegisterKey, readRegister } from '../register/index.ts'
import type { Remark } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import type { Change, Edit } from './edit.ts'

/** True of a wear that goes from one figure to another: only then are what it becomes and what it changes by two figures. */
export const asksByHowMuch = ({ register, before, after }: Change): boolean =>
  parseRegisterKey(register).layer === 'wear' && before !== null && before !== 0 && after !== 0

/**
 * A wear that is typed comes from a size, and the table does not know it. What it changes by says as much about the slip: the amount where
 * the total was due, the sign, another register. Where nobody says it the size is asked for, once for all of them.
 */
export function byHowMuch(edits: readonly Edit[], changes: readonly Change[], { machine }: Scene): Remark[] {
  const asked = changes.filter(asksByHowMuch)
  const saidOf = ({ register }: Change) => edits.find((edit) => edit.register === register)?.by?.trim() ?? ''
  // A figure with a plus sign is asked about as an amount already.
  const isSigned = ({ register }: Change) => /^\s*\+/.test(edits.find((edit) => edit.register === register)?.text ?? '')
  const unsaid = asked.filter((change) => saidOf(change) === '' && !isSigned(change))
  const figures = (of: Change) => [
    { label: `${of.name} now`, value: of.before! },
    { label: `${of.name} new`, value: of.after },
  ]
  const shown = (value: Nm) => asShown(value, machine, 'always')
  const apart = asked.flatMap((change): Remark[] => {
    const text = saidOf(change)
    if (text === '') return []
    const { name, register, before, after } = change
    const read = readRegister(text, parseRegisterKey(register), machine, `${name}, by`)
    if (read.kind === 'refused' || read.kind === 'empty')
      return [remark('stop', `By how much ${name} changes cannot be read: \u201c${text}\u201d.`, figures(change), register)]
    const [by, moves] = [read.value, minus(after, before!)]
    if (by === moves)
      return [{ ...remark('clear', `${name} changes by ${shown(by)}, as was said.`, figures(change), register), verdict: 'clear' }]
    const said = `${name} would go from ${shown(before!)} to ${shown(after)}, by ${shown(moves)}; it was to change by ${shown(by)}. `
    return [remark('stop', said + meant(change, by, shown), figures(change), register)]
  })
  if (unsaid.length === 0) return apart
  const names = listed(unsaid.map(({ name, before, after }) => `${name} by ${shown(minus(after, before!))}`))
  return [
    ...apart,
    {
      id: 'wear-by',
      name: 'changed by as much as meant',
      verdict: 'query',
      sentence: `${names}: type by how much too, or say which size ${unsaid.length === 1 ? 'it comes' : 'they come'} from.`,
      figures: unsaid.flatMap(figures),
    },
  ]
}

const remark = (verdict: 'stop' | 'clear', sentence: string, figures: Remark['figures'], register: string): Remark => ({
  id: 'wear-by',
  name: 'changed by as much as meant',
  verdict,
  sentence,
  figures,
  ...(verdict === 'stop' ? { odd: [register], names: true } : {}),
})

/** What happened where the two do not agree. */
function meant({ before, after }: Change, by: Nm, shown: (value: Nm) => string): string {
  if (by === after) return `It looks like the amount typed where the total belongs: the total is ${shown(plus(before!, by))}.`
  if (by === nm(before! - after)) return `One of them has the other sign: ${shown(plus(before!, by))}, or by ${shown(nm(-by))}.`
  return `With that it becomes ${shown(plus(before!, by))}. Look which of the two is meant.`
}
