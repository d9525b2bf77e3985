import { axesOf } from '../../machine/index.ts'
import { asRegister, layoutOf, ofTool, registerKey, registerName, registersOfSlot, type RegisterRef } from '../../register/index.ts'
import type { Scene } from '../../scene/index.ts'
import { standingNote } from '../../standing/index.ts'
import type { ProgramRead } from '../read.ts'
import { wordsOf } from './words.ts'

/** What every line of a record's header begins with, so that the next one takes its place. */
const SIGN = 'RECORD'
/** Comments longer than this are cut by controls; a figure that is cut would be another one. */
const LONGEST = 64
const IS_HEADER = new RegExp(`^\\s*\\(${SIGN}: [^)]*\\)\\s*$`)

/**
 * What stands in a record for the slots and tools that a program calls, a line each, for its head. A figure that is not sound says so.
 * @param read the program
 * @param said when and by whom it is written, as the shop says it
 */
export function recordHeader(read: Pick<ProgramRead, 'slots' | 'tools'>, scene: Scene, said: { at: string; by: string }): string[] {
  const { machine, plan, tools } = scene
  const figure = (ref: RegisterRef, name: string) => {
    const key = registerKey(ref)
    const { word } = standingNote(key, scene)
    const standing = scene.standing[key]
    if (!standing) return `${name} UNSET`
    const sound = ['measured', 'carried over', 'confirmed'].includes(word) ? '' : ` ${word}`
    return `${name} ${asRegister(key, standing.value, machine)}${sound}`
  }
  const layout = layoutOf(machine)
  const slotLine = (slot: string) => {
    const own = registersOfSlot(slot, machine).filter((ref) => isLinear(ref.property, machine) || scene.standing[registerKey(ref)])
    return `${slot} ${own.map((ref) => figure(ref, ref.property)).join(' ')}`
  }
  const toolLine = ({ number, diameters }: ProgramRead['tools'][number]) => {
    const tool = tools.find((one) => one.number === number)
    if (!tool) return `T${number} not in the machine`
    const wanted = layout.tool.filter((column) => {
      const isAsked = column.property === layout.reach || (column.property === layout.across && diameters.length > 0)
      return isAsked || scene.standing[registerKey(ofTool(tool, column))] !== undefined
    })
    const figures = wanted.map((column) => figure(ofTool(tool, column), registerName(ofTool(tool, column))))
    return `T${number} ${tool.name}: ${figures.join(', ')}`
  }
  return [
    [plan ? `${plan.operationName}, job ${plan.job}` : null, machine.name, said.at, said.by].filter(Boolean).join(', '),
    ...read.slots.filter(({ known }) => known).map(({ slot }) => slotLine(slot)),
    ...read.tools.map(toolLine),
  ]
}

const isLinear = (property: string, machine: Scene['machine']) => (axesOf(machine) as readonly string[]).includes(property)

/**
 * The program with a record's header in comments behind its number; one that was put there before goes. Nothing else is touched.
 * @param header lines as they are said; they are written in what controls show: capitals, no brackets
 */
export function withHeader(lines: readonly string[], header: readonly string[], semicolon: boolean): string[] {
  const bare = lines.filter((line) => !IS_HEADER.test(line))
  const number = bare.findIndex((line) => wordsOf(line, semicolon).some(({ letter }) => letter === 'O'))
  const at = number >= 0 ? number + 1 : bare.findIndex((line) => line.trim().startsWith('%')) + 1
  return [...bare.slice(0, at), ...header.flatMap((line) => wrapped(plain(line)).map((part) => `(${SIGN}: ${part})`)), ...bare.slice(at)]
}

/** In the characters that every control shows. */
const plain = (text: string): string =>
  text
    .replaceAll('\u2212', '-')
    .replaceAll('\u00d8', 'D')
    .toUpperCase()
    .replace(/[()]/g, ' ')
    .replace(/[^\x20-\x7e]/g, '?')
    .replace(/\s+/g, ' ')
    .trim()

/** In as many lines as it takes: a figure stays with its name, and is never cut. */
const wrapped = (text: string): string[] =>
  packed(text.split(/(?<=[,:]) /)).flatMap((line) => (line.length > LONGEST ? packed(line.split(' ')) : [line]))

/** Pieces put together again, as many on a line as it takes. */
const packed = (pieces: readonly string[]): string[] =>
  pieces.reduce<string[]>((lines, piece) => {
    const last = lines.at(-1)
    return last !== undefined && last.length + piece.length < LONGEST ? [...lines.slice(0, -1), `${last} ${piece}`] : [...lines, piece]
  }, [])
