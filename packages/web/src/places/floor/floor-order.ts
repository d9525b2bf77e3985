import type { FloorMachine } from '@rook/contract'
import type { RouteLocationRaw } from 'vue-router'

/** Which machines are shown, by a word for each choice. */
export const SHOWN = { all: 'All', pressing: 'To look at', mine: 'Mine' } as const

/** What has to be looked at first on a machine; null where nothing has. */
export function pressing({ notices }: Pick<FloorMachine, 'notices'>): FloorMachine['notices'][number] | null {
  return notices.find(({ verdict }) => verdict === 'stop') ?? notices[0] ?? null
}

/** Somebody's own machine is the one on which they recorded last. */
const isMine = ({ last }: FloorMachine, me: string) => last !== null && last.by === me

const WEIGHT = { stop: 0, query: 1 } as const
const weightOf = (machine: FloorMachine) => {
  const first = pressing(machine)
  return first ? WEIGHT[first.verdict] : 2
}

/** One's own machines first, then what is pressing, then as the shop has put them. */
export const inOrder = (machines: readonly FloorMachine[], me: string): FloorMachine[] =>
  machines
    .map((machine, place) => ({ machine, place }))
    .sort(
      (a, b) =>
        Number(isMine(b.machine, me)) - Number(isMine(a.machine, me)) || weightOf(a.machine) - weightOf(b.machine) || a.place - b.place,
    )
    .map(({ machine }) => machine)

/** True for a machine that has every word somewhere: its name, part, job or operation. */
export function fits(on: FloorMachine, text: string, shown: keyof typeof SHOWN, me: string): boolean {
  if (shown === 'pressing' && on.notices.length === 0) return false
  if (shown === 'mine' && !isMine(on, me)) return false
  const words = [on.machine.name, on.setup?.partName, on.setup?.job, on.setup?.operationName].join(' ').toLowerCase()
  return text
    .toLowerCase()
    .split(/\s+/)
    .every((word) => words.includes(word))
}

/** Where a machine's own row leads: to what is set up on it, else to what stands in it. */
export const wayTo = ({ setup, machine }: FloorMachine): RouteLocationRaw =>
  setup ? { name: 'setup', params: { setup: setup.id } } : { name: 'machine', params: { machine: machine.id } }
