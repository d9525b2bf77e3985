import { plainFigure, parseRegisterKey, propertyOf, type LengthUnit, type Nm } from '@rook/core'
import type { EntryLine } from '@rook/contract'
import { csvText } from '../../client/csv.ts'

const HEAD = [
  'time',
  'machine',
  'entry',
  'kind',
  'title',
  'job',
  'operation',
  'register',
  'before',
  'after',
  'unit',
  'person',
  'shift',
  'reason',
  'taken back',
]

type Holds = ReturnType<typeof propertyOf>['holds']

/** With a sign and a point, as programs write figures; angles are kept in millionths of a degree. */
const WRITTEN: Readonly<Record<Holds, (value: number, unit: LengthUnit) => string>> = {
  length: (value, unit) => plainFigure(value as Nm, unit),
  angle: (value) => String(value / 1_000_000),
  whole: String,
}
const UNITS: Readonly<Record<Holds, (unit: LengthUnit) => string>> = { length: (unit) => unit, angle: () => 'deg', whole: () => '' }

/**
 * What the ledger shows, a line for each register written and one for an entry that wrote none; times in UTC.
 * @param unitOf the unit of an entry's machine
 */
export function asCsv(entries: readonly EntryLine[], unitOf: (machine: string) => LengthUnit): string {
  const lines = entries.flatMap((entry) => {
    const unit = unitOf(entry.machine)
    const own = [entry.at, entry.machineName, entry.seq, entry.kind, entry.title, entry.setup?.job ?? '', entry.setup?.operation ?? '']
    const rest = [entry.by, entry.shift ?? '', entry.reason ?? '', entry.correctedBy ? 'yes' : '']
    if (entry.writes.length === 0) return [[...own, '', '', '', '', ...rest]]
    return entry.writes.map((write) => {
      const { holds } = propertyOf(parseRegisterKey(write.register))
      const written = (value: number | null) => (value === null ? '' : WRITTEN[holds](value, unit))
      return [...own, write.name, written(write.before), written(write.after), UNITS[holds](unit), ...rest]
    })
  })
  return csvText(HEAD, lines)
}
