import type { Assembly, ToolNeed } from '../assembly/index.ts'
import type { Nm } from '../length/index.ts'
import type { Axis, MachineRecord, SpindleName } from '../machine/index.ts'
import type { RegisterKey } from '../register/index.ts'
import type { Gauge } from '../gauge/index.ts'
import type { FurtherPair } from './further-pairs.ts'
import type { Holding } from './holding.ts'
import type { PlannedSize } from './planned-size.ts'
import type { Provenance } from './provenance.ts'

/** A register's present value and what it rests on. A register without one is unset, which is not zero. */
export interface Standing extends Provenance {
  value: Nm
  /**
   * Zero can be a figure like any other, or put there on purpose; the two never look alike. `estimated`: a
   * catalogue's or a rule's figure, or one that a new insert has made only near. `disturbed`: the figure is
   * still in the control, but what it was measured on has moved since.
   */
  state: 'set' | 'estimated' | 'deliberately-zero' | 'disturbed'
  /** The entry that wrote it: a new write names the one it believes is the latest. */
  entry: string
  /** ISO time and the person's name. */
  at: string
  by: string
  /** Standard uncertainty in nanometres; null when the method gave none. */
  standard: number | null
  /** The operation it was recorded for; null when it belongs to none. */
  operation: string | null
  setup: string | null
  /** True once somebody has seen it on the control. */
  seen: boolean
  /** For a tool's length: the assembly that was measured. */
  assembly: string | null
}

/** A tool as it sits in the machine: pocket or station, the numbers it is called under, the assembly. */
export interface MountedTool extends Omit<Assembly, 'id'> {
  /** Pocket or station, T number. */
  number: string
  /** Number of its length offset (H), usually the T number. */
  offset: string
  /** Number of its diameter offset (D), usually the T number. */
  diameterOffset: string
  /** Id of the assembly. */
  assembly: string
  /** Further pairs of offsets that the tool is called by. */
  further?: readonly FurtherPair[]
  /** For a further pair: the number of the tool that it belongs to. */
  pairOf?: string
  /** The spindle it works at where that is not its station's. */
  spindle?: SpindleName
}

/** A tool that an operation's program calls, with the numbers it calls it under. */
export interface PlannedTool {
  number: string
  offset: string
  diameterOffset: string
  /** True where the program compensates for the cutter: its diameter has to be measured too. */
  diameter: boolean
  /** What the program needs, whichever assembly it is; nothing where a planner has not said it. */
  need?: ToolNeed | null | undefined
}

/** The stock in part coordinates: from and to on each axis. */
export type StockBox = Record<Axis, { from: Nm; to: Nm }>

/** Something on the part that can be found again: a bore, a pin, a corner; nominal place in part coordinates. */
export interface Feature {
  name: string
  x: Nm
  y: Nm
  /** Diameter of a bore or pin; null for a corner or a line. */
  size: Nm | null
}

/** How a zero came to lie in past loadings of a fixture, by register: standard deviation in nanometres, and over how many. */
export type Repeats = Readonly<Record<RegisterKey, { standard: number; n: number }>>

/** What the operation at hand says about the setup. */
export interface Plan {
  setup: string
  /** Number of the job. */
  job: string
  operation: string
  /** "Op 20, rev C" */
  operationName: string
  /** Slots that the operation's program calls, in the order it uses them. */
  slots: string[]
  stock: StockBox | null
  /** How the work is held; null where nobody has said it. */
  holding: Holding | null
  /** How far a part's zero moves from one loading to the next in this fixture, one standard deviation. */
  fixtureRepeat: Nm | null
  /** Width of the tightest tolerance zone that part zero serves; null when the operation states none. */
  tolerance: Nm | null
  /** Height over part zero at which a tool may stand without hitting anything. */
  clearance: Nm | null
  features: Feature[]
  /** Sizes that the operation makes; empty where it names none. */
  sizes: readonly PlannedSize[]
  /** ISO time from which parts are known to have been cut in this setup; null while none is. */
  cut: string | null
  /** Tools in the order they are set; empty where the operation does not say. */
  tools: PlannedTool[]
  /** Learned from the loadings before this setup; a register has none before there were three of them. */
  repeats: Repeats
  /** Figures of an earlier setup that somebody has confirmed for this one: register to the entry that measured it. */
  confirmed: Readonly<Record<RegisterKey, string>>
}

/** A size on the part that was measured, and corrected by a wear register. */
export interface SizeTaken {
  entry: string
  /** ISO time and the person's name. */
  at: string
  by: string
  /** Id of the routine, and inside or outside where it tells them apart. */
  routine: string
  kind: string | null
  target: Nm
  measured: Nm
  /** By how much the register changed. */
  step: Nm
}

/** A slot that is kept for somebody, as long as it lasts. */
export interface Reserved {
  id: string
  slot: string
  /** Number of the job that may use it; null where it is kept for a person or a purpose. */
  job: string | null
  words: string
  /** ISO time; null for as long as nobody ends it. */
  until: string | null
  by: string
}

/** Tools of a machine that stand in for each other: the program calls one number, and one of them cuts. */
export interface ToolFamily {
  /** The entry that said it so. */
  entry: string
  name: string
  /** What programs call it by. */
  called: string
  /** Numbers of its tools, in the order they are used. */
  members: readonly string[]
  /** Number of the one that cuts now; null while none does. */
  inUse: string | null
}

/** Everything a routine and the checks may look at, at one moment. Plain data: it crosses the wire. */
export interface Scene {
  machine: MachineRecord
  /** ISO time of the look. */
  now: string
  homedAt: string | null
  poweredAt: string | null
  standing: Readonly<Record<RegisterKey, Standing>>
  /** The last values recorded for the plan's operation in earlier setups. */
  formerly: Readonly<Record<RegisterKey, Standing>>
  /** For each wear register the sizes it was corrected from, oldest first, since it was last begun anew or typed. */
  sizes: Readonly<Record<RegisterKey, readonly SizeTaken[]>>
  gauges: readonly Gauge[]
  tools: readonly MountedTool[]
  plan: Plan | null
  families: readonly ToolFamily[]
  /** Slots that are kept for somebody now. */
  reserved: readonly Reserved[]
  /** Beside a plan: what lies in the machine by its setup at hand. For pictures alone, no figure rests on it. */
  atHand: Pick<Plan, 'stock' | 'holding'> | null
  /** What the step that is being done plans of its routine, by the routine's inputs; absent where no step is done. It does not cross the wire. */
  planned?: Readonly<Record<string, string>>
}

export function gaugeById(scene: Scene, id: string | null): Gauge | null {
  return scene.gauges.find((gauge) => gauge.id === id) ?? null
}

export function toolByNumber(scene: Scene, number: string | null): MountedTool | null {
  return scene.tools.find((tool) => tool.number === number) ?? null
}
