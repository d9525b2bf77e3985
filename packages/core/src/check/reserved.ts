import { registerName } from '../register/index.ts'
import { reservedFor } from '../scene/index.ts'
import type { Check, Finding } from './finding.ts'

/** A slot that is kept for another job, or for somebody: whoever counts on what stands in it would not know that it changed. */
export const reserved: Check = {
  id: 'reserved',
  name: 'slot not kept for others',
  applies: {},
  run({ scene, result }) {
    const slots = [...new Set(result.writes.filter(({ register }) => register.family === 'work').map(({ register }) => register.slot))]
    return slots.flatMap((slot): Finding[] => {
      const kept = reservedFor(slot, scene.reserved, scene.plan?.job ?? null)
      if (!kept) return []
      const first = result.writes.find(({ register }) => register.family === 'work' && register.slot === slot)!
      return [
        {
          check: 'reserved',
          name: 'slot not kept for others',
          verdict: 'query',
          sentence: `${registerName(first.register)}: ${kept}. Ask first, take another slot, or say why it may be written.`,
          about: slot,
          figures: [],
        },
      ]
    })
  },
}
