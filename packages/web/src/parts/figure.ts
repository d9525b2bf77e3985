import {
  decimalsFor,
  formatAngle,
  formatExact,
  formatLength,
  parseRegisterKey,
  propertyOf,
  type MachineRecord,
  type Microdegrees,
  type Nm,
  type RegisterKey,
} from '@rook/core'

type Display = Pick<MachineRecord, 'unit' | 'increment'>

export interface WrittenFigure {
  /** To the last decimal that the machine shows. */
  main: string
  /** What stands behind it where the figure is finer than the machine shows. */
  extra: string
}

/** What a figure is: a length, an angle in millionths of a degree, or a code. */
export type Holds = 'length' | 'angle' | 'whole'

/** What a cell of a working holds: as its line says, or as its register does. */
export function holdsOf(cell: { holds?: 'angle' | undefined; register?: RegisterKey | null } | null): Holds {
  if (cell?.holds) return cell.holds
  return cell?.register ? propertyOf(parseRegisterKey(cell.register)).holds : 'length'
}

/** A figure in two parts, so that columns align on the decimal point whatever else hangs behind. */
export function writeFigure(value: Nm, { unit, increment }: Display, holds: Holds = 'length'): WrittenFigure {
  if (holds === 'whole') return { main: String(value), extra: '' }
  if (holds === 'angle') return { main: formatAngle(value as number as Microdegrees), extra: '' }
  const decimals = decimalsFor(increment, unit)
  if (value % increment === 0) return { main: formatLength(value, { unit, decimals }), extra: '' }
  const exact = formatExact(value, unit, decimals)
  const cut = exact.indexOf('.') + 1 + decimals
  return { main: exact.slice(0, cut), extra: exact.slice(cut) }
}
