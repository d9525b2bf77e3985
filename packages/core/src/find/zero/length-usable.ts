import { reachOf } from '../../reach/index.ts'
import { reachRegister, registerKey } from '../../register/index.ts'
import type { Refusal } from '../../routine/index.ts'
import type { MountedTool, Scene } from '../../scene/index.ts'
import { isSuspect, standingNote } from '../../standing/index.ts'

/** Why a tool’s length cannot be used: there is none, or what it was measured against is no longer what it was. */
export function lengthRefusal(tool: MountedTool, scene: Scene): Refusal | null {
  const register = registerKey(reachRegister(scene.machine, tool))
  if (reachOf(tool, scene)) {
    const note = standingNote(register, scene)
    if (!isSuspect(note)) return null
    return {
      input: 'tool',
      sentence: `T${tool.number}\u2019s length cannot be used as it is: ${note.because}. Measure T${tool.number} again, or touch with a tool whose length is good.`,
    }
  }
  return {
    input: 'tool',
    sentence: `T${tool.number} has no length on ${scene.machine.name}; unset is not zero. Measure it first, or touch with a tool that has one.`,
  }
}
