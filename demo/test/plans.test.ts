import { ROLES } from '@rook/contract'
import { limitProblems, routineById, ROUTINES, runOf, taskPreset, type MachineRecord } from '@rook/core'
import { MILL } from '@rook/testing'
import { describe, expect, it } from 'vitest'
import { detailOf } from '../drawer.ts'
import { MACHINES } from '../machines.ts'
import { OPERATIONS } from '../operations/index.ts'
import { gaugesAt, PEOPLE, SHIFTS } from '../shop.ts'

const GAUGES = gaugesAt(Date.parse('2026-11-24T02:00:00.000Z'))
it('has no gauge that was calibrated after the present, or is due at another time than its interval says', () => {
  for (const { name, calibrated, due, intervalDays } of GAUGES) {
    if (calibrated === null) continue
    expect(Date.parse(calibrated), name).toBeLessThan(Date.parse('2026-11-24T02:00:00.000Z'))
    expect(Date.parse(due!) - Date.parse(calibrated), name).toBe(intervalDays! * 86_400_000)
  }
})

const machineOf = (id: string) => MACHINES.find((machine) => machine.id === id)!
const recordOf = (id: string): MachineRecord => ({ ...MILL, ...machineOf(id).record, id })

/** What a routine is asked on the operation's machine, with a scene in which everything is there and nothing stands. */
function inputsOf(operation: (typeof OPERATIONS)[number], routine: string, preset: Record<string, string>) {
  const { tools } = machineOf(operation.machine)
  return routineById(routine)!.inputs(
    {
      machine: recordOf(operation.machine),
      now: '2026-11-24T02:00:00.000Z',
      homedAt: null,
      poweredAt: null,
      standing: {},
      formerly: {},
      sizes: {},
      reserved: [],
      families: [],
      gauges: GAUGES,
      tools: tools.map(({ number, assembly, name, estimate }) => ({
        ...detailOf(assembly),
        number,
        offset: number,
        diameterOffset: number,
        assembly,
        name,
        estimate,
      })),
      plan: null,
      atHand: null,
    },
    preset,
  )
}

describe.each(OPERATIONS.map((operation) => [operation.id, operation] as const))('the plan of %s', (_id, operation) => {
  const routines = operation.steps.filter(({ kind }) => kind === 'routine')

  it('runs on a machine of the shop, in slots that it has, and homes before anything else', () => {
    const slots = recordOf(operation.machine).slots.map(({ code }) => code)
    expect(slots).toEqual(expect.arrayContaining(operation.slots))
    expect(operation.steps[0]?.kind).toBe('homed')
    expect(operation.steps.at(-1)?.kind).toBe('seen')
    expect(new Set(operation.steps.map(({ id }) => id)).size).toBe(operation.steps.length)
  })

  it('gives each routine only what it asks for, from what there is to choose', () => {
    for (const { title, routine, preset } of routines) {
      const inputs = inputsOf(operation, routine!, preset)
      for (const [id, value] of Object.entries(preset)) {
        const input = inputs.find((one) => one.id === id)
        expect(input, `${title}: ${id}`).toBeDefined()
        if (input!.kind !== 'choice') continue
        // A tool of known length, or a figure to be copied, is offered only once it stands.
        const choices = input!.options.map((option) => option.value)
        if (!/^tool[:/]/.test(value)) expect(choices, `${title}: ${id}`).toContain(value)
      }
    }
  })

  it('leaves every reading to the machine', () => {
    for (const { title, routine, preset } of routines)
      for (const input of inputsOf(operation, routine!, preset))
        if (input.kind === 'length' && input.role === 'reading') expect(preset[input.id], `${title}: ${input.id}`).toBeUndefined()
  })

  it('uses routines that fit the machine', () => {
    for (const { routine } of routines) {
      const found = routineById(routine!)!
      expect(found.machines).toContain(recordOf(operation.machine).kind)
      expect(found.unfit?.(recordOf(operation.machine)) ?? null).toBeNull()
    }
  })
})

describe('the demo shop', () => {
  it('does every routine that its machines can do', () => {
    const done = new Set(
      OPERATIONS.flatMap(({ steps, tools = [], machine }) =>
        steps.flatMap(({ routine, kind, preset }) =>
          kind === 'tools'
            ? runOf({ tools }, [], {}, recordOf(machine)).map(({ what, tool }) => taskPreset(what, tool.number, preset).routine)
            : [routine],
        ),
      ),
    )
    const machines = [...new Set(OPERATIONS.map(({ machine }) => machine))].map(recordOf)
    const fits = ({ unfit, machines: kinds }: (typeof ROUTINES)[number]) =>
      machines.some((machine) => kinds.includes(machine.kind) && (unfit?.(machine) ?? null) === null)
    expect(ROUTINES.filter((routine) => fits(routine) && !done.has(routine.id)).map(({ id }) => id)).toEqual([])
    // Neither lathe of this shop has a Y axis.
    expect(ROUTINES.filter((routine) => !fits(routine)).map(({ id }) => id)).toEqual(['tool-y'])
  })

  it('has somebody of each role on different PINs, and shifts around the clock', () => {
    expect(new Set(PEOPLE.map(({ role }) => role))).toEqual(new Set(ROLES))
    expect(new Set(PEOPLE.map(({ pin }) => pin)).size).toBe(PEOPLE.length)
    for (const [at, shift] of SHIFTS.entries()) expect(shift.ends).toBe(SHIFTS[(at + 1) % SHIFTS.length]!.starts)
  })

  it('has machines of both kinds and both units, each with limits no looser than the shop\u2019s', () => {
    const kinds = MACHINES.map(({ record }) => `${record.kind} ${record.unit}`)
    for (const kind of ['mill mm', 'mill in', 'lathe mm', 'lathe in']) expect(kinds).toContain(kind)
    for (const { id } of MACHINES) expect(limitProblems(recordOf(id).limits)).toEqual({})
  })
})
