import { magnitude, minus, negate, nm, times, type Nm } from '../length/index.ts'
import { asShown } from '../machine/index.ts'
import { layoutOf } from '../register/index.ts'
import type { TouchedFace } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import type { Check, Finding } from './finding.ts'
import { limitOf } from '../limits/index.ts'

const NAME = 'face as the stock has it'

/**
 * A touched side or face against the stock of the operation: before anything is cut the raw face is there, and its allowance is
 * counted whole and to its own side.
 */
export const stockFaces: Check = {
  id: 'stock-faces',
  name: NAME,
  applies: {},
  run({ scene, result }) {
    if (!scene.plan?.stock) return []
    const isBar = layoutOf(scene.machine).stock === 'bar'
    // A bar's sides are diameters; its face is the end that lies away from what holds it, on either spindle.
    const faces = (result.touched ?? []).filter(({ axis }) => !isBar || axis === 'Z')
    return faces.map((face) => judge(isBar ? { ...face, direction: -1 } : face, scene))
  },
}

function judge({ axis, direction, place }: TouchedFace, scene: Scene): Finding {
  const { machine, plan } = scene
  const { from, to } = plan!.stock![axis]
  // Moving toward plus meets the side that lies toward minus.
  const [raw, opposite] = direction === 1 ? [from, to] : [to, from]
  const shown = (value: Nm) => asShown(value, machine)
  const finding = {
    check: 'stock-faces',
    about: `${axis}${direction}`,
    name: NAME,
    figures: [
      { label: `face said to be at ${axis}`, value: place },
      { label: `stock reaches to ${axis}`, value: raw },
    ],
  }
  const clear = { ...finding, verdict: 'clear' as const }
  const isAt = (value: Nm) => magnitude(minus(place, value)) <= near(raw, scene)
  // From the first part on both may lie in the machine: a fresh piece, and one whose face is gone. A face that is touched again moves
  // its zero by what was cut, and is found by that.
  if (plan!.cut !== null)
    return axis === 'Z' && raw !== 0 && isAt(raw)
      ? {
          ...clear,
          tell: true,
          sentence: `Parts have been cut in this setup: a raw face at ${axis} ${shown(raw)} is there on a fresh piece only.`,
        }
      : { ...clear, sentence: 'Parts have been cut since the stock was as recorded.' }
  if (isAt(raw)) return { ...clear, sentence: `The stock ends at ${axis} ${shown(raw)}, where this face is said to be.` }
  if (isAt(opposite) && mayBeJaw(axis, direction, scene))
    return { ...clear, sentence: `The opposite side of the stock, where the fixed jaw is.` }
  const mistake = takenFor(raw, opposite).find(([value]) => isAt(value))
  return mistake
    ? {
        ...finding,
        verdict: 'query',
        sentence: `Nothing is cut yet, and the stock reaches to ${axis} ${shown(raw)} on this side; the face is said to stand at ${shown(place)}, ${mistake[1]}. Say which face was touched.`,
      }
    : { ...clear, sentence: `A face inside the stock, at ${axis} ${shown(place)}.` }
}

/** A fixed jaw looks the other way: its face is met where the far side of the stock lies. Where nobody has said what holds the work it may be one. */
function mayBeJaw(axis: string, direction: 1 | -1, { plan }: Scene): boolean {
  const holding = plan?.holding ?? null
  return axis !== 'Z' && (holding === null || (holding.kind === 'vise' && holding.fixedJaw === `${axis}${direction === 1 ? '+' : '-'}`))
}

/** What a raw face is taken for, and the words for it. */
const takenFor = (raw: Nm, opposite: Nm): [Nm, string][] => [
  [opposite, 'which is the opposite side'],
  ...(raw === 0
    ? []
    : ([
        [nm(0), 'as if it were finished'],
        [negate(raw), 'its allowance counted to the other side'],
        [times(raw, 2), 'twice its allowance'],
        [nm(Math.round(raw / 2)), 'half its allowance'],
      ] as [Nm, string][])),
]

/** Stock is cut to about this; two faces that lie nearer to each other are not told apart. */
const near = (raw: Nm, { machine }: Scene): number => Math.min(limitOf(machine, 'stockAsCut'), Math.max(magnitude(raw) / 5, 1))
