import { spindleOfSlot, spindleOfTool, type SpindleName } from '../machine/index.ts'
import { toolByNumber } from '../scene/index.ts'
import type { Check } from './finding.ts'

const WORDS: Readonly<Record<SpindleName, string>> = { main: 'main spindle', sub: 'sub-spindle' }

/** A tool that works at one spindle, used on the slot or the part of the other one: its figure would be counted from the wrong chuck. */
export const spindleOf: Check = {
  id: 'spindle-of',
  name: 'tool and slot of one spindle',
  applies: { stock: 'bar' },
  run({ scene, given }) {
    const { machine } = scene
    if (!given || !machine.spindles.includes('sub')) return []
    const [tool, slot, side] = [toolByNumber(scene, given.values.choice('tool')), given.values.choice('slot'), given.values.choice('side')]
    if (tool && (side === 'main' || side === 'sub') && spindleOfTool(tool, machine) !== side)
      return [
        {
          check: 'spindle-of',
          about: `${tool.number}/${side}`,
          name: 'tool and part of one spindle',
          verdict: 'query',
          sentence: `T${tool.number} works at the ${WORDS[spindleOfTool(tool, machine)]}, and the part is said to be held in the ${WORDS[side]}. Look where it is held, or choose the tool that cuts there.`,
          figures: [],
        },
      ]
    const known = machine.slots.some(({ code }) => code === slot)
    if (!tool || !known) return []
    const [ofTool, ofSlot] = [spindleOfTool(tool, machine), spindleOfSlot(machine, slot)]
    if (ofTool === ofSlot) return []
    return [
      {
        check: 'spindle-of',
        about: `${tool.number}/${slot}`,
        name: 'tool and slot of one spindle',
        verdict: 'query',
        sentence: `T${tool.number} works at the ${WORDS[ofTool]}, ${slot} is the ${WORDS[ofSlot]}\u2019s. Choose the tool or the slot that belongs to it, or say why they go together.`,
        figures: [],
      },
    ]
  },
}
