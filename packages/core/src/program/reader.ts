import { readBlock, type Block, type Word } from './block.ts'
import { codesOn, inOrder, leaves, type Code, type Doing } from './codes/index.ts'
import type { Dialect } from './dialect.ts'
import { has, numberOf, textOf, type Given } from './given.ts'
import { Listing } from './listing.ts'
import { evaluate, Unreadable, type Known, type Variables } from './macro.ts'
import { Motion, repeats } from './motion.ts'
import type { Move, ProgramRead } from './read.ts'
import { begin, NOWHERE, type State } from './state.ts'
import { eachLine, type SubPrograms } from './subs.ts'

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
const KNOWN_LETTERS: ReadonlySet<string> = new Set([...'NOGMTSFHDXYZABCUVWIJKRPQLE', ',R', ',C'])
const ROTARY = ['A', 'B', 'C'] as const
/** So much of contours is kept, to be finished later. */
const MOST_CONTOUR = 20_000
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
  private readonly codes: ReadonlyMap<number, Code>
  /** Contours that were roughed, by the numbers of their ends, for whoever finishes them. */
  private readonly contours = new Map<string, { line: number; text: string }[]>()
  private keptContours = 0
  private finishing = false
  private contourDepth = 0

  /** @param onMove called with every move, for whoever draws them */
  constructor(dialect: Dialect, subs: SubPrograms, onMove?: (move: Move) => void) {
    this.dialect = dialect
    this.subs = subs
    this.listing = new Listing(dialect)
    this.state = begin(dialect.unit, dialect.kind === 'lathe')
    const length = (given: Given, letter: string) => this.length(given, letter)
    const byLetter = !dialect.codesForDistance
    this.codes = codesOn(dialect)
    this.motion = new Motion(this.listing, this.state, {
      length,
      diameters: dialect.diameters,
      addsByLetter: byLetter,
      bareCorners: byLetter ? ['R', ...(dialect.rotary.includes('C') ? [] : ['C'])] : [],
      onMove,
    })
    this.doing = { state: this.state, listing: this.listing, motion: this.motion, length, slots: dialect.slots }
  }

  /** Takes the next piece of the text, wherever it is cut. */
  push(text: string): void {
    this.rest = eachLine(this.rest + text, (line) => this.one(line))
  }

  end(): ProgramRead {
    const last = this.rest.replace(/\r$/, '')
    this.rest = ''
    if (last !== '') this.one(last)
    this.motion.settle()
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
    this.run(text, this.line)
  }

  private close(by: string): void {
    this.listing.read.ends ??= by
    this.ended = true
  }

  /** Runs one block. @returns true where a subprogram returns */
  private run(text: string, line: number): boolean {
    const { listing } = this
    const block = readBlock(text, line, this.dialect.semicolon)
    this.keeps(text, block)
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
      else if (KNOWN_LETTERS.has(word.letter)) words.set(word.letter, word)
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

  /** A block of a contour that is roughed is kept: whoever finishes it runs it again. */
  private keeps(text: string, block: Block): void {
    const { contour } = this.state
    if (
      !contour ||
      this.finishing ||
      this.depth.length !== this.contourDepth ||
      block.words.length === 0 ||
      ++this.keptContours > MOST_CONTOUR
    )
      return
    const key = `${contour.first} ${contour.last}`
    const first = block.words.find(({ letter }) => letter === 'N')?.value === contour.first
    if (first) this.contours.set(key, [])
    this.contours.get(key)?.push({ line: block.line, text })
  }

  private does(given: Given): boolean {
    const { state } = this
    if (given.words.has('T')) this.takesTool(given)
    // Whatever order its words stand in, a block changes the tool first and moves last (RS-274).
    for (const m of given.ms) this.misc(m, given)
    const codes = inOrder(given.codes, this.codes)
    const elsewhere = codes.some((code) => this.codes.get(code)?.words !== 'move') || this.callsSub(given)
    const isPlain = !elsewhere && (state.motion === 'rapid' || state.motion === 'feed')
    if (!isPlain || codes.some((code) => this.codes.get(code)?.phase !== 'motion')) this.motion.settle()
    for (const code of codes) this.code(code, given)
    this.lengthAlone(given)
    if (!elsewhere) {
      this.turnsAxes(given)
      if (this.goes(given)) this.moves(given)
    }
    if (state.contour && numberOf(given, 'N') === state.contour.last) {
      this.motion.settle()
      state.at = state.contour.back
      state.contour = null
    }
    if (state.contour === null) this.contourDepth = this.depth.length
    this.finish(given)
    return this.afterwards(given)
  }

  /** H without its code puts another length in the place of the one that is on. */
  private lengthAlone(given: Given): void {
    const { state, listing, dialect } = this
    const isOther = given.words.has('H') && !given.codes.some((code) => code === 430 || code === 440)
    if (!isOther || state.length === null || this.isMacroCall(given) || !dialect.codesForDistance) return
    const offset = String(numberOf(given, 'H'))
    state.length = { tool: state.tool, offset }
    listing.ofTool(state.tool, 'lengths', { offset, line: given.block.line })
  }

  /** Rotary axes: a place counts from the slot only while they stand at 0. */
  private turnsAxes(given: Given): void {
    const { state, dialect, listing } = this
    // There C says where round the part it is, and is no turning of the slot.
    if (state.frame !== null) return
    const byLetter = !dialect.codesForDistance
    for (const axis of ROTARY) {
      const adds = byLetter && axis === 'C' && given.words.has('H')
      const word = given.words.get(adds ? 'H' : axis)
      // A lathe that has no C takes it for a corner.
      if (!word || (byLetter && axis === 'C' && !adds && !dialect.rotary.includes('C'))) continue
      const { line } = given.block
      listing.turned(line, axis, (adds ? 'H' : axis) + word.text)
      const before = state.turned.get(axis)?.angle ?? (state.turned.has(axis) ? null : 0)
      const angle = !(adds || state.incremental) ? word.known : before === null || word.known === null ? null : before + word.known
      state.turned = new Map([...state.turned, [axis, { angle, line }]])
    }
  }

  /** Runs a contour that was roughed once more, with the tool that finishes it. */
  private finish(given: Given): void {
    const { state, listing } = this
    if (!state.finishes) return
    const { first, last } = state.finishes
    state.finishes = null
    const blocks = this.contours.get(`${first} ${last}`)
    if (!blocks || this.finishing)
      return listing.notFollowed(given.block.line, textOf(given), 'the contour that it finishes was not roughed before it')
    this.motion.settle()
    const back = { ...state.at }
    this.finishing = true
    for (const { text, line } of blocks) this.run(text, line)
    this.finishing = false
    this.motion.settle()
    this.motion.straight('rapid', given.block.line, back)
  }

  /** A whole circle names no place, only its centre. */
  private goes(given: Given): boolean {
    const isArc = this.state.motion === 'cw' || this.state.motion === 'ccw'
    return this.motion.goes(given) || (isArc && has(given, 'IJK'))
  }

  private readonly isMacroCall = ({ codes }: Given) => codes.includes(650)
  private readonly callsSub = ({ ms, codes }: Given) => ms.includes(98) || ms.includes(97) || codes.includes(650)

  private code(code: number, given: Given): void {
    const known = this.codes.get(code)
    if (known) known.does?.(this.doing, given)
    else this.strange(code, given)
  }

  /** A code that is not known may take its block anywhere: no place is told. */
  private strange(code: number, given: Given): void {
    this.listing.unknown(given.block.line, `G${code / 10}`)
    if (this.goes(given)) leaves(this.doing, given, `G${code / 10} is not known, nor is where it goes`)
  }

  private moves(given: Given): void {
    const { motion, state } = this
    if (state.motion === 'cycle' || state.turning) motion.settle()
    if (state.motion === 'cycle') return this.cycle(given)
    if (state.turning) return motion.turns(given, state.turning)
    const to = motion.target(given)
    if (state.motion === 'cw') motion.arc(given, to, -1)
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
    this.motion.settle()
    if (state.tool !== station) listing.tool(line, station)
    state.contour = null
    state.tool = station
    state.length = offset === '0' ? null : { tool: station, offset }
    state.at = { ...NOWHERE }
    if (state.length) listing.ofTool(station, 'lengths', { offset, line })
  }

  private misc(m: number, given: Given): void {
    const { state, listing } = this
    const { line } = given.block
    if (m === 6) {
      if (state.waiting === null) listing.error(line, 1, 'M6 changes a tool, and no T stands before it.')
      else {
        this.motion.settle()
        state.tool = state.waiting
        listing.tool(line, state.tool)
        state.at = { ...NOWHERE }
        // It stands while the tool is changed. What is on of lengths and radii stays on.
        state.spindle = null
      }
    } else if (m === 3 || m === 4) {
      state.spindle = m === 3 ? 'cw' : 'ccw'
      listing.ofTool(state.tool, 'spindle', { turns: state.spindle, line })
    } else if (m === 5) state.spindle = null
    else if (!KNOWN_MS.has(m)) listing.unknown(line, `M${m}`)
  }

  /** Calls and returns come after everything else in the block. */
  private afterwards(given: Given): boolean {
    const { ms, codes, block } = given
    const { compensates, tool } = this.state
    if (given.words.has('D') && !codes.some((code) => code === 410 || code === 420) && compensates !== null) {
      const offset = String(numberOf(given, 'D'))
      this.state.compensates = { ...compensates, tool, offset }
      this.listing.ofTool(tool, 'diameters', { offset, line: block.line })
    }
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
      this.state.at = { ...NOWHERE }
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
      if (this.run(one, first + at)) break
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
