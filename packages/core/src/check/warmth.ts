import { geometryUnder, listed, parseRegisterKey, registerKey, registerName, type RegisterKey } from '../register/index.ts'
import type { Write } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import type { Check, Finding } from './finding.ts'

const NAME = 'cold with cold, warm with warm'

/**
 * A machine grows as it gets warm. A figure that was found on a warm one does not go with what it rests on from a cold one, nor does a
 * part that was cut warm with a tool that was measured cold.
 */
export const warmth: Check = {
  id: 'warmth',
  name: NAME,
  applies: {},
  run({ scene, result }): Finding[] {
    const now = result.writes.find((write) => write.warmth)?.warmth
    if (!now) return []
    const keys = [...new Set(result.writes.flatMap((write) => restingOn(write)))]
    const known = keys.filter((key) => scene.standing[key]?.warmth)
    const others = known.filter((key) => scene.standing[key]!.warmth !== now)
    if (known.length === 0) return []
    const names = (of: readonly RegisterKey[]) => listed(of.map((key) => registerName(parseRegisterKey(key), scene.gauges)))
    const finding = { check: 'warmth', name: NAME, figures: figuresOf(known, scene) }
    if (others.length === 0)
      return [{ ...finding, verdict: 'clear', sentence: `${names(known)} ${known.length === 1 ? 'was' : 'were'} measured ${now} too.` }]
    const wear = result.writes.every(({ register }) => register.layer === 'wear')
    return [
      {
        ...finding,
        verdict: 'query',
        sentence: `${names(others)} ${others.length === 1 ? 'was' : 'were'} measured with the machine ${now === 'warm' ? 'cold' : 'warm'}, and ${wear ? 'this part was cut' : 'this was measured'} ${now}. Part of the difference is the machine’s own growth. Measure both in one state, or say why it does not matter here.`,
      },
    ]
  },
}

/** What a figure is counted with: what it was worked out from, and for wear the geometry that it is added to. */
const restingOn = ({ register, rests }: Write): RegisterKey[] =>
  register.layer === 'wear' ? [...rests, registerKey(geometryUnder(register))] : [...rests]

const figuresOf = (keys: readonly RegisterKey[], scene: Scene) =>
  keys.map((key) => ({ label: registerName(parseRegisterKey(key), scene.gauges), value: scene.standing[key]!.value }))
