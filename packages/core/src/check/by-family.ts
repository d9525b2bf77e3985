import type { RegisterFamily } from '../register/index.ts'
import type { LimitId } from '../limits/index.ts'

/** How the checks hold a new value of a family against what is known of it. */
interface FamilyChecks {
  /** The limit under which a move is not questioned. */
  moves: LimitId
  /** What makes it scatter from one time to the next. */
  scatters: 'loading' | 'length' | 'no'
  /** The value that a new one should be near: the same operation's, the same assembly's, the last one, or none. */
  near: 'operation' | 'assembly' | 'last' | 'none'
  /** Where another one of its kind may have been meant: the id of the slip. */
  takenFor: 'other-slot' | 'other-value' | null
}

export const BY_FAMILY: Readonly<Record<RegisterFamily, FamilyChecks>> = {
  work: { moves: 'zeroMoves', scatters: 'loading', near: 'operation', takenFor: 'other-slot' },
  common: { moves: 'zeroMoves', scatters: 'length', near: 'last', takenFor: null },
  tool: { moves: 'lengthMoves', scatters: 'length', near: 'assembly', takenFor: 'other-value' },
  setter: { moves: 'constantMoves', scatters: 'length', near: 'last', takenFor: null },
  probe: { moves: 'radiusMoves', scatters: 'no', near: 'last', takenFor: null },
  station: { moves: 'constantMoves', scatters: 'length', near: 'last', takenFor: null },
  expected: { moves: 'zeroMoves', scatters: 'length', near: 'none', takenFor: null },
}
