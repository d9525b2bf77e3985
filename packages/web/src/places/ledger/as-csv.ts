import { formatExact, parseRegisterKey, propertyOf, type LengthUnit, type Nm } from '@rook/core'
import type { EntryLine } from '@rook/contract'

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

/** A field of separated values, RFC 4180; what a spreadsheet would take for a formula is kept a text. */
function field(value: string | number): string {
  const text = /^[=@\t\r]/.test(String(value)) ? `'${value}` : String(value)
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text
}

type Holds = ReturnType<typeof propertyOf>['holds']

/** With a sign and a point, as programs write figures; angles are kept in millionths of a degree. */
const WRITTEN: Readonly<Record<Holds, (value: number, unit: LengthUnit) => string>> = {
  length: (value, unit) => formatExact(value as Nm, unit).replace('\u2212', '-'),
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
  return [HEAD, ...lines].map((line) => line.map(field).join(',')).join('\r\n') + '\r\n'
}
