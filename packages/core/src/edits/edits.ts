import { runChecks, type Finding } from '../check/index.ts'
import { drawWork } from '../drawing/index.ts'
import { ZERO, type Nm } from '../length/index.ts'
import type { MachineRecord } from '../machine/index.ts'
import {
  hasColumn,
  hasRegister,
  holdsLength,
  parseRegisterKey,
  readRegister,
  readRegisterKey,
  registerName,
  type RegisterFamily,
  type RegisterKey,
  type RegisterRef,
} from '../register/index.ts'
import { resultCell, type Result, type Sheet, type Write } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import { meantFigures } from '../slip/index.ts'
import { byHowMuch } from './by-how-much.ts'
import { doubtsOf } from './doubts.ts'
import type { Change, Edit, EditWorth } from './edit.ts'
import { toolOfRegister } from './tool-of-register.ts'

export interface EditsRead {
  changes: Change[]
  /** Sentences by register for what cannot be taken as it is typed. */
  problems: Record<RegisterKey, string>
  /** Figures that would be rounded: agreed to by leaving them, or typed again. */
  rounded: Record<RegisterKey, string>
}

export interface EditsAssessed extends EditsRead {
  sheet: Sheet
  findings: Finding[]
}

/** Where edited figures come from: typed into the tools table, or read from the control, which holds zeros as well. */
export type EditsFrom = 'table' | 'control'
const FAMILIES: Readonly<Record<EditsFrom, readonly RegisterFamily[]>> = {
  table: ['tool'],
  control: ['tool', 'work', 'common'],
}

/** Whether figures from there may go into a register. A number that the control does not have is for the checks to say. */
export function isEdited(register: RegisterRef, machine: MachineRecord, from: EditsFrom): boolean {
  if (!FAMILIES[from].includes(register.family)) return false
  return register.family === 'tool' ? hasColumn(register, machine) : hasRegister(register, machine)
}

/**
 * Reads figures typed into the tools table: what changes, and what cannot be taken. Quick, for it runs at every
 * keystroke; the checks come when somebody looks at the changes. A figure that equals what stands is no change.
 */
export function readEdits(
  edits: readonly Edit[],
  worth: EditWorth,
  scene: Pick<Scene, 'machine' | 'standing'>,
  from: EditsFrom = 'table',
): EditsRead {
  const [problems, rounded]: [Record<RegisterKey, string>, Record<RegisterKey, string>] = [{}, {}]
  const changes: Change[] = []
  const seen = new Set<RegisterKey>()
  for (const { register: key, text } of edits) {
    const register = readRegisterKey(key)
    if (!register || !isEdited(register, scene.machine, from)) {
      problems[key] = `${key} is not ${from === 'table' ? 'a tool offset' : 'an offset'} of ${scene.machine.name}.`
      continue
    }
    const name = registerName(register)
    if (seen.has(key)) problems[key] = `${name} stands twice among the changes. Keep one of them.`
    seen.add(key)
    if (problems[key]) continue
    const reading = readRegister(text, register, scene.machine, name)
    if (reading.kind === 'empty') continue
    if (reading.kind === 'refused') {
      problems[key] = reading.sentence
      continue
    }
    if (reading.kind === 'finer') rounded[key] = reading.sentence
    const standing = scene.standing[key]
    if (standing?.value === reading.value && standing.state === stateOf(register, reading.value, worth)) continue
    changes.push({ register: key, name, before: standing?.value ?? null, after: reading.value })
  }
  return { changes, problems, rounded }
}

/**
 * Works out figures typed into the tools table, all together, with what the checks say. Nothing may be recorded
 * while `problems` has an entry.
 */
export function assessEdits(edits: readonly Edit[], worth: EditWorth, scene: Scene, from: EditsFrom = 'table'): EditsAssessed {
  const read = readEdits(edits, worth, scene, from)
  const writes = read.changes.map(({ register, after }) => writeOf(parseRegisterKey(register), after, worth, scene))
  const result: Result = { writes, readings: [], readouts: [], gauges: [], remarks: remarksOn(edits, read.changes, scene, from) }
  const sheet = sheetOf(result, scene)
  const checked = writes.length > 0 && Object.keys(read.problems).length === 0
  return { ...read, sheet, findings: checked ? runChecks({ scene, sheet, result }) : [] }
}

/** What is sent by a control is what it holds: nobody typed it, and nobody meant it to change by anything. */
const remarksOn = (edits: readonly Edit[], changes: readonly Change[], scene: Scene, from: EditsFrom) => [
  ...doubtsOf(edits, changes, scene),
  ...(from === 'table' ? byHowMuch(edits, changes, scene) : []),
]

function stateOf({ layer }: RegisterRef, value: Nm, worth: EditWorth): Write['state'] {
  if (layer === 'wear') return value === ZERO ? 'deliberately-zero' : 'set'
  return worth === 'estimated' ? 'estimated' : 'set'
}

function writeOf(register: RegisterRef, value: Nm, worth: EditWorth, scene: Scene): Write {
  return {
    register,
    value,
    state: stateOf(register, value, worth),
    uncertainty: null,
    assembly: toolOfRegister(register, scene)?.assembly ?? null,
    rests: [],
    slips: holdsLength(register)
      ? meantFigures(value, 'the figure', scene.machine.unit).map(({ id, phrase, value: corrected }) => ({
          id,
          phrase,
          corrected,
        }))
      : [],
  }
}

/** The changes as evidence: a row of figures each, without a sum, for none was made. */
export function sheetOf(result: Result, scene: Scene): Sheet {
  return {
    targets: result.writes.map(({ register }) => register),
    refusal: null,
    working: {
      unit: scene.machine.unit,
      columns: [''],
      lines: [],
      results: result.writes.map((write) => ({
        label: registerName(write.register),
        cells: [resultCell(write.register, write.value, write.uncertainty)],
      })),
      facts: [],
    },
    drawing: drawWork('front', { machine: scene.machine, plan: null, atHand: null }),
    result,
  }
}

/**
 * Spreads what was copied from a spreadsheet over cells: one line a row, tabs between columns. Cells beyond the
 * table's end are left over, and said so.
 *
 * @param grid registers by row and column, in the order the table shows them; null where a cell cannot be typed
 */
export function pasteInto(
  text: string,
  grid: readonly (readonly (RegisterKey | null)[])[],
  at: { row: number; column: number },
): { edits: Edit[]; leftOver: number } {
  const lines = text.replace(/\r?\n$/, '').split(/\r?\n/)
  const edits: Edit[] = []
  let leftOver = 0
  for (const [down, line] of lines.entries())
    for (const [across, cell] of line.split('\t').entries()) {
      if (cell.trim() === '') continue
      const register = grid[at.row + down]?.[at.column + across]
      if (register) edits.push({ register, text: cell.trim() })
      else leftOver++
    }
  return { edits, leftOver }
}
