import { PracticeMachine } from '@rook/practice/machine'
import { readInputs, registerKey, routineById, type MachineRecord, type RawInputs, type RegisterRef } from '@rook/core'
import { MILL, mounted, scene } from '@rook/testing'
import { describe, expect, it } from 'vitest'
import { detailOf } from '../drawer.ts'
import { tasksOf } from '../history.ts'
import { MACHINES, type DemoMachine } from '../machines.ts'
import { OPERATIONS, type DemoOperation } from '../operations/index.ts'
import { PRACTICE } from '../practice/specs.ts'
import { gaugesAt } from '../shop.ts'
import { trueValue } from '../truth.ts'

const spec = (id: string) => PRACTICE.find((one) => one.id === id)!

describe('the demo shop\u2019s practice machines', () => {
  it('are its machines, with the tools that are mounted', () => {
    expect(PRACTICE.map(({ id }) => id)).toEqual(MACHINES.map(({ id }) => id))
    for (const { id, tools } of MACHINES)
      expect(
        spec(id).tools.flatMap(({ number }) => (number === null ? [] : [String(number)])),
        id,
      ).toEqual(tools.map(({ number }) => number))
  })

  it('have the part where the shop\u2019s truth says, wherever its stock is on record', () => {
    const found = MACHINES.flatMap(({ id, record }) => {
      const { stock, truth } = OPERATIONS.find(({ machine }) => machine === id)!
      if (record.kind !== 'mill' || !stock) return []
      const { section, top } = spec(id).solids[0]!
      if (section.kind !== 'box') throw new Error(`${id}: its part is no box`)
      expect(section.x[0], id).toBeCloseTo((truth.G54!.X! + stock.X.from) / 1e6, 6)
      expect(top, id).toBeCloseTo((truth.G54!.Z! + stock.Z.to) / 1e6, 6)
      return [id]
    })
    expect(found).toEqual(['mill-1', 'mill-2', 'mill-3', 'mill-4'])
  })

  it('Mill 3 is touched by hand: side, top and setter, each where it must be', () => {
    let now = 0
    const mill = new PracticeMachine({ ...spec('mill-3'), scatter: 0, backlash: {}, growth: { by: 0, minutes: 1 } }, () => now)
    const go = (axis: string, distance: number, touch = false) => {
      if (touch) mill.feedToTouch(axis, distance)
      else mill.jog(axis, distance)
      now += 600_000
      return mill.shown('machine', axis)
    }
    mill.home()
    mill.take('finder-10')
    go('Y', -140)
    go('X', -340)
    go('Z', -395)
    // Left side at \u2212313.204, radius 5.
    expect(go('X', 60, true)).toBeCloseTo(-318.204, 4)
    go('X', -5)
    go('Z', 390)
    mill.take('T4')
    // Beside the bore, which a cutter of 12 would fall into.
    go('X', 30)
    // Top 0.8 over part zero: \u2212476.5655 + 0.8 + 103.4755.
    expect(go('Z', -400, true)).toBeCloseTo(-372.29, 4)
    go('Z', 300)
    go('X', 233.204)
    go('Y', 80)
    // Setter A: its constant is \u2212502.118, so that T4 reads \u2212502.118 + 103.4755.
    expect(go('Z', -450, true)).toBeCloseTo(-398.6425, 4)
  })

  it.each(PRACTICE.map(({ id }) => id))('%s makes a good part once its order of work is done, and nothing more', (id) => {
    const machine = MACHINES.find((one) => one.id === id)!
    const operation = OPERATIONS.find((one) => one.machine === id)!
    const practice = new PracticeMachine({ ...spec(id), scatter: 0, growth: { by: 0, minutes: 1 } }, () => 0)
    practice.home()
    const { increment, unit } = machine.record
    const typed = new Map<string, number>()
    for (const { routine, preset } of operation.steps.flatMap((step) => tasksOf(step, operation, machine))) {
      const targets = routine === null ? [] : targetsOf(routine, preset, machine, operation)
      for (const register of targets) {
        const name = nameIn(register, machine)
        if (name !== null) typed.set(name, routine === 'deliberate-zero' ? 0 : trueFigure(register, machine, operation))
      }
    }
    for (const [name, value] of typed)
      practice.type(name, ((Math.round(value / increment) * increment) / 1e6 / (unit === 'in' ? 25.4 : 1)).toFixed(6))
    const { sizes } = practice.runProgram()
    expect(Object.keys(sizes).length).toBeGreaterThan(0)
    for (const { name, nominal, bends = 0 } of spec(id).cuts) {
      // A cutter that bends leaves its first pocket by twice that too small; a wear corrects it.
      expect(Math.abs(sizes[name]! - nominal), name).toBeLessThan(2 * bends + 0.004)
    }
  })
})

/** What a routine would write with what the plan has filled in for it. */
function targetsOf(id: string, preset: RawInputs, machine: DemoMachine, operation: DemoOperation): readonly RegisterRef[] {
  const routine = routineById(id)!
  const tools = machine.tools.map(({ number, name, assembly }) =>
    mounted(number, assembly, name, { ...detailOf(assembly), ...calledAs(number, operation) }),
  )
  const at = scene([], { machine: { ...MILL, ...machine.record, id: machine.id } as MachineRecord, plan: null, tools, gauges: gaugesAt(0) })
  const inputs = routine.inputs(at, preset)
  const values = readInputs(
    inputs,
    preset,
    at,
    inputs.map((input) => input.id),
  )
  return routine.sheet(values, at).targets
}

const calledAs = (number: string, { tools = [] }: DemoOperation) => {
  const called = tools.find((one) => one.number === number)
  return called ? { offset: called.offset, diameterOffset: called.diameterOffset } : {}
}

/** What the screen of a practice control calls a register; null for what no control holds. */
function nameIn({ family, slot, property, layer }: RegisterRef, { record }: DemoMachine): string | null {
  if (family === 'work') return ['X', 'Y', 'Z'].includes(property) ? `${slot} ${property}` : null
  if (family !== 'tool' || layer !== 'geometry') return null
  if (record.kind === 'lathe') return ['X', 'Z'].includes(property) ? `T${slot} ${property}` : null
  return `${property === 'length' ? 'H' : 'D'}${slot}`
}

function trueFigure(register: RegisterRef, machine: DemoMachine, operation: DemoOperation): number {
  const { family, slot, property } = register
  if (family === 'tool' && ['radius', 'diameter'].includes(property)) {
    const number = (operation.tools ?? []).find(({ diameterOffset }) => diameterOffset === slot)?.number ?? slot
    const tool = machine.tools.find((one) => one.number === number)!
    return (tool.width ?? detailOf(tool.assembly).properties.DC!) / (property === 'radius' ? 2 : 1)
  }
  return trueValue(registerKey(register), machine, operation, {})
}
