import type { SetupRecord } from '@rook/contract'
import type { Scene } from '@rook/core'

/** A setup as it stands now, or as it stood when it ended, with the scene that its figures are from. */
export interface Gathered {
  record: SetupRecord
  scene: Scene
}
