import type { Verdict } from '../../check/index.ts'
import type { RegisterKey } from '../../register/index.ts'
import type { Scene } from '../../scene/index.ts'
import type { ProgramRead } from '../read.ts'

/** The place where a person mends a finding. */
export type Mend = 'program' | 'zero' | 'tool' | 'mount' | 'plan' | 'machine' | 'control' | 'setup' | 'look'

/** Something that the program and the record say of each other. */
export interface GoFinding {
  /** The check, and what it is about: stays the same while the same is found. */
  id: string
  verdict: Verdict
  sentence: string
  /** Line of the program; null where it is about all of it. */
  line: number | null
  register: RegisterKey | null
  mend: Mend
  /** The step of the setup whose routine mends it; nothing where none does. */
  step?: string
  /** The stage of the setup that it keeps from being reached. */
  stage: GoStage
}

/** Stages before the first part, in their order: what has to be found, what has to be seen in the control, and the look at all of it. */
export const GO_STAGES = ['measured', 'seen', 'go'] as const
export type GoStage = (typeof GO_STAGES)[number]

/**
 * A finding as a check makes it. Those that say the same of several things become one line: `same` names the thing, and writes the
 * sentence for as many as there are.
 */
export interface Found extends Omit<GoFinding, 'stage'> {
  /** Said where it is neither told by its step nor a matter of the go. */
  stage?: GoStage
  same?: { cause: string; name: string; says(names: string, many: boolean): string }
}

/** What has become of a step of the setup at hand. */
export interface StepSoFar {
  id: string
  title: string
  kind: 'homed' | 'confirm' | 'routine' | 'tools' | 'seen'
  state: 'open' | 'done' | 'skipped'
  /** Why it was skipped. */
  reason: string | null
  /** Why it is open again though it was done. */
  again: string | null
  /** Registers that its routine finds, as it is planned; empty where it is done, or finds none. */
  finds: readonly RegisterKey[]
  /** How many tools of a run are done, of how many. */
  count: { done: number; of: number } | null
  /** For a run of tools, by the task's id: whether it was skipped, and why. */
  run: Readonly<Record<string, { skipped: boolean; reason: string | null }>>
}

/** How far the setup at hand has come. */
export interface SoFar {
  steps: readonly StepSoFar[]
  /** Readouts that nobody has seen on the control. */
  unseen: number
  /** Registers of which the control holds another figure, and those that its table says nothing of; null where none was read. */
  control: { at: string; differing: readonly RegisterKey[]; notCompared: readonly RegisterKey[] } | null
  /** Stages at which this shop asks instead of stopping. */
  asks: readonly GoStage[]
  /** Parts that the job still wants; null where it is not known. */
  wanted: number | null
}

/** What is held against the record: the program as it was read, or the plan alone where no text of a program is kept. */
export interface GoFacts {
  read: ProgramRead | null
  scene: Scene
  soFar: SoFar
}

/** Slots and tools that are called, and from where: 0 as a line where only the plan calls them. */
export type Calls = Pick<ProgramRead, 'slots' | 'tools' | 'beforeSlot' | 'beforeTool'>

export interface Against extends GoFacts {
  calls: Calls
}

export type GoCheck = (against: Against) => Found[]
/** A check that needs the text of the program. */
export type ProgramCheck = (against: Against & { read: ProgramRead }) => Found[]
