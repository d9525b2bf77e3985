import type { Scene } from '../scene/index.ts'
import type { Check } from './finding.ts'

/** True where the machine was homed after it was switched on, by what is on record. */
export const isHomed = ({ homedAt, poweredAt }: Pick<Scene, 'homedAt' | 'poweredAt'>): boolean =>
  homedAt !== null && (poweredAt === null || homedAt >= poweredAt)

/** Machine coordinates are worth nothing before the machine has been homed. */
export const homed: Check = {
  id: 'homed',
  name: 'homed',
  applies: {},
  run({ scene, result }) {
    if (result.readings.length === 0) return []
    const { machine } = scene
    const since = isHomed(scene)
    return [
      {
        check: 'homed',
        name: 'homed',
        verdict: since ? 'clear' : 'query',
        sentence: since
          ? `${machine.name} has been homed since power-up.`
          : `Nobody has recorded that ${machine.name} was homed since power-up. Home it, or say why the coordinates can be trusted.`,
        figures: [],
      },
    ]
  },
}
