import { asShown, spindleOfTool, type SpindleName } from '../machine/index.ts'
import { minus, nm, type Nm } from '../length/index.ts'
import { parseRegisterKey, registerKey } from '../register/index.ts'
import type { Check, Finding } from './finding.ts'
import type { Scene } from '../scene/index.ts'
import { doubtBy } from '../limits/index.ts'

const NAME = 'skims get smaller'

const spindleOf = (offset: string, { tools, machine }: Scene): SpindleName | null => {
  const tool = tools.find((one) => one.offset === offset)
  return tool ? spindleOfTool(tool, machine) : null
}

/**
 * Skims of one setup on one surface: an outside gets smaller with every cut and a bore larger. One that went the other way was measured
 * on another journal, before it was cut, or as a radius.
 */
export const skimGrows: Check = {
  id: 'skim-grows',
  name: NAME,
  applies: {},
  run({ scene, result }) {
    const { plan, machine } = scene
    if (!plan) return []
    return result.writes.flatMap((write): Finding[] => {
      if (!write.turned) return []
      const { surface, diameter } = write.turned
      const spindle = spindleOf(write.register.slot, scene)
      const earlier = Object.entries(scene.standing).filter(
        ([key, { turned, setup }]) =>
          turned?.surface === surface &&
          setup === plan.setup &&
          key !== registerKey(write.register) &&
          // The other spindle has another journal.
          spindleOf(parseRegisterKey(key).slot, scene) === spindle,
      )
      if (earlier.length === 0) return []
      const last = earlier.reduce((latest, one) => (one[1].at > latest[1].at ? one : latest))
      const before = last[1].turned!.diameter
      const grew = surface === 'outside' ? minus(diameter, before) : minus(before, diameter)
      const shown = (value: Nm) => asShown(value, machine)
      const finding = {
        check: 'skim-grows',
        name: NAME,
        figures: [
          { label: 'diameter of this skim', value: diameter },
          { label: 'diameter of the skim before it', value: before },
        ],
      }
      const by = `T${parseRegisterKey(last[0]).slot}`
      // Each of the two was measured.
      if (grew <= nm(Math.round(2 * Math.SQRT2 * doubtBy('micrometer', scene).standard)))
        return [{ ...finding, verdict: 'clear', sentence: `This skim follows ${shown(before)}, which offset ${by} left.` }]
      return [
        {
          ...finding,
          verdict: 'query',
          sentence: `This skim measures ${shown(diameter)}, and offset ${by} left ${shown(before)} ${surface === 'outside' ? 'on the outside' : 'in the bore'} before it: a cut does not make ${surface === 'outside' ? 'an outside larger' : 'a bore smaller'}. Measure what this tool has cut, or say that it is another ${surface === 'outside' ? 'journal' : 'bore'}.`,
        },
      ]
    })
  },
}
