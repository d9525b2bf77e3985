import { PROPERTY_WORDS, standsAlong } from '../assembly/index.ts'
import { standsOut } from '../tip/station-reach.ts'
import { magnitude, minus, type Nm } from '../length/index.ts'
import { asShown } from '../machine/index.ts'
import { registerKey, registerName } from '../register/index.ts'
import type { Write } from '../routine/index.ts'
import type { MountedTool, Scene } from '../scene/index.ts'
import { toldOfRecord } from './cause.ts'
import type { Check, Finding } from './finding.ts'
import { limitOf } from '../limits/index.ts'

const NAME = 'stick-out'
/** A steel bar that stands out by more than so many of its diameters gives way and chatters. */
const SLENDER = 4

/**
 * What a new geometry says of how far its tool stands out of the station, along the way that it is held: not behind the holder, not
 * by more than the whole tool is long, near what a rule has said, and a bar not too slender.
 */
export const stickOut: Check = {
  id: 'stick-out',
  name: NAME,
  applies: {},
  run(evidence) {
    const { scene, result } = evidence
    return result.writes.flatMap((write, at): Finding[] => {
      const { family, property, layer, slot } = write.register
      const tool = family === 'tool' && layer === 'geometry' ? scene.tools.find(({ offset }) => offset === slot) : undefined
      const along = tool && standsAlong(tool)
      if (!tool || along === null || property !== along) return []
      const out = standsOut(tool, property, scene, write.value)
      return out === null ? [] : [judge(tool, out, write, scene, () => toldOfRecord(write, at, evidence))]
    })
  },
}

function judge(tool: MountedTool, out: Nm, write: Write, scene: Scene, why: () => ReturnType<typeof toldOfRecord>): Finding {
  const shown = (value: Nm) => asShown(value, scene.machine)
  const finding = {
    check: 'stick-out',
    about: registerName(write.register),
    name: NAME,
    figures: [{ label: `T${tool.number} stands out`, value: out }],
  }
  const { OAL, DMM } = tool.properties
  const named = (otherwise: string): Pick<Finding, 'sentence' | 'means' | 'names'> => {
    const found = why()
    return {
      sentence: found?.sentence ?? otherwise,
      means: [registerKey(write.register), ...(found?.means ?? [])],
      ...(found ? { names: true } : {}),
    }
  }
  if (out < 0) {
    const { sentence, ...more } = named('Look for a radius for a diameter, a lost sign, or the wrong station.')
    return {
      ...finding,
      ...more,
      verdict: 'stop',
      sentence: `T${tool.number} would lie ${shown(magnitude(out) as Nm)} behind its holder. ${sentence}`,
    }
  }
  if (OAL !== undefined && out > OAL) {
    const { sentence, ...more } = named('Look for a diameter for a radius, or the wrong station.')
    return {
      ...finding,
      ...more,
      verdict: 'stop',
      sentence: `T${tool.number} would stand out ${shown(out)}, and it is ${shown(OAL)} long in all (OAL, ${PROPERTY_WORDS.OAL}). ${sentence}`,
    }
  }
  const ruled = tool.estimate
  if (ruled !== null && magnitude(minus(out, ruled)) > limitOf(scene.machine, 'estimateQuery')) {
    const { sentence, ...more } = named('Look whether this is the tool in the station, and whether it was moved in its holder.')
    return {
      ...finding,
      ...more,
      verdict: magnitude(minus(out, ruled)) > limitOf(scene.machine, 'estimateStop') ? 'stop' : 'query',
      sentence: `T${tool.number} would stand out ${shown(out)}; the rule said ${shown(ruled)}. ${sentence}`,
    }
  }
  const times = DMM === undefined ? null : out / DMM
  if (tool.kind === 'boring-bar' && times !== null && times > SLENDER)
    return {
      ...finding,
      verdict: 'query',
      sentence: `T${tool.number} stands out ${shown(out)}, ${times.toFixed(1)} times its shank; a steel bar over ${SLENDER} gives way. Set it shorter, or say what it is made of.`,
    }
  return { ...finding, verdict: 'clear', sentence: `T${tool.number} stands out ${shown(out)} of its station.` }
}
