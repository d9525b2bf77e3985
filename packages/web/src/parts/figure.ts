import { decimalsFor, formatExact, formatLength, type LengthUnit, type MachineRecord, type Nm } from '@rook/core'

type Display = Pick<MachineRecord, 'unit' | 'increment'>

export interface WrittenFigure {
  /** To the last decimal that the machine shows. */
  main: string
  /** What stands behind it where the figure is finer than the machine shows. */
  extra: string
}

/** A figure in two parts, so that columns align on the decimal point whatever else hangs behind. */
export function writeFigure(value: Nm, { unit, increment }: Display): WrittenFigure {
  const decimals = decimalsFor(increment, unit)
  if (value % increment === 0) return { main: formatLength(value, { unit, decimals }), extra: '' }
  const exact = formatExact(value, unit, decimals)
  const cut = exact.indexOf('.') + 1 + decimals
  return { main: exact.slice(0, cut), extra: exact.slice(cut) }
}

/** The same length in the other unit, for reading only. */
export function inOtherUnit(value: Nm, { unit }: Pick<Display, 'unit'>): string {
  const other: LengthUnit = unit === 'mm' ? 'in' : 'mm'
  return `${formatLength(value, { unit: other, decimals: other === 'in' ? 5 : 4 })} ${other}`
}
