import { formatExact, magnitude, sizeText, type Nm } from '../length/index.ts'
import type { Gauge, GaugeFamily } from './gauge.ts'

/** Kinds that measure a size, and so have a least and a greatest one; of the others the size is their own. */
const RANGED: readonly GaugeFamily[] = ['caliper', 'micrometer', 'bore-gauge', 'height-gauge']

/** True for a kind of gauge whose record says from what to what it measures. */
export const hasRange = (family: GaugeFamily): boolean => RANGED.includes(family)

type Ranged = Pick<Gauge, 'family' | 'least' | 'most'>

/**
 * True unless a gauge cannot have measured a size; a record that says no range refuses none.
 * @param size nanometres; its sign is the place\u2019s and not the size\u2019s
 */
export function canMeasure({ family, least, most }: Ranged, size: Nm): boolean {
  if (!hasRange(family)) return true
  const of = magnitude(size)
  return (least === null || of >= least) && (most === null || of <= most)
}

/** "25 to 50 mm", "up to 150 mm", in the unit that its ends come out short in; empty where nothing is said. */
export function rangeText({ least, most }: Pick<Gauge, 'least' | 'most'>): string {
  const end = most ?? least
  if (end === null) return ''
  const said = sizeText(end)
  if (most === null) return `from ${said}`
  return least === null || least === 0 ? `up to ${said}` : `${formatExact(least, said.endsWith(' in') ? 'in' : 'mm')} to ${said}`
}

/**
 * What is wrong with a range as it is given; null where nothing is, or where the kind has none.
 * @param least @param most nanometres
 */
export const wrongRange = ({ family, least, most }: Ranged): string | null =>
  hasRange(family) && least !== null && most !== null && least >= most ? 'Greatest size: it has to be more than the least one.' : null
