import { formatExact } from '../../length/index.ts'
import type { MachineRecord } from '../../machine/index.ts'
import { listed } from '../../register/index.ts'
import { dialectOf } from '../dialect.ts'
import type { ProgramCheck, Found } from './finding.ts'

/** What stands in the text itself: what cannot be read or followed, units, what is left on. */
export const text: ProgramCheck = ({ read, scene }) => {
  const { machine } = scene
  const found: Found[] = []
  const say = (id: string, verdict: Found['verdict'], line: number | null, sentence: string) =>
    found.push({ id, verdict, line, sentence, register: null, mend: 'program' })
  for (const { line, column, sentence, lines, times: n } of read.errors.slice(0, MOST_ERRORS))
    say(`error ${sentence}`, 'stop', line, `Column ${column}: ${sentence}${onLines(lines, n)}`)
  const listedErrors = read.errors.slice(0, MOST_ERRORS).reduce((sum, { times: n }) => sum + n, 0)
  if (read.errorsInAll > listedErrors)
    say('errors', 'stop', null, `${read.errorsInAll - listedErrors} more places cannot be read. Look whether this is a program at all.`)
  // Each reason by itself: what is looked at for one of them says nothing of another.
  for (const { line, text: block, why, lines, times: n } of read.notFollowed)
    say(`not-followed ${why}`, 'query', line, `${block}: ${why}.${onLines(lines, n)} What follows from it is not checked here.`)
  const missing = read.subs.filter(({ atHand }) => !atHand)
  if (missing.length > 0)
    say(
      'subs',
      'query',
      missing[0]!.line,
      `${listed(missing.map(({ number }) => number))} ${missing.length === 1 ? 'is' : 'are'} called and not in this file. Look that the control has the right issue.`,
    )
  const foreign = read.units.find(({ unit }) => unit !== machine.unit)
  if (foreign)
    say(
      'units',
      'query',
      foreign.line,
      `${foreign.unit === 'mm' ? 'G21' : 'G20'} counts in ${foreign.unit}, and ${machine.name} is kept in ${machine.unit}${read.units.length > 1 ? '; the program changes between both' : ''}.`,
    )
  else if (read.units.length === 0)
    say('units', 'query', null, `The program says neither G20 nor G21: it counts in whatever is active on ${machine.name}.`)
  if (read.withoutPoint)
    say('no-point', machine.dialect?.bare ? 'clear' : 'query', read.withoutPoint.line, withoutPoint(read.withoutPoint.times, machine))
  if (read.unknown.length > 0)
    say(
      'unknown',
      'query',
      read.unknown[0]!.line,
      `${listed(read.unknown.slice(0, 6).map(({ word, times: n }) => `${word} (${times(n)})`))}: not known here, and left out.`,
    )
  for (const what of read.leftOn)
    say(`left-on ${what}`, 'query', null, `${what[0]!.toUpperCase()}${what.slice(1)} is still on where the program ends.`)
  if (read.ends === null) say('ends', 'query', read.lines, 'The text ends without M30 or M2. Look whether the file is whole.')
  if (read.optional > 0) say('optional', 'clear', null, `${read.optional} blocks begin with / and may be left out at the machine.`)
  return found
}

/** So many sentences of what cannot be read stand by themselves. */
const MOST_ERRORS = 12

/** Where else the same is found, as far as lines are named. */
function onLines(lines: readonly number[], inAll: number): string {
  if (inAll < 2) return ''
  const named = lines.slice(0, 8)
  return ` ${inAll} times in all: ${named.length === 1 ? 'line' : 'lines'} ${named.join(', ')}${inAll > named.length ? ' …' : ''}.`
}

const times = (n: number) => (n === 1 ? 'once' : `${n} times`)

/** What a length without a point counts here; asked until a lead has said so in the machine's record. */
function withoutPoint(often: number, machine: MachineRecord): string {
  const { bare, increments } = dialectOf(machine)
  const counts = bare === 'units' ? 'whole units' : `steps of ${formatExact(increments[machine.unit], machine.unit)} ${machine.unit}`
  const said = machine.dialect?.bare
    ? `as ${machine.name}’s record says`
    : 'other controls count differently: say in the machine’s record how this one does'
  return `A length without a decimal point, ${times(often)}, counts ${counts}; ${said}.`
}
