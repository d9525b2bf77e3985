import { KIND_WORDS, type Assembly, type ToolKind } from './assembly.ts'
import { formatExact, mm, type LengthUnit, type Nm } from '../length/index.ts'

/** What a program needs of a tool, whichever assembly it is in the end. */
export interface ToolNeed {
  kind: ToolKind
  /** Nominal cutting diameter, DC; null where it does not matter. */
  diameter: Nm | null
  flutes: number | null
}

/** Diameters on record are nominal: what differs by more is another cutter. A tap drill one size up is a tenth away. */
const SAME_DIAMETER = mm(0.01)

/** "end mill 10 mm, 2 edges" */
export const needWords = ({ kind, diameter, flutes }: ToolNeed, unit: LengthUnit): string =>
  [
    `${KIND_WORDS[kind]}${diameter === null ? '' : ` ${formatExact(diameter, unit)} ${unit}`}`,
    ...(flutes === null ? [] : [`${flutes} ${flutes === 1 ? 'edge' : 'edges'}`]),
  ].join(', ')

/** True where an assembly is what is needed. What is not on record of it cannot be held against the need. */
export function fitsNeed({ kind, diameter, flutes }: ToolNeed, tool: Pick<Assembly, 'kind' | 'properties' | 'flutes'>): boolean {
  const { DC } = tool.properties
  return (
    tool.kind === kind &&
    (diameter === null || DC === undefined || Math.abs(DC - diameter) <= SAME_DIAMETER) &&
    (flutes === null || tool.flutes === null || tool.flutes === flutes)
  )
}
