import { registerName } from '../register/index.ts'
import type { Check, Finding } from './finding.ts'

/** An offset number that the control does not have. */
export const offsetNumber: Check = {
  id: 'offset-number',
  name: 'offset number exists',
  applies: {},
  run({ scene, result }) {
    const { machine } = scene
    return result.writes.flatMap(({ register }): Finding[] => {
      if (register.family !== 'tool' || fitsOffsets(register.slot, machine.offsets)) return []
      return [
        {
          check: 'offset-number',
          about: registerName(register),
          name: 'offset number exists',
          verdict: 'stop',
          sentence: `${machine.name} has offset numbers 1 to ${machine.offsets}; there is no ${registerName(register)}. Give the tool another number.`,
          figures: [],
        },
      ]
    })
  },
}

/** True for a whole number from 1 to as many offsets as the control has. */
export function fitsOffsets(number: string, offsets: number): boolean {
  return /^[1-9]\d{0,4}$/.test(number) && Number(number) <= offsets
}
