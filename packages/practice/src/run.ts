import { placeOf, type Memory } from './memory.ts'
import type { Cut, PracticeSpec, TrueTool } from './spec.ts'

/** L of the lines that set tool figures. */
export const [GEOMETRY, WEAR, ACROSS, ACROSS_WEAR] = [10, 11, 12, 13] as const

/** Deeper or smaller than that, a program does not cut: its tool runs into the part. */
const CRASH = 2

/** What a feature comes to with what the control holds. */
export interface Outcome {
  size: number
  /** What it is run into with, in the words of the control: the register, what it holds and what it would have to. */
  crash: string | null
}

export interface Truth {
  spec: PracticeSpec
  memory: Memory
  /** How far the spindle has grown by now. */
  growth: number
  /** What is there to be cut: the bar\u2019s diameter, on a lathe. */
  stock: number | null
}

/**
 * A feature as the program makes it. What stands too far off is not cut at all; a cutter without its diameter in the control makes a
 * pocket too large and a boss too small, as on any machine.
 */
export function outcomeOf(cut: Cut, truth: Truth): Outcome {
  const tool = truth.spec.tools.find(({ id }) => id === cut.tool)!
  if (cut.kind === 'inside' || cut.kind === 'outside') return { size: cut.nominal + acrossOff(cut, tool, truth), crash: null }
  return cut.kind === 'turned' ? turned(cut, tool, truth) : deep(cut, tool, truth)
}

function acrossOff({ kind, across, bends = 0 }: Cut, tool: TrueTool, { spec, memory }: Truth): number {
  const [number, times] = [across ?? tool.number!, spec.diameterRegister === 'radius' ? 2 : 1]
  const stated = (memory.get(ACROSS, number, 'R') + memory.get(ACROSS_WEAR, number, 'R')) * times
  return (tool.diameter! - stated - 2 * bends) * (kind === 'inside' ? 1 : -1)
}

function turned(cut: Cut, tool: TrueTool, { spec, memory, stock }: Truth): Outcome {
  const [number, zero] = [tool.number!, zeroOf(cut, 'X', memory)]
  const holds = memory.get(GEOMETRY, number, 'X') + memory.get(WEAR, number, 'X')
  const wanted = tool.side! - zero
  const off = (holds - wanted) * (spec.xReads === 'diameter' ? 1 : 2)
  if (off < -CRASH) return { size: 0, crash: said(`${tool.id} X`, holds, wanted, memory) }
  return { size: Math.min(cut.nominal + off, stock ?? Infinity), crash: null }
}

function deep(cut: Cut, tool: TrueTool, { spec, memory, growth }: Truth): Outcome {
  const [number, letter] = [tool.number!, spec.kind === 'lathe' ? 'Z' : 'R']
  const holds = memory.get(GEOMETRY, number, letter) + memory.get(WEAR, number, letter)
  const wanted = cut.zero! + tool.reach + growth - zeroOf(cut, 'Z', memory)
  const off = wanted - holds
  if (off > CRASH) return { size: 0, crash: said(spec.kind === 'lathe' ? `${tool.id} Z` : `H${number}`, holds, wanted, memory) }
  return { size: Math.max(0, cut.nominal + off), crash: null }
}

function zeroOf({ slot }: Cut, axis: string, memory: Memory): number {
  const { line, number } = placeOf(slot)
  return memory.get(line, number, axis) + memory.get(2, 0, axis)
}

const said = (register: string, holds: number, wanted: number, memory: Memory): string =>
  `${register} ${memory.shown(holds)}, WANTED ${memory.shown(wanted)}`
