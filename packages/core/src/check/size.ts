import { magnitude, minus, type Nm } from '../length/index.ts'
import { asShown } from '../machine/index.ts'
import type { FoundSize } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import type { Check, Finding } from './finding.ts'
import { limitOf } from './limits.ts'
import { EXPLAINED, SLIP_RANK } from './thresholds.ts'

/** A width or diameter found by the way, against the one that was expected, with the mistake that would explain it. */
export const size: Check = {
  id: 'size',
  name: 'size as expected',
  run({ scene, result }) {
    return (result.sizes ?? []).flatMap((found) => (found.expected === null ? [] : [judge(found, found.expected, scene)]))
  },
}

function judge(found: FoundSize, expected: Nm, scene: Scene): Finding {
  const { machine } = scene
  const off = minus(found.found, expected)
  const limit = Math.max(limitOf(machine, 'sizeOff'), limitOf(machine, 'questionedBeyond') * found.standard)
  const finding = {
    check: 'size',
    about: found.label,
    name: 'size as expected',
    figures: [
      { label: `${found.label} found`, value: found.found },
      { label: `${found.label} expected`, value: expected },
    ],
  }
  const said = `The ${found.label} comes out at ${asShown(found.found, machine)}, expected ${asShown(expected, machine)}`
  if (magnitude(off) <= limit) return { ...finding, verdict: 'clear', sentence: `${said}.` }
  const slip = likeliest(found, expected, off)
  return slip
    ? { ...finding, verdict: 'stop', sentence: `${said}. It would agree if ${slip.phrase}.`, means: [`: ${slip.phrase}`] }
    : {
        ...finding,
        verdict: 'query',
        sentence: `${said}, ${asShown(off, machine, 'always')} off. Look for a chip, a burr or the wrong gauge.`,
      }
}

function likeliest({ slips, standard }: FoundSize, expected: Nm, off: Nm) {
  const spread = Math.max(standard, 1_000)
  return slips
    .map((slip) => ({ slip, left: magnitude(minus(slip.corrected, expected)) }))
    .filter(({ left }) => left <= EXPLAINED.within * spread + 20_000 && left < EXPLAINED.share * magnitude(off))
    .sort((a, b) => a.left / spread + (SLIP_RANK[a.slip.id] ?? 1) - b.left / spread - (SLIP_RANK[b.slip.id] ?? 1))[0]?.slip
}
