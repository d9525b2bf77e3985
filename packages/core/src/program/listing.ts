import type { Dialect } from './dialect.ts'
import { reach, type Extents, type Place } from './extents.ts'
import { MOST_LISTED, type CalledTool, type ProgramRead, type WrittenValue } from './read.ts'

/** Gathers what a program says while it is read; long lists are cut and counted, so that memory does not grow with the file. */
export class Listing {
  readonly read: ProgramRead = {
    name: null,
    head: [],
    lines: 0,
    units: [],
    slots: [],
    beforeSlot: null,
    tools: [],
    beforeTool: null,
    writes: [],
    extents: [],
    machineMoves: [],
    shifts: [],
    subs: [],
    variables: [],
    unknown: [],
    turned: [],
    notFollowed: [],
    errors: [],
    errorsInAll: 0,
    withoutPoint: null,
    optional: 0,
    ends: null,
    leftOn: [],
  }
  private readonly byPlace = new Map<string, Extents>()
  private readonly dialect: Dialect
  readonly increments: Dialect['increments']

  constructor(dialect: Dialect) {
    this.dialect = dialect
    this.increments = dialect.increments
  }

  error(line: number, column: number, sentence: string): void {
    this.read.errorsInAll++
    again(this.read.errors, (one) => one.sentence === sentence, { line, column, sentence, times: 1, lines: [line] })
  }

  notFollowed(line: number, text: string, why: string): void {
    again(this.read.notFollowed, (one) => one.why === why, { line, text, why, times: 1, lines: [line] })
  }

  /** A rotary axis is turned. */
  turned(line: number, axis: string, text: string): void {
    const found = this.read.turned.find((one) => one.axis === axis)
    if (found) found.times++
    else this.read.turned.push({ line, axis, text, times: 1, known: this.dialect.rotary.includes(axis), hides: null })
  }

  /** A move is made while these axes do not stand at 0. */
  hidden(line: number, axes: Iterable<string>): void {
    for (const axis of axes) {
      const found = this.read.turned.find((one) => one.axis === axis)
      if (found) found.hides ??= line
    }
  }

  unknown(line: number, word: string): void {
    const known = this.read.unknown.find((one) => one.word === word)
    if (known) known.times++
    else if (this.read.unknown.length < MOST_LISTED) this.read.unknown.push({ word, times: 1, line })
  }

  variable(line: number, number: number): void {
    const { variables } = this.read
    if (variables.length < MOST_LISTED && !variables.some((one) => one.number === number)) variables.push({ number, line })
  }

  withoutPoint(line: number): void {
    if (this.read.withoutPoint) this.read.withoutPoint.times++
    else this.read.withoutPoint = { times: 1, line }
  }

  comment(text: string): void {
    if (this.read.head.length < 12 && text !== '') this.read.head.push(text.slice(0, 120))
  }

  unit(line: number, unit: 'mm' | 'in'): void {
    const { units } = this.read
    if (units.length < MOST_LISTED && units.at(-1)?.unit !== unit) units.push({ unit, line })
  }

  slot(line: number, slot: string): void {
    const known = this.read.slots.find((one) => one.slot === slot)
    if (known) known.times++
    else if (this.read.slots.length < MOST_LISTED) this.read.slots.push({ slot, line, times: 1, known: this.dialect.slots.includes(slot) })
  }

  tool(line: number, number: string): void {
    const known = this.toolOf(number)
    if (known) {
      if (known.lines.length < MOST_LISTED) known.lines.push(line)
    } else if (this.read.tools.length < MOST_LISTED)
      this.read.tools.push({
        number,
        lines: [line],
        lengths: [],
        diameters: [],
        compensates: [],
        spindle: [],
        cutsWithoutLength: null,
        under: [],
      })
  }

  toolOf(number: string | null): CalledTool | undefined {
    return this.read.tools.find((one) => one.number === number)
  }

  /** The same again says nothing new; the first line of each is kept. */
  ofTool<Kind extends 'lengths' | 'diameters' | 'compensates' | 'spindle' | 'under'>(
    number: string | null,
    kind: Kind,
    value: CalledTool[Kind][number],
  ): void {
    const list = this.toolOf(number)?.[kind] as { line: number }[] | undefined
    const isSame = (one: { line: number }) => JSON.stringify({ ...one, line: 0 }) === JSON.stringify({ ...value, line: 0 })
    if (list && list.length < MOST_LISTED && !list.some(isSame)) list.push(value)
  }

  write(value: WrittenValue): void {
    if (this.read.writes.length < MOST_LISTED) this.read.writes.push(value)
  }

  listed(list: 'machineMoves' | 'shifts', code: string, line: number, text: string): void {
    if (this.read[list].length < MOST_LISTED) this.read[list].push({ code, line, text })
  }

  sub(number: string, line: number, atHand: boolean): void {
    const known = this.read.subs.find((one) => one.number === number)
    if (known) known.times++
    else if (this.read.subs.length < MOST_LISTED) this.read.subs.push({ number, line, times: 1, atHand })
  }

  /** Takes a place that a tool goes to into its extents under the slot. */
  reached(kind: 'feed' | 'rapid' | 'into', place: Place, line: number, tool: string | null, slot: string | null): void {
    const key = `${tool}|${slot}`
    let extents = this.byPlace.get(key)
    if (!extents) {
      extents = { tool, slot, feed: {}, rapid: {}, into: {} }
      this.byPlace.set(key, extents)
      if (this.read.extents.length < MOST_LISTED * 5) this.read.extents.push(extents)
    }
    reach(extents[kind], place, line)
  }
}

interface Lined {
  line: number
  times: number
  lines: number[]
}

/** Counts what has been said before, with its line, or takes it in. */
function again<One extends Lined>(list: One[], isSame: (one: One) => boolean, one: One): void {
  const known = list.find(isSame)
  if (!known) {
    if (list.length < MOST_LISTED) list.push(one)
    return
  }
  known.times++
  if (known.lines.length < MOST_LINES && known.lines.at(-1) !== one.line) known.lines.push(one.line)
}

/** So many lines of one reason are named. */
const MOST_LINES = 50
