const INCH = 25.4

/** How far one press of a jog key goes, coarsest first: what it is called in the machine's unit, and millimetres. */
export function jogSteps(unit: 'mm' | 'in', increment: number): { label: string; mm: number }[] {
  const steps = unit === 'mm' ? [100, 10, 1, 0.1, 0.01, 0.001, 0.0001] : [4, 0.5, 0.05, 0.005, 0.0005, 0.0001]
  const factor = unit === 'mm' ? 1 : INCH
  return steps.filter((step) => step * factor >= increment * 0.999).map((step) => ({ label: String(step), mm: step * factor }))
}

/** A display of a practice machine, in its own unit and to its own step. */
export function displayed(value: number, unit: 'mm' | 'in', increment: number): string {
  const factor = unit === 'mm' ? 1 : INCH
  const decimals = Math.max(0, Math.round(-Math.log10(increment / factor)))
  const text = (value / factor).toFixed(decimals)
  return (Number(text) === 0 ? text.replace('-', '') : text).replace('-', '\u2212')
}

/** What stands in a field in the machine's unit, as millimetres; null for what is no figure. */
export function distanceOf(text: string, unit: 'mm' | 'in'): number | null {
  const value = Number(text.trim().replace(',', '.').replace('\u2212', '-'))
  return text.trim() !== '' && Number.isFinite(value) ? value * (unit === 'mm' ? 1 : INCH) : null
}
