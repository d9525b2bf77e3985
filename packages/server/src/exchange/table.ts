import type { FileProblem, FileTable } from '@rook/core'
import { CsvError, parse } from 'csv-parse/sync'

const DELIMITERS = [',', ';', '\t'] as const

/** The delimiter that the first line has most of; comma where it has none. */
function delimiterOf(text: string): string {
  const first =
    text
      .slice(0, 4_000)
      .split(/\r?\n/)
      .find((line) => line.trim() !== '') ?? ''
  const bare = first.replace(/"[^"]*"/g, '')
  const counts = DELIMITERS.map((delimiter) => bare.split(delimiter).length)
  return DELIMITERS[counts.indexOf(Math.max(...counts))]!
}

/** Reads separated values into rows with the line that each begins on; the first row has the headings. */
export function readTable(text: string): { table: FileTable; problems: FileProblem[] } {
  const nothing: FileTable = { header: [], rows: [] }
  try {
    const rows = parse(text, {
      bom: true,
      delimiter: delimiterOf(text),
      info: true,
      relax_column_count: true,
      skip_empty_lines: true,
      skip_records_with_empty_values: true,
      comment: '#',
      comment_no_infix: true,
      trim: true,
    }) as unknown as { record: string[]; info: { lines: number } }[]
    const [header, ...body] = rows
    if (!header) return { table: nothing, problems: [{ line: 1, column: null, sentence: 'Line 1: there are no headings.' }] }
    // The reader counts the line that a row ends on; a row begins after the one before it.
    return { table: { header: header.record, rows: body.map(({ record, info }) => ({ line: info.lines, cells: record })) }, problems: [] }
  } catch (error) {
    if (!(error instanceof CsvError)) throw error
    const line = Number((error as { lines?: unknown }).lines ?? 1)
    return {
      table: nothing,
      problems: [{ line, column: null, sentence: `Line ${line}: ${SENTENCES[error.code] ?? 'cannot be read as separated values'}.` }],
    }
  }
}

const SENTENCES: Readonly<Record<string, string>> = {
  CSV_QUOTE_NOT_CLOSED: 'a quotation mark is opened and never closed',
  INVALID_OPENING_QUOTE: 'a quotation mark stands in the middle of a cell',
  CSV_INVALID_CLOSING_QUOTE: 'something follows a closing quotation mark',
}
