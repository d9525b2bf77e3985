import type { Check } from './finding.ts'

/** Machine coordinates are worth nothing before the machine has been homed. */
export const homed: Check = {
  id: 'homed',
  name: 'homed',
  applies: {},
  run({ scene, result }) {
    if (result.readings.length === 0) return []
    const { homedAt, poweredAt, machine } = scene
    const since = homedAt !== null && (poweredAt === null || homedAt >= poweredAt)
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
