import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import PDFDocument from 'pdfkit'
import { PAPERS, type Paper } from './paper.ts'
import { unwrapped } from './woff.ts'

/** Margins and the foot line, points. */
const MARGIN = 42
const FOOT = 30

const FACES = dirname(createRequire(import.meta.url).resolve('@fontsource/source-sans-3/package.json'))
/** The face in its subsets: names of people and parts are written in more than one alphabet. */
const SUBSETS = ['latin', 'latin-ext', 'cyrillic', 'greek', 'vietnamese']

type Weight = 400 | 700
const WEIGHTS: readonly Weight[] = [400, 700]

/** Each face is unwrapped once, when the first document is written. */
const unwrap = (() => {
  const known = new Map<string, Buffer>()
  return (name: string): Buffer => {
    const found = known.get(name) ?? unwrapped(readFileSync(join(FACES, `files/source-sans-3-${name}-normal.woff`)))
    known.set(name, found)
    return found
  }
})()

interface Face {
  hasGlyphForCodePoint(point: number): boolean
}

export interface Style {
  size?: number
  bold?: boolean
  colour?: string
}

const INK = '#1c2b2a'
export const QUIET = '#5c6663'

/** A document that is written from top to bottom, with a foot on each page. */
export class Page {
  readonly doc: PDFKit.PDFDocument
  private readonly chunks: Buffer[] = []
  private readonly faces = new Map<string, Face>()

  constructor(
    paper: Paper,
    title: string,
    private readonly foot: string,
  ) {
    this.doc = new PDFDocument({
      size: PAPERS[paper],
      margins: { top: MARGIN, left: MARGIN, right: MARGIN, bottom: MARGIN + FOOT },
      bufferPages: true,
      info: { Title: title },
    })
    this.doc.on('data', (chunk: Buffer) => this.chunks.push(chunk))
    for (const weight of WEIGHTS) for (const subset of SUBSETS) this.doc.registerFont(`${subset}-${weight}`, unwrap(`${subset}-${weight}`))
  }

  get left(): number {
    return MARGIN
  }
  get width(): number {
    return this.doc.page.width - 2 * MARGIN
  }
  get y(): number {
    return this.doc.y
  }
  set y(to: number) {
    this.doc.y = to
  }
  private get bottom(): number {
    return this.doc.page.height - MARGIN - FOOT
  }

  /** Goes on to the next page where less than this is left of this one. */
  need(height: number): void {
    if (this.y + height > this.bottom) this.doc.addPage()
  }

  heading(words: string): void {
    this.need(48)
    this.doc.moveDown(0.7)
    this.text(words, { size: 12, bold: true })
    const { y } = this
    this.doc
      .moveTo(this.left, y + 1)
      .lineTo(this.left + this.width, y + 1)
      .lineWidth(0.7)
      .stroke('#b9b39f')
    this.y = y + 5
  }

  /** Words on a line of their own, broken where they are wider than the page or than they may be. */
  text(words: string, { size = 9.5, bold = false, colour = INK }: Style = {}, x = this.left, width = this.width): void {
    this.need(size * 1.3)
    this.write(words, { size, bold, colour }, x, width)
  }

  /** Writes where the document stands, on this page whatever is left of it. */
  private write(words: string, { size = 9.5, bold = false, colour = INK }: Style, x: number, width: number): void {
    const runs = this.runs(words, bold ? 700 : 400)
    this.doc.fontSize(size).fillColor(colour)
    const { y } = this
    runs.forEach(({ face, part }, at) => {
      const continued = at < runs.length - 1
      this.doc.font(face)
      if (at === 0) this.doc.text(part, x, y, { width, continued })
      else this.doc.text(part, { width, continued })
    })
  }

  /** How high words stand when they are broken to a width. */
  heightOf(words: string, { size = 9.5, bold = false }: Style, width: number): number {
    this.doc.font(`latin-${bold ? 700 : 400}`).fontSize(size)
    return this.doc.heightOfString(words, { width })
  }

  /** Cells side by side; a row is kept together. The columns' widths are shares of the page. */
  row(cells: readonly { words: string; share: number; style?: Style }[], line = true): void {
    const all = cells.reduce((sum, { share }) => sum + share, 0)
    const widths = cells.map(({ share }) => (this.width * share) / all)
    const height = Math.max(...cells.map(({ words, style = {} }, at) => this.heightOf(words, style, widths[at]! - 6)))
    this.need(height + 6)
    const { y } = this
    let x = this.left
    cells.forEach(({ words, style = {} }, at) => {
      this.y = y
      this.text(words, style, x, widths[at]! - 6)
      x += widths[at]!
    })
    this.y = y + height + 4
    if (line)
      this.doc
        .moveTo(this.left, this.y - 2)
        .lineTo(this.left + this.width, this.y - 2)
        .lineWidth(0.3)
        .stroke('#d8d2c0')
  }

  /** Writes the foot of every page, and returns the finished document. */
  async end(): Promise<Buffer> {
    const { start, count } = this.doc.bufferedPageRange()
    for (let at = start; at < start + count; at++) {
      this.doc.switchToPage(at)
      // Below the margin the document would begin a page of its own.
      this.doc.page.margins.bottom = 0
      const y = this.doc.page.height - MARGIN - 8
      this.y = y
      this.write(this.foot, { size: 7.5, colour: QUIET }, this.left, this.width - 80)
      this.y = y
      this.write(`page ${at - start + 1} of ${count}`, { size: 7.5, colour: QUIET }, this.left + this.width - 70, 70)
    }
    const done = new Promise<void>((resolve) => this.doc.on('end', resolve))
    this.doc.end()
    await done
    return Buffer.concat(this.chunks)
  }

  /** The words in pieces that one face has all letters of. What none has is written in the first, as a box. */
  private runs(words: string, weight: Weight): { face: string; part: string }[] {
    const found: { face: string; part: string }[] = []
    for (const letter of words) {
      const last = found.at(-1)
      const point = letter.codePointAt(0)!
      const face = last && this.has(last.face, point) ? last.face : this.faceFor(point, weight)
      if (last?.face === face) last.part += letter
      else found.push({ face, part: letter })
    }
    return found.length === 0 ? [{ face: `latin-${weight}`, part: ' ' }] : found
  }

  private faceFor(point: number, weight: Weight): string {
    return SUBSETS.map((subset) => `${subset}-${weight}`).find((face) => this.has(face, point)) ?? `latin-${weight}`
  }

  private has(face: string, point: number): boolean {
    let own = this.faces.get(face)
    if (!own) {
      this.doc.font(face)
      own = (this.doc as unknown as { _font: { font: Face } })._font.font
      this.faces.set(face, own)
    }
    return own.hasGlyphForCodePoint(point)
  }
}
