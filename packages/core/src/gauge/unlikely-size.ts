import { formatExact, inch, mm, type LengthUnit, type Nm } from '../length/index.ts'
import type { GaugeFamily } from './gauge.ts'

interface SizeRow {
  /** What its size is called: a caliper's is the step of its display. */
  label: string
  /** Sizes that a workshop has, nanometres; null where a size says nothing. */
  usual: { from: Nm; to: Nm } | null
}

const step = { label: 'Step of its display', usual: { from: mm(0.0001), to: mm(0.1) } }
const within = (label: string, from: number, to: number): SizeRow => ({ label, usual: { from: mm(from), to: mm(to) } })

/** What the size of each kind of gauge is, and what is usual for it. Sizes of what a workshop buys, in both units. */
export const GAUGE_SIZE: Readonly<Record<GaugeFamily, SizeRow>> = {
  'edge-finder': within('Diameter of its tip', 2, 30),
  'touch-probe': within('Diameter of its ball', 0.3, 30),
  'gauge-pin': within('Diameter', 0.1, 60),
  shim: within('Thickness', 0.005, 3),
  'gauge-block': within('Length', 0.5, 500),
  setter: within('Height', 10, 300),
  'ring-gauge': within('Inside diameter', 1, 400),
  'master-tool': within('Length', 20, 500),
  'height-gauge': step,
  indicator: step,
  caliper: step,
  micrometer: step,
  'bore-gauge': step,
  'by-eye': { label: 'Size', usual: null },
}

/**
 * Why a size is asked about: it is none that a gauge of the kind usually has. An inch read as a millimetre, or a figure in the wrong
 * field, shows here before anything is measured with it.
 * @param size nanometres
 * @returns a sentence that ends in a question; null where nothing is unusual
 */
export function unlikelySize(family: GaugeFamily, size: Nm): string | null {
  const { label, usual } = GAUGE_SIZE[family]
  if (usual === null || size === 0 || (size >= usual.from && size <= usual.to)) return null
  const both = (value: Nm) => `${formatExact(value, 'mm')} mm`
  const inches = Math.round(size * 25.4) as Nm
  const meant = inches >= usual.from && inches <= usual.to ? ` In inches it would be ${both(inches)}.` : ''
  return `${label}: ${both(size)} is unusual; ${both(usual.from)} to ${both(usual.to)} is what there is.${meant} Is it so?`
}

/** Steps that displays have, by the unit they count in. */
const STEPS: Readonly<Record<LengthUnit, { from: Nm; to: Nm; usual: string }>> = {
  mm: { from: mm(0.00001), to: mm(0.01), usual: '0.001 or 0.0001 mm' },
  in: { from: inch(0.000001), to: inch(0.0005), usual: '0.0001 or 0.00001 in' },
}

/** The step that a machine's display usually has in a unit, as it is typed. */
export const USUAL_STEP: Readonly<Record<LengthUnit, string>> = { mm: '0.001', in: '0.0001' }

/** Why a machine's least increment is asked about; null where it is one that displays have. */
export function unlikelyIncrement(unit: LengthUnit, increment: Nm): string | null {
  const { from, to, usual } = STEPS[unit]
  if (increment >= from && increment <= to) return null
  return `Least increment: ${formatExact(increment, unit)} ${unit} is unusual; displays in ${unit === 'mm' ? 'millimetres' : 'inches'} step by ${usual}. Is it so?`
}
