import { layoutOf } from '../register/index.ts'
import { IN_SPINDLE, NO_TOOL, OTHER_TOOL } from '../routine/index.ts'
import type { Check, Finding } from './finding.ts'

const NAME = 'tool at the work'

/** A figure that was read with one tool and goes to another: the one that stood at the work by the machine's own word, or by a person's. */
export const inSpindle: Check = {
  id: 'in-spindle',
  name: NAME,
  applies: {},
  run({ scene, given }): Finding[] {
    const { [IN_SPINDLE]: said, tool: chosen } = given?.raw ?? {}
    if (!said || !chosen || !given!.inputs.some(({ id }) => id === IN_SPINDLE)) return []
    const finding = { check: 'in-spindle', name: NAME, figures: [] }
    const { where, is: there } = layoutOf(scene.machine).atWork
    // A further pair of offsets is called by the tool's own number.
    const tool = chosen.split('.')[0]!
    if (said === tool) return [{ ...finding, verdict: 'clear', sentence: `T${tool} ${there}.` }]
    const own = scene.tools.find(({ number, pairOf }) => number === said && pairOf === undefined)
    const stood =
      said === NO_TOOL
        ? `No tool ${there}`
        : said === OTHER_TOOL || !own
          ? `Another tool than is on record ${there}`
          : `T${said}, ${own.name}, ${there}`
    return [
      {
        ...finding,
        verdict: 'stop',
        sentence: `${stood}, and T${tool} is chosen. Choose the one that was ${where}, or touch again with T${tool}.`,
        means: [IN_SPINDLE],
        names: true,
      },
    ]
  },
}
