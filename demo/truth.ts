import { inch, KINDS, mm, nm, parseRegisterKey, plus, minus, type Nm, type RegisterKey } from '@rook/core'
import type { DemoMachine } from './machines.ts'
import type { DemoOperation } from './operations/index.ts'

/** Where each setter's surface truly is: for the gauge line on Mill 3, for the reference tool's tip on Mill 2. */
export const SETTER_CONSTANT = mm(-502.118)
const CONSTANT_MILL_4 = mm(-548.206)
/** Where the middle of Setter C’s stylus stands on Mill 4, and how wide it measures there. */
export const SETTER_SIDES = { X: mm(-884.5), Y: mm(-42.75), across: mm(9.982) }
/** The constants of the faces of Lathe 1’s setter arm, its stylus 10 mm wide. */
const ARM_FACES: Readonly<Record<string, Nm>> = { 'X-': mm(156.414), 'X+': mm(136.414), 'Z-': mm(-96.208), 'Z+': mm(-106.208) }
const REFERENCE_CONSTANT = mm(-398.74)

/** Where the stations of a turret truly lie: the geometry of a tip on their reference point, and of their bores. */
export const STATION: Readonly<Record<string, Readonly<Record<'X' | 'Z' | 'centre', Nm>>>> = {
  'lathe-1': { X: mm(-338.832), Z: mm(-12.5), centre: mm(-210.44) },
  'lathe-2': { X: inch(-6.75), Z: inch(-0.5), centre: inch(-3.9021) },
}

/** The probe's stylus as it truly runs out. */
export const PROBE_RADII = { xPlus: mm(2.984), xMinus: mm(2.99), yPlus: mm(2.986), yMinus: mm(2.988) }
/** The ring's centre on the table, as the indicator found it, and the wall that the turned probe is checked on. */
export const RING_CENTRE = { X: mm(-120.4), Y: mm(-61.25) }
export const WALL = mm(-53.3)

/** How far this loading sits from where the fixture usually puts it, by slot and axis. */
export type Seating = Record<string, number>

/** What a register ought to hold in a setup: what a perfect person with perfect gauges would find. */
export function trueValue(register: RegisterKey, machine: DemoMachine, operation: DemoOperation, seating: Seating): Nm {
  const { family, slot, property } = parseRegisterKey(register)
  if (family === 'station') return STATION[machine.id]![property as 'X' | 'Z' | 'centre']
  if (family === 'setter' && property in ARM_FACES) return ARM_FACES[property]!
  if (family === 'setter') return machine.id === 'mill-2' ? REFERENCE_CONSTANT : machine.id === 'mill-4' ? CONSTANT_MILL_4 : SETTER_CONSTANT
  if (family === 'work') return workTruth(slot, property as 'X' | 'Y' | 'Z', machine, operation, seating)
  const tool = machine.tools.find((one) => one.number === slot)
  if (!tool) throw new Error(`${machine.id} has no T${slot}`)
  if (property === 'X') return tool.side!
  if (property === 'Z') return tool.reach
  switch (machine.record.lengthConvention) {
    case 'gauge-length':
      return tool.reach
    case 'reference-tool':
      return minus(tool.reach, machine.tools[0]!.reach)
    case 'touch-off':
      return plus(seated(operation.slots[0]!, 'Z', operation, seating), tool.reach)
  }
}

export function workTruth(slot: string, axis: 'X' | 'Y' | 'Z', machine: DemoMachine, operation: DemoOperation, seating: Seating): Nm {
  const zero = seated(slot, axis, operation, seating)
  const isReference = KINDS[machine.record.kind].countsLengths && machine.record.lengthConvention === 'reference-tool'
  return axis === 'Z' && isReference ? plus(zero, machine.tools[0]!.reach) : zero
}

function seated(slot: string, axis: string, operation: DemoOperation, seating: Seating): Nm {
  const base = operation.truth[slot]?.[axis]
  if (base === undefined) throw new Error(`${operation.id} says nothing of ${slot} ${axis}`)
  return plus(base, nm(Math.round(seating[`${slot}/${axis}`] ?? 0)))
}
