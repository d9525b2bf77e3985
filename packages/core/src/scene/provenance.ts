import type { Microdegrees } from '../angle/index.ts'
import type { Nm } from '../length/index.ts'
import type { RotaryAxis } from '../machine/index.ts'
import type { RegisterKey } from '../register/index.ts'

/** A value that another one was worked out with: the register, what it held, and the measurement that it came from. */
export interface Rest {
  register: RegisterKey
  origin: string
  value: Nm
  standard: number | null
  /** For a tool's figure: the assembly and the edge that it was found on. */
  edge?: string
}

/** When and by whom a figure was found: it went along with its tool since, or was worked out again. */
export interface Found {
  at: string
  by: string
  /** When it was worked out again with a gauge whose record had been put right. */
  worked?: string
}

/** What a routine says of how a value was found. */
export interface Marks {
  /** True when it was found by eye. */
  byEye: boolean
  /** For a length that is counted from a reference height rather than from part zero. */
  fromHeight: boolean
  /** Where the rotary axes stood when a zero was found: it is good at that angle. Nothing on machines without. */
  angles: Readonly<Partial<Record<RotaryAxis, Microdegrees>>>
  /** For a tool's figure: the entry with which its present edge began; null for the one it was mounted with. */
  edge: string | null
  /** For a tool's X: the skim that it was found by, as it measured then; null where it was found otherwise. */
  turned: { surface: 'outside' | 'bore'; diameter: Nm } | null
  /** Whether the machine was cold or warm; null where nobody said it. */
  warmth: 'cold' | 'warm' | null
  /** For a figure that another entry than its own found: when and by whom; null where the entry that wrote it found it. */
  found: Found | null
}

/** Where a value comes from: kept with it in this one shape from the routine to the database's column. */
export interface Provenance extends Marks {
  /** The entry whose measurement this is: another one than the one that wrote it where the figure went along with its tool. */
  origin: string
  /** Tool lengths, constants and radii that it was worked out with. */
  rests: readonly Rest[]
  /** Ids of the gauges it was measured with. */
  gauges: readonly string[]
}

/** Marks of a value of which nothing special is said. */
export const PLAIN_MARKS: Marks = { byEye: false, fromHeight: false, angles: {}, edge: null, turned: null, warmth: null, found: null }

/** Provenance of a value of which only the entry is known. */
export const bareProvenance = (origin: string): Provenance => ({ ...PLAIN_MARKS, origin, rests: [], gauges: [] })

/** When and by whom a figure was found, wherever it has gone since: gauges that failed are judged by that moment. */
export const foundOf = ({ at, by, found }: { at: string; by: string } & Pick<Marks, 'found'>): Found => found ?? { at, by }

/** The same of a whole entry: all that one writes was found together. */
export const foundIn = ({
  at,
  person: { name },
  writes: [first],
}: {
  at: string
  person: { name: string }
  writes: readonly Pick<Marks, 'found'>[]
}): Found => foundOf({ at, by: name, found: first?.found ?? null })

const MARKS = Object.keys(PLAIN_MARKS) as (keyof Marks)[]

/** The marks among what something holds; what it does not say of itself is plain. */
export function marksOf(source: Partial<Marks>): Marks {
  return Object.fromEntries(MARKS.map((mark) => [mark, source[mark] ?? PLAIN_MARKS[mark]])) as unknown as Marks
}

/** The evidence among what something holds; entries kept before a mark was known say nothing of it. */
export function provenanceOf(source: Pick<Provenance, 'origin' | 'rests' | 'gauges'> & Partial<Marks>): Provenance {
  return { ...marksOf(source), origin: source.origin, rests: source.rests, gauges: source.gauges }
}
