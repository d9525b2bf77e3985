import type { RawInputs } from '../routine/index.ts'
import type { MistakeId } from '../mistake/index.ts'
import type { Scene } from '../scene/index.ts'

/** One thing that a person or a record may have had otherwise, and the entry as it would be with it undone. */
export interface Alternative {
  /** The kind of mistake; `MISTAKES` says how often it happens and how grave it is. */
  id: MistakeId
  /** Half a sentence that follows "if": "Shim 1.000 had lain between". */
  phrase: string
  raw: RawInputs
  scene: Scene
  /** The figure that is typed otherwise, where it is nothing else: what it does can be told from a step of it. */
  figure?: { input: string; text: string }
}
