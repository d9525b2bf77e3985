import type { Scene } from '../../scene/index.ts'
import type { Calls } from './finding.ts'

/** What a plan says that its program calls, for a program whose text is not kept. */
export function callsOf({ plan, machine }: Scene): Calls {
  const line = 0
  return {
    beforeSlot: null,
    beforeTool: null,
    slots: (plan?.slots ?? []).map((slot) => ({ slot, line, times: 1, known: machine.slots.some(({ code }) => code === slot) })),
    tools: (plan?.tools ?? []).map(({ number, offset, diameterOffset, diameter }) => ({
      number: number.split('.')[0]!,
      lines: [],
      lengths: [{ offset, line }],
      diameters: diameter ? [{ offset: diameterOffset, line }] : [],
      compensates: diameter ? [{ side: 'left' as const, line }] : [],
      spindle: [],
      cutsWithoutLength: null,
      under: [],
    })),
  }
}
