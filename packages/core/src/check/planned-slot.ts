import type { Check } from './finding.ts'

/** Writing a slot that the operation's program does not call. */
export const plannedSlot: Check = {
  id: 'planned-slot',
  name: 'slot as planned',
  applies: {},
  run({ scene, result }) {
    const { plan } = scene
    if (!plan) return []
    const slots = [...new Set(result.writes.filter(({ register }) => register.family === 'work').map(({ register }) => register.slot))]
    return slots.map((slot) => {
      const planned = plan.slots.includes(slot)
      return {
        check: 'planned-slot',
        name: 'slot as planned',
        verdict: planned ? 'clear' : 'stop',
        sentence: planned
          ? `${slot} is the slot that ${plan.operationName} uses.`
          : `${plan.operationName} uses ${plan.slots.join(', ')}, not ${slot}. Change the slot, or have a lead release it.`,
        about: slot,
        figures: [],
      }
    })
  },
}
