import { formatExact, mm, nm, plus, minus, type LengthUnit, type Nm } from '../../length/index.ts'

/** What a bar part needs of its bar; nanometres. */
export interface BarPlan {
  /** Length of the finished part. */
  part: Nm
  /** What is faced off. */
  facing: Nm
  /** Width of the parting blade; zero where the part is not parted off. */
  parting: Nm
  /** What stays clear between the blade and the jaws. */
  clearance: Nm
  diameter: Nm
  /** Length of the piece as it is sawn; null where it comes through the spindle. */
  piece: Nm | null
  tailstock: boolean
}

export interface BarFound {
  /** How far the bar has to stand out of the jaws. */
  standsOut: Nm
  /** What is left between the jaws; null for a bar that comes through the spindle. */
  inJaws: Nm | null
  findings: { verdict: 'query' | 'stop'; sentence: string }[]
}

/** Held by less than so much of its diameter, or by less than so much at all, a bar works loose. */
const GRIP_SHARE = 0.75
const GRIP_LEAST = mm(15)
/** Standing out by more than so many diameters a bar bends away from the tool, where no tailstock holds it. */
const SLENDER = 3

/**
 * How far a bar has to stand out, and what that leaves in the jaws: part + facing allowance + parting width + clearance. 52 + 0.5 +
 * 3 + 4 = 59.5; of a piece of 120 there are 60.5 left in the jaws.
 */
export function planBar(plan: BarPlan, unit: LengthUnit): BarFound {
  const { part, facing, parting, clearance, diameter, piece, tailstock } = plan
  const standsOut = plus(part, facing, parting, clearance)
  const inJaws = piece === null ? null : minus(piece, standsOut)
  const shown = (value: Nm) => `${formatExact(value, unit)} ${unit}`
  const findings: BarFound['findings'] = []
  const grip = nm(Math.max(Math.round(diameter * GRIP_SHARE), GRIP_LEAST))
  if (inJaws !== null && inJaws <= 0)
    findings.push({
      verdict: 'stop',
      sentence: `The piece is ${shown(piece!)} long and has to stand out ${shown(standsOut)}: nothing is left in the jaws.`,
    })
  else if (inJaws !== null && inJaws < grip)
    findings.push({
      verdict: 'query',
      sentence: `${shown(inJaws)} are left in the jaws; a bar of ${shown(diameter)} wants ${shown(grip)}. Take a longer piece, or turn it in two settings.`,
    })
  if (standsOut > SLENDER * diameter && !tailstock)
    findings.push({
      verdict: 'query',
      sentence: `The bar stands out ${(standsOut / diameter).toFixed(1)} times its diameter with nothing at its end; over ${SLENDER} it bends away from the tool. Use the tailstock, or cut lightly and measure.`,
    })
  return { standsOut, inJaws, findings }
}
