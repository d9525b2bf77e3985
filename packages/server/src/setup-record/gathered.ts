import type { SetupRecord } from '@rook/contract'
import type { PartOutline, Scene } from '@rook/core'

/** A setup as it stands now, or as it stood when it ended, with the scene that its figures are from. */
export interface Gathered {
  record: SetupRecord
  scene: Scene
  /** What lies under the picture of the part, on a screen and on paper alike. */
  outline: PartOutline | null
}
