import { mm, nm, parseRegisterKey, plus, minus, type Nm, type RegisterKey } from '@rook/core'
import type { DemoMachine } from './machines.ts'
import type { DemoOperation } from './operations.ts'

/** Where each setter's surface truly is for the gauge line, on the one mill that has one. */
const SETTER_CONSTANT = mm(-502.118)

/** How far this loading sits from where the fixture usually puts it, by slot and axis. */
export type Seating = Record<string, number>

/** What a register ought to hold in a setup: what a perfect person with perfect gauges would find. */
export function trueValue(register: RegisterKey, machine: DemoMachine, operation: DemoOperation, seating: Seating): Nm {
  const { family, slot, property } = parseRegisterKey(register)
  if (family === 'setter') return SETTER_CONSTANT
  if (family === 'work') return workTruth(slot, property as 'X' | 'Y' | 'Z', machine, operation, seating)
  const tool = machine.tools.find((one) => one.number === slot)
  if (!tool) throw new Error(`${machine.id} has no T${slot}`)
  if (property === 'X') return tool.side!
  if (machine.record.kind === 'lathe') return tool.reach
  switch (machine.record.lengthConvention) {
    case 'gauge-length':
      return tool.reach
    case 'reference-tool':
      return minus(tool.reach, machine.tools[0]!.reach)
    case 'touch-off':
      return plus(seated(operation.slots[0]!, 'Z', operation, seating), tool.reach)
  }
}

function workTruth(slot: string, axis: 'X' | 'Y' | 'Z', machine: DemoMachine, operation: DemoOperation, seating: Seating): Nm {
  const zero = seated(slot, axis, operation, seating)
  const isReference = machine.record.kind === 'mill' && machine.record.lengthConvention === 'reference-tool'
  return axis === 'Z' && isReference ? plus(zero, machine.tools[0]!.reach) : zero
}

function seated(slot: string, axis: string, operation: DemoOperation, seating: Seating): Nm {
  const base = operation.truth[slot]?.[axis]
  if (base === undefined) throw new Error(`${operation.id} says nothing of ${slot} ${axis}`)
  return plus(base, nm(Math.round(seating[`${slot}/${axis}`] ?? 0)))
}
