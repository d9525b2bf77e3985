import { readBlock, type Block, type Word } from './block.ts'
import { CODES, LATHE_CODES, LATHE_NO_MOVE, NO_MOVE, PROBES, SILENT, type Doing } from './codes.ts'
import type { Dialect } from './dialect.ts'
import { has, numberOf, textOf, type Given } from './given.ts'
import { Listing } from './listing.ts'
import { evaluate, Unreadable, type Known, type Variables } from './macro.ts'
import { Motion, repeats } from './motion.ts'
import type { Move, ProgramRead } from './read.ts'
import { begin, type State } from './state.ts'
import { eachLine, type SubPrograms } from './subs.ts'
import { writtenBy } from './written.ts'

const SCALE = { mm: 1e6, in: 25.4e6 } as const
/** Subprograms that call each other deeper than this call themselves. */
const DEEPEST = 10
/** So many blocks of subprograms are run in all; what repeats beyond that is not followed. */
const MOST_BLOCKS = 4_000_000
/** Arguments of a macro call by letter. */
const ARGUMENTS: Readonly<Record<string, number>> = Object.fromEntries(
  Object.entries('A1 B2 C3 D7 E8 F9 H11 I4 J5 K6 M13 Q17 R18 S19 T20 U21 V22 W23 X24 Y25 Z26'.split(' ')).map(([, one]) => [
    one[0]!,
    Number(one.slice(1)),
  ]),
)
/** Variables of a macro’s own. */
const LOCALS = 33
/** From here on a variable is the control’s own. */
const SYSTEM = 1000
const KNOWN_LETTERS = 'NOGMTSFHDXYZABCUVWIJKRPQLE'
const KNOWN_MS: ReadonlySet<number> = new Set([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 19, 29, 30, 97, 98, 99])
const ENDS: ReadonlySet<number> = new Set([2, 30, 99])

/**
 * Reads a program line by line and says what it does, as far as that can be known without running it (ISO 6983, with the macro language
 * where it is constant). Nothing is guessed: what cannot be followed is listed. Memory does not grow with the program.
 */
export class ProgramReader {
  private readonly dialect: Dialect
  private readonly listing: Listing
  private readonly state: State
  private readonly motion: Motion
  private readonly doing: Doing
  private readonly subs: SubPrograms
  private variables: Variables = new Map()
  private rest = ''
  private line = 0
  private frames = 0
  private ended = false
  private programs = 0
  private depth: string[] = []
  private blocks = 0
  private loops = 0
  private jumps = false

  /** @param onMove called with every move, for whoever draws them */
  constructor(dialect: Dialect, subs: SubPrograms, onMove?: (move: Move) => void) {
    this.dialect = dialect
    this.subs = subs
    this.listing = new Listing(dialect)
    this.state = begin(dialect.unit, dialect.kind === 'lathe')
    const length = (given: Given, letter: string) => this.length(given, letter)
    this.motion = new Motion(this.listing, this.state, {
      length,
      diameters: dialect.diameters,
      addsByLetter: !dialect.codesForDistance,
      onMove,
    })
    this.doing = { state: this.state, listing: this.listing, motion: this.motion, length }
  }

  /** Takes the next piece of the text, wherever it is cut. */
  push(text: string): void {
    this.rest = eachLine(this.rest + text, (line) => this.one(line))
  }

  end(): ProgramRead {
    const last = this.rest.replace(/\r$/, '')
    this.rest = ''
    if (last !== '') this.one(last)
    const { read } = this.listing
    read.lines = this.line
    const { state } = this
    const on: [boolean, ProgramRead['leftOn'][number]][] = [
      [state.compensates !== null, 'cutter compensation'],
      [state.rotation !== null, 'rotation'],
      [Object.values(state.shift).some((by) => by !== 0), 'local shift'],
      [state.cycle !== null, 'cycle'],
    ]
    read.leftOn = on.flatMap(([is, what]) => (is ? [what] : []))
    return read
  }

  private one(text: string): void {
    this.line++
    const trimmed = text.trim()
    if (trimmed.startsWith('%')) {
      // The first opens the tape, the second closes it.
      if (++this.frames > 1 || this.programs > 0) this.close('%')
      return
    }
    if (this.ended || trimmed === '') return
    this.run(readBlock(text, this.line, this.dialect.semicolon))
  }

  private close(by: string): void {
    this.listing.read.ends ??= by
    this.ended = true
  }

  /** Runs one block. @returns true where a subprogram returns */
  private run(block: Block): boolean {
    const { listing } = this
    for (const { column, sentence } of block.errors) listing.error(block.line, column, sentence)
    for (const comment of block.comments) listing.comment(comment)
    if (block.optional) listing.read.optional++
    for (const statement of block.statements) this.statement(statement.kind, statement.text, block.line, statement.column)
    if (block.words.length === 0) return false
    const given = this.given(block)
    const o = given.words.get('O')
    if (o && this.depth.length === 0) {
      if (this.programs++ > 0) {
        // Another program begins: it runs only where it is called.
        this.close('another program')
        return false
      }
      listing.read.name = `O${o.text}`
    }
    return this.does(given)
  }

  private given(block: Block): Given {
    const [codes, ms, words]: [number[], number[], Map<string, Word>] = [[], [], new Map()]
    for (const word of block.words) {
      if (Number.isNaN(word.value)) word.known = this.worth(word.text, block.line, word.column)
      const { known } = word
      if (word.letter === 'G' && known !== null) codes.push(Math.round(known * 10))
      else if (word.letter === 'M' && known !== null) ms.push(Math.round(known))
      else if (KNOWN_LETTERS.includes(word.letter)) words.set(word.letter, word)
      else this.listing.unknown(block.line, word.letter + word.text)
      if (known === null) this.listing.notFollowed(block.line, word.letter + word.text, 'a variable in it is not known without the machine')
    }
    return { block, codes, ms, words }
  }

  private worth(text: string, line: number, column: number): Known {
    for (const [, number] of text.matchAll(/#(\d+)/g)) if (!this.variables.has(Number(number))) this.listing.variable(line, Number(number))
    try {
      return evaluate(text, this.variables)
    } catch (error) {
      if (!(error instanceof Unreadable)) throw error
      this.listing.error(line, column + 1 + error.at, error.message)
      return null
    }
  }

  /** A length word in nanometres. */
  private length({ words, block }: Given, letter: string): number | null {
    const word = words.get(letter)
    if (!word || word.known === null) return null
    const { bare, increments } = this.dialect
    if (!word.pointed && word.known !== 0) {
      this.listing.withoutPoint(block.line)
      if (bare === 'increments') return word.known * increments[this.state.unit]
    }
    return Math.round(word.known * SCALE[this.state.unit])
  }

  private statement(kind: 'assign' | 'if' | 'goto' | 'while' | 'end', text: string, line: number, column: number): void {
    if (kind === 'assign') return this.assign(text, line, column)
    if (kind === 'end') {
      this.loops = Math.max(0, this.loops - 1)
      return
    }
    const [, condition, then] = /^IF(\[.*\])THEN(#.*)$/.exec(text) ?? []
    if (condition !== undefined && then !== undefined) {
      const holds = this.worth(condition, line, column + 2)
      if (holds !== 0) this.assign(holds === null ? then.replace(/=.*/, '=#0') : then, line, column)
      return
    }
    this.listing.notFollowed(line, text, kind === 'while' ? 'a loop is read once' : 'a jump: lines are read one after the other')
    // What is assigned from here on may be assigned again, or not at all.
    this.variables.clear()
    if (kind === 'while') this.loops++
    else this.jumps = true
  }

  private assign(text: string, line: number, column: number): void {
    const at = text.indexOf('=')
    const name = text.slice(1, at)
    const number = /^\d+$/.test(name) ? Number(name) : this.worth(name, line, column + 1)
    const value = this.worth(text.slice(at + 1), line, column + at)
    if (number === null) {
      this.listing.notFollowed(line, text, 'which variable is written is not known')
      this.variables.clear()
      return
    }
    if (number >= SYSTEM) this.listing.notFollowed(line, text, 'it writes a variable of the control itself')
    this.variables.set(number, this.loops > 0 || this.jumps ? null : value)
  }

  private does(given: Given): boolean {
    const { state, listing } = this
    const { line } = given.block
    if (given.words.has('T')) this.takesTool(given)
    for (const code of given.codes) this.code(code, given)
    if (given.words.has('H') && !given.codes.some((code) => code === 430 || code === 440) && state.length && !this.isMacroCall(given))
      listing.ofTool(state.tool, 'lengths', { offset: String(numberOf(given, 'H')), line })
    for (const m of given.ms) this.misc(m, given)
    if (!given.codes.some((code) => this.goesElsewhere(code)) && !this.callsSub(given) && this.goes(given)) this.moves(given)
    if (state.contour && numberOf(given, 'N') === state.contour.last) {
      state.at = state.contour.back
      state.contour = null
    }
    return this.afterwards(given)
  }

  /** A whole circle names no place, only its centre. */
  private goes(given: Given): boolean {
    const isArc = this.state.motion === 'cw' || this.state.motion === 'ccw'
    return this.motion.goes(given) || (isArc && has(given, 'IJK'))
  }

  /** True where a code takes the block's places for something else, or is not known. */
  private goesElsewhere(code: number): boolean {
    if (NO_MOVE.has(code)) return true
    if (!this.dialect.codesForDistance && LATHE_CODES.has(code)) return LATHE_NO_MOVE.has(code)
    return !CODES.has(code) && !SILENT.has(code)
  }

  private readonly isMacroCall = ({ codes }: Given) => codes.includes(650)
  private readonly callsSub = ({ ms, codes }: Given) => ms.includes(98) || ms.includes(97) || codes.includes(650)

  private code(code: number, given: Given): void {
    const { listing } = this
    if (!this.dialect.codesForDistance && LATHE_CODES.has(code)) return LATHE_CODES.get(code)?.(this.doing, given)
    const does = CODES.get(code)
    if (does) return does(this.doing, given)
    if (code === 100) for (const one of writtenBy(given, this.state, (letter) => this.length(given, letter))) listing.write(one)
    else if (code === 280 || code === 300 || code === 530) this.machineMove(code, given)
    else if (PROBES.has(code)) this.leaves(given, 'a probing move ends where it touches')
    else if (code !== 650 && !SILENT.has(code)) this.strange(code, given)
  }

  /** A code that is not known may take its block anywhere: no place is told. */
  private strange(code: number, given: Given): void {
    this.listing.unknown(given.block.line, `G${code / 10}`)
    if (this.goes(given)) this.leaves(given, `G${code / 10} is not known, nor is where it goes`)
  }

  /** After this block the place of the axes that it names is not known. */
  private leaves(given: Given, why: string): void {
    this.listing.notFollowed(given.block.line, textOf(given), why)
    for (const axis of this.motion.named(given)) this.state.at[axis] = null
  }

  /** G28, G30, G53: afterwards nobody knows where the axes stand in part coordinates. */
  private machineMove(code: number, given: Given): void {
    const { listing, state, motion } = this
    listing.listed('machineMoves', `G${code / 10}`, given.block.line, textOf(given))
    const named = motion.named(given)
    // On its way to the reference point it passes the place that the block names.
    // "From where it stands" needs no place: whatever stands there goes straight home.
    const isKnown = named.every((axis) => (given.words.has(axis) && !state.incremental) || state.at[axis] !== null)
    if (code !== 530 && isKnown && motion.goes(given)) motion.rapid(given, motion.target(given))
    for (const axis of named.length === 0 && code !== 530 ? (['X', 'Y', 'Z'] as const) : named) state.at[axis] = null
  }

  private moves(given: Given): void {
    const { motion, state } = this
    if (state.motion === 'cycle') return this.cycle(given)
    const to = motion.target(given)
    if (state.turning) motion.there(given, to)
    else if (state.motion === 'cw') motion.arc(given, to, -1)
    else if (state.motion === 'ccw') motion.arc(given, to, 1)
    else if (state.motion === 'feed') motion.feed(given, to)
    else {
      if (state.motion === null)
        this.listing.notFollowed(given.block.line, textOf(given), 'no G0 or G1 stands before this move; it is taken for a rapid')
      motion.rapid(given, to)
    }
  }

  private cycle(given: Given): void {
    const { motion, state } = this
    if (!given.codes.some((code) => code >= 730 && code <= 890)) motion.define(given, state.cycle?.code ?? 0)
    const times = repeats(given)
    for (let n = 0; n < Math.min(times, 10_000); n++) {
      const { Z: _bottom, ...to } = motion.target({ ...given, words: new Map([...given.words].filter(([letter]) => letter !== 'Z')) })
      motion.hole(given, { ...to, Z: state.at.Z })
      // Only what is counted from where it stands goes on.
      if (!state.incremental) break
    }
  }

  private takesTool(given: Given): void {
    const { state, listing } = this
    const { line } = given.block
    const word = given.words.get('T')!
    if (word.known === null) {
      state.waiting = null
      return
    }
    if (this.dialect.tool === 'T M6') {
      state.waiting = String(Math.trunc(word.known))
      return
    }
    const digits = word.text.padStart(word.text.length > 2 ? 4 : 2, '0')
    const station = String(Number(digits.length > 2 ? digits.slice(0, -2) : digits))
    const offset = String(Number(digits.length > 2 ? digits.slice(-2) : digits))
    if (state.tool !== station) listing.tool(line, station)
    state.contour = null
    state.tool = station
    state.length = offset !== '0'
    state.at = { X: null, Y: null, Z: null }
    if (state.length) listing.ofTool(station, 'lengths', { offset, line })
  }

  private misc(m: number, given: Given): void {
    const { state, listing } = this
    const { line } = given.block
    if (m === 6) {
      if (state.waiting === null) listing.error(line, 1, 'M6 changes a tool, and no T stands before it.')
      else {
        state.tool = state.waiting
        listing.tool(line, state.tool)
        state.at = { X: null, Y: null, Z: null }
      }
    } else if (m === 3 || m === 4) listing.ofTool(state.tool, 'spindle', { turns: m === 3 ? 'cw' : 'ccw', line })
    else if (!KNOWN_MS.has(m)) listing.unknown(line, `M${m}`)
  }

  /** Calls and returns come after everything else in the block. */
  private afterwards(given: Given): boolean {
    const { ms, codes, block } = given
    if (given.words.has('D') && !codes.some((code) => code === 410 || code === 420) && this.state.compensates !== null)
      this.listing.ofTool(this.state.tool, 'diameters', { offset: String(numberOf(given, 'D')), line: block.line })
    if (codes.includes(650)) this.call(given, 'O', true)
    if (ms.includes(98)) this.call(given, 'O', false)
    if (ms.includes(97)) this.call(given, 'N', false)
    const ends = ms.find((m) => ENDS.has(m))
    if (ends === undefined) return false
    if (this.depth.length > 0) return true
    this.listing.read.ends ??= `M${ends}`
    this.ended = true
    return false
  }

  private call(given: Given, label: 'O' | 'N', isMacro: boolean): void {
    const { line } = given.block
    const { listing } = this
    const said = numberOf(given, 'P')
    if (said === null) return listing.notFollowed(line, textOf(given), 'which subprogram is called is not known')
    const number = String(Math.trunc(said))
    const body = this.subs.find(label, number)
    listing.sub(`${label}${number}`, line, body !== null)
    if (!body) {
      this.state.at = { X: null, Y: null, Z: null }
      return listing.notFollowed(line, textOf(given), `${label}${number} is not in this file`)
    }
    if (this.depth.includes(`${label}${number}`) || this.depth.length >= DEEPEST)
      return listing.error(line, 1, `${label}${number} is called from within itself; it is not read again.`)
    const own = this.variables
    if (isMacro) this.variables = this.inside(given)
    this.depth.push(`${label}${number}`)
    const times = Math.max(1, Math.trunc(numberOf(given, 'L') ?? 1))
    for (let n = 0; n < times && this.follow(body.lines, body.first, line, textOf(given)); n++);
    this.depth.pop()
    if (isMacro) this.variables = this.outside(own)
  }

  private follow(lines: readonly string[], first: number, line: number, text: string): boolean {
    for (const [at, one] of lines.entries()) {
      if (++this.blocks > MOST_BLOCKS) {
        this.listing.notFollowed(line, text, `more than ${MOST_BLOCKS} blocks of subprograms are not run through`)
        return false
      }
      if (this.run(readBlock(one, first + at, this.dialect.semicolon))) break
    }
    return true
  }

  /** A macro has variables of its own, with what its call gives them; the common ones are shared. */
  private inside({ words }: Given): Variables {
    const inner: Variables = new Map([...this.variables].filter(([number]) => number > LOCALS))
    for (const [letter, { known }] of words) if (ARGUMENTS[letter] !== undefined) inner.set(ARGUMENTS[letter], known)
    return inner
  }

  private outside(own: Variables): Variables {
    const common = [...this.variables].filter(([number]) => number > LOCALS)
    return new Map([...[...own].filter(([number]) => number <= LOCALS), ...common])
  }
}
