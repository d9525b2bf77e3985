import type { Nm } from '../length/index.ts'
import type { RegisterKey } from '../register/index.ts'
import type { StandingWord } from '../standing/index.ts'

/** One value that goes out, or does not and why. */
export interface OutValue {
  register: RegisterKey
  name: string
  /** As the ledger has it. */
  value: Nm
  word: StandingWord
  /** As it stands in the file: counted another way, halved, its sign turned; null where it is left out. */
  out: Nm | null
  /** Why it is left out. */
  because: string | null
  /** The entry that it comes from. */
  entry: string
}
