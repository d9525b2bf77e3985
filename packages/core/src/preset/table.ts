import { TOOL_PROPERTIES, type ToolProperty } from '../assembly/index.ts'
import { nm, readLength, times, type LengthUnit, type Nm } from '../length/index.ts'

/** What a column of a preset file can hold, in words, and the headings that most likely mean it. `radius` is half of what counts as the diameter. */
const FIELDS = {
  number: { words: 'tool number (T)', heading: /^(t|t ?no\.?|tool|tool ?(no\.?|number|nr\.?)|number|pocket|pot)$/i },
  id: { words: 'assembly\u2019s own id', heading: /^(id|asset ?id|assembly|assembly ?id|serial( ?(no\.?|number))?)$/i },
  name: { words: 'name', heading: /^(name|description|designation|tool ?name)$/i },
  length: { words: 'length from the gauge line (LF)', heading: /^(l|z|lf|length|tool ?length|gauge ?length|functional ?length)$/i },
  diameter: { words: 'cutting diameter (DC)', heading: /^(d|dc|\u00f8|diameter|cutting ?diameter)$/i },
  radius: { words: 'cutting radius (half of DC)', heading: /^(r|radius|cutting ?radius)$/i },
  RE: { words: 'corner radius (RE)', heading: /^(re|corner ?radius|nose ?radius)$/i },
  OAL: { words: 'overall length (OAL)', heading: /^(oal|overall ?length)$/i },
  LPR: { words: 'protruding length (LPR)', heading: /^(lpr|protruding ?length|stick-?out)$/i },
  APMX: { words: 'greatest depth of cut (APMX)', heading: /^(apmx|depth ?of ?cut|flute ?length)$/i },
  DMM: { words: 'shank diameter (DMM)', heading: /^(dmm|shank|shank ?diameter)$/i },
  flutes: { words: 'number of edges', heading: /^(flutes|teeth|edges|nof|zeff|no\.? of (teeth|flutes|edges))$/i },
} as const satisfies Readonly<Record<string, { words: string; heading: RegExp }>>
export type PresetField = keyof typeof FIELDS
export const PRESET_FIELDS = Object.keys(FIELDS) as PresetField[]

export const FIELD_WORDS = Object.fromEntries(PRESET_FIELDS.map((field) => [field, FIELDS[field].words])) as Readonly<
  Record<PresetField, string>
>

/** Which column holds what, by the column's heading. */
export type Mapping = Readonly<Partial<Record<PresetField, string>>>

/** A file as rows of text; `line` is where the row begins, 1 for the first line. */
export interface FileTable {
  header: readonly string[]
  rows: readonly { line: number; cells: readonly string[] }[]
}

/** Something in a file that cannot be taken, with its place. */
export interface FileProblem {
  line: number
  column: string | null
  sentence: string
}

/** One tool as a file has it; lengths from the gauge line. */
export interface PresetTool {
  line: number
  number: string | null
  id: string | null
  name: string | null
  length: Nm | null
  diameter: Nm | null
  properties: Partial<Record<ToolProperty, Nm>>
  flutes: number | null
}

export interface PresetsRead {
  tools: PresetTool[]
  problems: FileProblem[]
}

/** More tools than any shop has; a file beyond it is another file. */
export const MOST_TOOLS = 20_000
/** More sentences than anybody reads. */
const MOST_PROBLEMS = 50

const UNIT_BEHIND = /(?:[([]\s*|[\s_,])(mm|millimet(?:re|er)s?|in|inch|inches|")\s*[)\]]?\s*$/i

/** The unit that a heading says its column is in: "Length (mm)", "DC [inch]", "L_in"; null where it says none. */
export function unitOfHeading(heading: string): LengthUnit | null {
  const [, unit] = UNIT_BEHIND.exec(heading) ?? []
  return unit === undefined ? null : /^m/i.test(unit) ? 'mm' : 'in'
}

/** What the headings most likely mean; a unit behind a heading is no part of it. */
export function guessMapping(header: readonly string[]): Mapping {
  const found: Partial<Record<PresetField, string>> = {}
  for (const heading of header) {
    const plain = heading
      .replace(UNIT_BEHIND, '')
      .replace(/[([].*$/, '')
      .replace(/_/g, ' ')
      .trim()
    const field = PRESET_FIELDS.find((one) => !found[one] && FIELDS[one].heading.test(plain))
    if (field) found[field] = heading
  }
  return found
}

/**
 * How a sender's next file is read: as the last one was. A column that is new in this file is guessed by its heading.
 * A column that was left out of the last file stays out.
 */
export function mappingAgain(last: Mapping, lastHeader: readonly string[], header: readonly string[]): Mapping {
  const fresh = guessMapping(header.filter((heading) => !lastHeader.includes(heading)))
  const across = last.diameter ?? last.radius
  const added = Object.entries(fresh).filter(([field]) => !(across !== undefined && (field === 'diameter' || field === 'radius')))
  return { ...Object.fromEntries(added), ...last }
}

/**
 * Reads a preset file's rows by a mapping of its columns. Any problem means that nothing is to be taken from the
 * file; all are listed (up to fifty), each with its line and column.
 *
 * @param unit of the columns whose heading says none
 */
export function readPresets(table: FileTable, mapping: Mapping, unit: LengthUnit): PresetsRead {
  const reader = new TableReader(table, mapping, unit)
  return reader.read()
}

class TableReader {
  private readonly problems: FileProblem[] = []
  private readonly at: Partial<Record<PresetField, number>> = {}
  private readonly units: Partial<Record<PresetField, LengthUnit>> = {}
  private decimal: { sign: ',' | '.'; line: number } | null = null
  private readonly numbers = new Map<string, number>()
  private readonly ids = new Map<string, number>()

  constructor(
    private readonly table: FileTable,
    private readonly mapping: Mapping,
    private readonly unit: LengthUnit,
  ) {}

  read(): PresetsRead {
    const { rows } = this.table
    this.findColumns()
    if (this.problems.length > 0) return { tools: [], problems: this.problems }
    if (rows.length === 0) this.refuse(1, null, 'The file has headings but no tools under them.')
    if (rows.length > MOST_TOOLS) {
      this.refuse(rows[MOST_TOOLS]!.line, null, `The file has ${rows.length} tools; ${MOST_TOOLS} can be taken at once. Split it.`)
      return { tools: [], problems: this.problems }
    }
    const tools: PresetTool[] = []
    for (const { line, cells } of rows) {
      if (this.problems.length >= MOST_PROBLEMS) break
      tools.push(this.toolOf(line, cells))
    }
    return this.problems.length > 0 ? { tools: [], problems: this.problems } : { tools, problems: [] }
  }

  private refuse(line: number, column: string | null, reason: string): void {
    if (this.problems.length < MOST_PROBLEMS)
      this.problems.push({ line, column, sentence: `Line ${line}${column ? `, column ${column}` : ''}: ${reason}` })
  }

  private findColumns(): void {
    for (const field of PRESET_FIELDS) {
      const heading = this.mapping[field]
      if (!heading) continue
      const at = this.table.header.indexOf(heading)
      if (at < 0)
        this.refuse(
          1,
          heading,
          `there is no such column, and ${FIELD_WORDS[field]} is to be read from it. The file has ${this.table.header.join(', ')}.`,
        )
      else if (this.table.header.indexOf(heading, at + 1) >= 0)
        this.refuse(1, heading, 'the heading stands twice; which column is meant cannot be told.')
      else {
        this.at[field] = at
        this.units[field] = unitOfHeading(heading) ?? this.unit
      }
    }
    if (this.mapping.number === undefined && this.mapping.id === undefined)
      this.refuse(1, null, 'no column says which tool a line is about: give one for the tool number or for the assembly\u2019s id.')
    if (this.mapping.diameter && this.mapping.radius)
      this.refuse(1, this.mapping.radius, 'a diameter and a radius are both given; map one of the two.')
  }

  private cell(field: PresetField, cells: readonly string[]): string {
    const at = this.at[field]
    return at === undefined ? '' : (cells[at] ?? '').trim()
  }

  private toolOf(line: number, cells: readonly string[]): PresetTool {
    if (cells.length !== this.table.header.length)
      this.refuse(line, null, `has ${cells.length} cells where the headings are ${this.table.header.length}.`)
    const number = this.numberOf(line, cells)
    const id = this.idOf(line, cells)
    if (number === null && id === null)
      this.refuse(line, this.mapping.number ?? this.mapping.id ?? null, 'nothing says which tool this is.')
    const radius = this.length('radius', line, cells)
    const diameter = radius === null ? this.length('diameter', line, cells) : times(radius, 2)
    const properties = Object.fromEntries(
      TOOL_PROPERTIES.flatMap((property) => {
        const value = property === 'DC' || property === 'LF' ? null : this.length(property, line, cells)
        return value === null ? [] : [[property, value]]
      }),
    )
    const name = this.cell('name', cells)
    if (name.length > 80) this.refuse(line, this.mapping.name!, 'the name is longer than 80 characters.')
    return {
      line,
      number,
      id,
      name: name || null,
      length: this.length('length', line, cells),
      diameter,
      properties,
      flutes: this.flutesOf(line, cells),
    }
  }

  private numberOf(line: number, cells: readonly string[]): string | null {
    const text = this.cell('number', cells)
    if (text === '') return null
    const [, digits] = /^T?0*(\d{1,5})$/i.exec(text) ?? []
    if (!digits) {
      this.refuse(line, this.mapping.number!, `\u201c${text}\u201d is not a tool number.`)
      return null
    }
    const before = this.numbers.get(digits)
    if (before !== undefined)
      this.refuse(line, this.mapping.number!, `T${digits} stands in line ${before} already; which of the two holds cannot be told.`)
    else this.numbers.set(digits, line)
    return digits
  }

  private idOf(line: number, cells: readonly string[]): string | null {
    const text = this.cell('id', cells)
    if (text === '') return null
    if (text.length > 60 || /[\p{Cc}/]/u.test(text)) {
      this.refuse(line, this.mapping.id!, 'an id has at most 60 characters and no slash.')
      return null
    }
    const before = this.ids.get(text)
    if (before !== undefined) this.refuse(line, this.mapping.id!, `\u201c${text}\u201d stands in line ${before} already.`)
    else this.ids.set(text, line)
    return text
  }

  private flutesOf(line: number, cells: readonly string[]): number | null {
    const text = this.cell('flutes', cells)
    if (text === '') return null
    const value = /^\d{1,2}$/.test(text) ? Number(text) : 0
    if (value >= 1 && value <= 40) return value
    this.refuse(line, this.mapping.flutes!, `\u201c${text}\u201d is not a number of edges from 1 to 40.`)
    return null
  }

  private length(field: Exclude<PresetField, 'number' | 'id' | 'name' | 'flutes'>, line: number, cells: readonly string[]): Nm | null {
    const text = this.cell(field, cells)
    const column = this.mapping[field]
    if (text === '' || !column) return null
    if (!this.sameSign(text, line, column)) return null
    const reading = readLength(text, { name: column, unit: this.units[field] ?? this.unit, grid: nm(1) })
    if (reading.kind === 'length' || reading.kind === 'finer') {
      if (reading.value > 0 || (field === 'RE' && reading.value === 0)) return reading.value
      this.refuse(line, column, `${text} is not more than zero; lengths count from the gauge line.`)
    } else if (reading.kind === 'refused') this.refuse(line, column, reading.sentence.replace(`${column}: `, ''))
    return null
  }

  /** One file, one decimal sign: 103,475 and 103.475 in one file are a thousandfold apart for somebody. */
  private sameSign(text: string, line: number, column: string): boolean {
    const both = text.includes(',') && text.includes('.')
    const sign = text.includes(',') ? ',' : text.includes('.') ? '.' : null
    if (both) {
      this.refuse(line, column, `\u201c${text}\u201d has both a comma and a point; write figures without a sign for thousands.`)
      return false
    }
    if (sign === null) return true
    this.decimal ??= { sign, line }
    if (this.decimal.sign === sign) return true
    this.refuse(
      line,
      column,
      `\u201c${text}\u201d is written with a ${sign === ',' ? 'comma' : 'point'}, line ${this.decimal.line} with a ${sign === ',' ? 'point' : 'comma'}. Use one decimal sign in a file.`,
    )
    return false
  }
}
