import type { Verdict } from '../../check/index.ts'
import type { RegisterKey } from '../../register/index.ts'
import type { Scene } from '../../scene/index.ts'
import type { ProgramRead } from '../read.ts'

/** The place where a person mends a finding. */
export type Mend = 'program' | 'zero' | 'tool' | 'mount' | 'plan' | 'machine' | 'look'

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
}

/** What the program is held against. */
export interface Against {
  read: ProgramRead
  scene: Scene
}

export type GoCheck = (against: Against) => GoFinding[]
