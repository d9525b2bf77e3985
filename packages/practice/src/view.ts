import type { Bar } from './bar.ts'
import type { PracticeSpec, Solid, TrueTool } from './spec.ts'

/** What a person sees who stands at the machine: what is where, to a tenth of a millimetre; nothing that has to be measured. */
export interface View {
  /** All that stands on the table of a mill; heights as machine Z of the gauge line. */
  solids: { name: string; what: Solid['what']; section: Solid['section']; bottom: number; top: number }[]
  table: number | null
  /** The bar of a lathe, from its face to the jaws: diameters as they are turned so far, from face to chuck. */
  bar: { face: number; jaws: number; turned: { from: number; to: number; diameter: number }[] } | null
  /** What is in the spindle, or the tip of a turning tool: X as a radius there. */
  tool: { name: string; x: number; y: number; tip: number; gauge: number; diameter: number } | null
}

const SEEN = 10
const seen = (value: number): number => Math.round(value * SEEN) / SEEN

const seenRound = ({ x, y, diameter }: { x: number; y: number; diameter: number }) => ({ x: seen(x), y: seen(y), diameter: seen(diameter) })

function seenSection(section: Solid['section']): Solid['section'] {
  if (section.kind === 'round') return { kind: 'round', ...seenRound(section) }
  const { x, y, bores, ...rest } = section
  return {
    ...rest,
    x: [seen(x[0]), seen(x[1])],
    y: [seen(y[0]), seen(y[1])],
    ...(bores ? { bores: bores.map(seenRound) } : {}),
  }
}

/**
 * @param at where the axes stand now
 * @param tip of a turning tool, how far from the axis and where along it
 */
export function viewOf(
  spec: PracticeSpec,
  { tool, at, bar, tip }: { tool: TrueTool | null; at: (axis: string) => number; bar: Bar | null; tip: { radius: number; z: number } },
): View {
  const round = tool?.diameter !== undefined && !bar
  return {
    solids: spec.solids.map(({ name, what, section, bottom, top }) => ({
      name,
      what,
      section: seenSection(section),
      bottom: seen(bottom),
      top: seen(top),
    })),
    table: spec.table ?? null,
    bar: bar && { face: seen(bar.face), jaws: seen(bar.jaws), turned: bar.steps.map(stepSeen) },
    tool: round
      ? {
          name: nameOf(tool),
          x: seen(at('X')),
          y: seen(at('Y')),
          tip: seen(at('Z') - tool.reach),
          gauge: seen(at('Z')),
          diameter: seen(tool.diameter!),
        }
      : tool && bar && Number.isFinite(tip.radius)
        ? { name: nameOf(tool), x: seen(tip.radius), y: 0, tip: seen(tip.z), gauge: seen(tip.z), diameter: 0 }
        : null,
  }
}

const stepSeen = ({ from, to, diameter }: { from: number; to: number; diameter: number }) => ({
  from: seen(from),
  to: seen(to),
  diameter: seen(diameter),
})

/** What its screen calls a tool; a finder has no number, and is called what is written on it. */
export const nameOf = ({ id, name, number }: Pick<TrueTool, 'id' | 'name' | 'number'>): string => (number === null ? name : id)
