import { usualTemplate, type MachineRecord, type SettingTemplate } from '@rook/core'

/** A template as a shop words it for its control, with a line for everything that the machine holds. */
export function wordedTemplate(machine: MachineRecord, decimals: number): SettingTemplate {
  const usual = usualTemplate(machine, decimals)
  const [, axes] = /^G10 L2 P\{n\} (.*)$/.exec(usual.lines.work)!
  const rotary = machine.rotary.map(({ axis }) => `${axis}{${axis.toLowerCase()}}`).join(' ')
  const extended = machine.slots.some(({ code }) => code.startsWith('G54.1'))
  const turning = (line: number) => (machine.rotates ? `G10 L${line} P{n} R{v}` : '')
  const rotaryLine = (line: number) => (rotary ? `G10 L${line} P{n} ${rotary}` : '')
  const slots = {
    common: `G10 L2 P0 ${axes}${rotary ? ` ${rotary}` : ''}`,
    rotary: rotaryLine(2),
    rotation: turning(2),
    ...(extended ? { extendedWork: `G10 L20 P{n} ${axes}`, extendedRotary: rotaryLine(20), extendedRotation: turning(20) } : {}),
  }
  const tools = {
    mill: {
      length: 'G10 L10 P{n} R{v}',
      lengthWear: 'G10 L11 P{n} R{v}',
      diameter: 'G10 L12 P{n} R{v}',
      diameterWear: 'G10 L13 P{n} R{v}',
    },
    lathe: {
      geometry: `G10 L10 P{n} ${axes}`,
      wear: `G10 L11 P{n} ${axes}`,
      nose: 'G10 L10 P{n} R{v}',
      tip: 'G10 L10 P{n} Q{v}',
    },
  }[machine.kind]
  return { ...usual, lines: { ...usual.lines, ...slots, ...tools } }
}

/** Who made a file of values, when, and from what. */
export const HEADING = {
  shop: 'Larkmoor Organ Parts',
  by: 'I. Marrow',
  at: '2026-11-24T03:00:00.000Z',
  seq: 412,
  hash: 'a1b2c3d4e5f60718',
  seal: { day: '2026-11-24', hash: '9f2c41d0aa31b7c2' },
}
