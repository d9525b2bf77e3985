/**
 * A machine as it truly is, which nobody at it can read off: where the part lies, how far each tool reaches, how a touch scatters.
 * All lengths in millimetres, all places in machine coordinates. On a mill, heights are machine Z of the gauge line; the tip of
 * whatever is in the spindle stands its reach below. On a lathe, Z is that of the master's tip.
 */
export interface PracticeSpec {
  id: string
  name: string
  kind: 'mill' | 'lathe'
  /** What its displays and its own files speak. */
  unit: 'mm' | 'in'
  /** Least step of its displays. */
  increment: number
  axes: Readonly<Record<string, { min: number; max: number }>>
  /** Where the axes stand when it is switched on. */
  startsAt: Readonly<Record<string, number>>
  slots: readonly string[]
  diameterRegister: 'diameter' | 'radius'
  xReads: 'diameter' | 'radius'
  /** Whatever can stand in the spindle or turret: tools, and the finders and probes that are touched with. */
  tools: readonly TrueTool[]
  solids: readonly Solid[]
  /** Height of the table, as machine Z of the gauge line on it; none on a lathe. */
  table?: number
  /** The bar in the chuck, on a lathe. */
  bar?: { diameter: number; face: number; jaws: number }
  /** What may be laid between a tool and what it touches. */
  between: readonly { id: string; name: string; thickness: number }[]
  cuts: readonly Cut[]
  gauges: readonly TrueGauge[]
  program: string
  /** Standard deviation of one touch. */
  scatter: number
  /** Lost motion on the way back, by axis. */
  backlash: Readonly<Record<string, number>>
  /** How far the spindle grows, and the minutes after which it has grown to two thirds of that. */
  growth: { by: number; minutes: number }
  seed: string
}

export interface TrueTool {
  /** What the panel calls it: `T4`, or a finder's own name. */
  id: string
  name: string
  /** T number; null for a finder. */
  number: number | null
  /** Gauge line to tip on a mill; on a lathe how much further than the master it reaches, towards the chuck. */
  reach: number
  /** As it truly cuts or touches. */
  diameter?: number
  /** What the X display reads with its tip on the spindle's axis, on a lathe. */
  side?: number
}

export interface Solid {
  name: string
  what: 'part' | 'setter' | 'jaw' | 'plate'
  /** Upright faces: a box, turned about its near left corner, or a round one. */
  section:
    | { kind: 'box'; x: readonly [number, number]; y: readonly [number, number]; turned?: number; bores?: readonly Round[] }
    | ({ kind: 'round' } & Round)
  bottom: number
  top: number
}

export interface Round {
  x: number
  y: number
  diameter: number
}

/** A feature that the program makes: what its size comes to depends on what the control's registers hold. */
export interface Cut {
  name: string
  kind: 'inside' | 'outside' | 'depth' | 'turned'
  nominal: number
  tool: string
  slot: string
  /** Machine Z at part zero as it truly is: of the gauge line, on a lathe of the master’s tip; for a depth. */
  zero?: number
  /** Number of the offset that the program calls for its diameter, where that is not the tool’s own. */
  across?: number
  /** How far the cutter bends away from the wall that it cuts; what is inside comes out smaller, what is outside larger. */
  bends?: number
}

export interface TrueGauge {
  id: string
  name: string
  unit: 'mm' | 'in'
  scatter: number
  step: number
  /** From what to what it measures; anything where nothing is said. */
  spans?: readonly [least: number, most: number]
}
