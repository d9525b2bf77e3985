import { spindleOfSlot, spindleOfTool, type SpindleName } from '../machine/index.ts'
import { toolByNumber } from '../scene/index.ts'
import type { Check } from './finding.ts'

const WORDS: Readonly<Record<SpindleName, string>> = { main: 'main spindle', sub: 'sub-spindle' }

/** A tool that works at one spindle, used on the slot of the other one: its figure would be counted from the wrong chuck. */
export const spindleOf: Check = {
  id: 'spindle-of',
  name: 'tool and slot of one spindle',
  applies: { stock: 'bar' },
  run({ scene, given }) {
    const { machine } = scene
    if (!given || !machine.spindles.includes('sub')) return []
    const [tool, slot] = [toolByNumber(scene, given.values.choice('tool')), given.values.choice('slot')]
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
