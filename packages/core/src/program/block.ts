/** A letter with what stands behind it: a number, or an expression in brackets or a variable. */
export interface Word {
  letter: string
  /** The number or expression as it is written, without spaces. */
  text: string
  /** The number; NaN where it is an expression that has to be worked out. */
  value: number
  /** True where the number has a decimal point. */
  pointed: boolean
  /** Column of the letter, from 1. */
  column: number
  /** What it is worth once an expression is worked out; null where that is not known. */
  known: number | null
}

/** An assignment `#101 = expression`, or the words of control flow. */
export interface Statement {
  kind: 'assign' | 'if' | 'goto' | 'while' | 'end'
  text: string
  column: number
}

/** One line of a program, taken apart. */
export interface Block {
  line: number
  words: Word[]
  comments: string[]
  statements: Statement[]
  /** True for a block with `/` in front, which the operator may leave out. */
  optional: boolean
  /** Where it cannot be read: column from 1, and why. */
  errors: { column: number; sentence: string }[]
}

const SLASH = 47
const FLOW = /^(IF|GOTO|WHILE|DO|END|THEN)(?![A-Z])/

function isFlow(text: string, at: number): boolean {
  const next = text.charCodeAt(at + 1)
  return next >= 65 && next <= 90 && FLOW.test(text.slice(at, at + 6))
}

/** End of a bracketed expression that begins at `from`; −1 where it is never closed. */
function closing(text: string, from: number): number {
  let depth = 0
  for (let at = from; at < text.length; at++) {
    if (text[at] === '[') depth++
    else if (text[at] === ']' && --depth === 0) return at
  }
  return -1
}

/** Text with its comments taken out; what they said, and where one is not closed. */
function withoutComments(text: string, semicolon: boolean): { code: string; comments: string[]; open: number } {
  const comments: string[] = []
  let code = ''
  let at = 0
  while (at < text.length) {
    const char = text[at]!
    if (char === ';' && semicolon) {
      comments.push(text.slice(at + 1).trim())
      break
    }
    if (char !== '(') {
      code += char
      at++
      continue
    }
    const end = text.indexOf(')', at)
    if (end < 0) return { code, comments: [...comments, text.slice(at + 1).trim()], open: at }
    comments.push(text.slice(at + 1, end).trim())
    // What comes after keeps its column.
    code += ' '.repeat(end + 1 - at)
    at = end + 1
  }
  return { code, comments, open: -1 }
}

/**
 * Takes a line of a program apart (ISO 6983 words: a letter and a number, spaces anywhere). Nothing is judged here: an unknown letter is
 * a word like any other.
 */
export function readBlock(source: string, line: number, semicolon: boolean): Block {
  const block: Block = { line, words: [], comments: [], statements: [], optional: false, errors: [] }
  const hasComment = source.includes('(') || (semicolon && source.includes(';'))
  const { code, comments, open } = hasComment ? withoutComments(source, semicolon) : { code: source, comments: [], open: -1 }
  block.comments = comments
  if (open >= 0) block.errors.push({ column: open + 1, sentence: 'A comment is opened here and not closed on its line.' })
  // ISO 6983 writes a program's number behind a colon as well as behind an O.
  const text = code.toUpperCase().replace(/^(\s*):(?=\s*\d)/, '$1O')
  let at = 0
  while (at < text.length) {
    const code = text.charCodeAt(at)
    if (isSpace(code)) at++
    else if (code >= 65 && code <= 90) at = isFlow(text, at) ? flow(text, at, block) : word(text, at, block)
    else if (code === SLASH) {
      block.optional = block.words.length === 0
      // Its level may stand behind it.
      at += isDigit(text.charCodeAt(at + 1)) ? 2 : 1
    } else if (code === HASH) at = assignment(text, at, block)
    else if (code === COMMA && /^,\s*[RCA]/.test(text.slice(at, at + 8))) at = word(text, at, block)
    else {
      // What stands together is one error: a checksum, a stray price.
      const end = meaninglessEnd(text, at)
      block.errors.push({ column: at + 1, sentence: `\u201c${source.slice(at, end)}\u201d has no meaning here.` })
      at = end
    }
  }
  return block
}

/** Where letters, spaces and whatever else begins something come next. */
function meaninglessEnd(text: string, from: number): number {
  const next = text.slice(from + 1).search(/[A-Z\s/#]/)
  return next < 0 ? text.length : from + 1 + next
}

function assignment(text: string, at: number, block: Block): number {
  if (!text.slice(at).includes('=')) {
    block.errors.push({ column: at + 1, sentence: 'A variable stands here without a letter before it or a value given to it.' })
    return text.length
  }
  block.statements.push({ kind: 'assign', text: text.slice(at).replace(/\s+/g, ''), column: at + 1 })
  return text.length
}

function flow(text: string, at: number, block: Block): number {
  const rest = text.slice(at).replace(/\s+/g, '')
  const kind = rest.startsWith('IF') ? 'if' : rest.startsWith('GOTO') ? 'goto' : rest.startsWith('END') ? 'end' : 'while'
  block.statements.push({ kind, text: rest, column: at + 1 })
  return text.length
}

/** True for a space, a tab and the other controls that programs are padded with. */
const isSpace = (code: number) => code <= 32 || code === 160 || code === 0xfeff
const isDigit = (code: number) => code >= 48 && code <= 57
const [MINUS, PLUS, POINT, OPEN, HASH, COMMA] = [45, 43, 46, 91, 35, 44]

/** A comma in front of a letter makes another word of it: the corner at the end of a line. */
function word(text: string, start: number, block: Block): number {
  const column = start + 1
  const isComma = text.charCodeAt(start) === COMMA
  let at = start
  if (isComma) while (!(text.charCodeAt(at) >= 65)) at++
  const letter = (isComma ? ',' : '') + text[at]!
  let to = at + 1
  while (to < text.length && isSpace(text.charCodeAt(to))) to++
  const first = text.charCodeAt(to)
  const signed = first === MINUS || first === PLUS
  const after = text.charCodeAt(signed ? to + 1 : to)
  if (after === OPEN || after === HASH) return expression(text, { at: start, letter, to, signed }, block)
  // One number runs on over spaces; most have none.
  let digits = ''
  let from = to
  let [figures, points] = [0, 0]
  for (; to < text.length; to++) {
    const code = text.charCodeAt(to)
    if (isDigit(code)) figures++
    else if (code === POINT) points++
    else if (isSpace(code)) {
      digits += text.slice(from, to)
      from = to + 1
    } else if (code !== MINUS && code !== PLUS) break
  }
  digits += text.slice(from, to)
  const value = Number(digits)
  if (figures === 0 || points > 1 || Number.isNaN(value))
    block.errors.push({ column, sentence: digits === '' ? `${letter} stands without a number.` : `${letter}${digits} is no number.` })
  else block.words.push({ letter, text: digits, value, pointed: points === 1, column, known: value })
  return to
}

function expression(
  text: string,
  { at, letter, to, signed }: { at: number; letter: string; to: number; signed: boolean },
  block: Block,
): number {
  const begins = signed ? to + 1 : to
  const end = text.charCodeAt(begins) === OPEN ? closing(text, begins) : variableEnd(text, begins)
  if (end < 0) {
    block.errors.push({ column: begins + 1, sentence: 'A bracket is opened here and not closed.' })
    return text.length
  }
  const written = ((signed ? text[to]! : '') + text.slice(begins, end + 1)).replace(/\s+/g, '')
  block.words.push({ letter, text: written, value: NaN, pointed: true, column: at + 1, known: null })
  return end + 1
}

/** End of `#101`, `##5`, `#[...]`. */
function variableEnd(text: string, from: number): number {
  let at = from
  while (text[at] === '#') at++
  if (text[at] === '[') return closing(text, at)
  let end = at
  while (/\d/.test(text[end] ?? '')) end++
  return end === at ? -1 : end - 1
}
