import type { StandingWord, ToolRow } from '@rook/core'

export type SortKey = 'tool' | 'name' | 'length' | 'diameter' | 'standing' | 'life'

const ORDER: readonly StandingWord[] = ['stale', 'disturbed', 'unset', 'estimated', 'by eye', 'carried over', 'zero on purpose', 'measured']
const rank = (word: StandingWord) => ORDER.indexOf(word)

const share = ({ tool }: ToolRow) => (tool.life ? tool.lifeUsed / tool.life.limit : -1)
const worst = ({ pairs }: ToolRow) => Math.min(...pairs.map(({ note }) => rank(note.word)))
const value = ({ pairs }: ToolRow, at: number) => pairs[at]?.total ?? Number.NEGATIVE_INFINITY

const COMPARE: Readonly<Record<SortKey, (a: ToolRow, b: ToolRow) => number>> = {
  tool: (a, b) => Number(a.tool.number) - Number(b.tool.number),
  name: (a, b) => a.tool.name.localeCompare(b.tool.name, 'en', { numeric: true }),
  length: (a, b) => value(b, 0) - value(a, 0),
  diameter: (a, b) => value(b, 1) - value(a, 1),
  standing: (a, b) => worst(a) - worst(b),
  life: (a, b) => share(b) - share(a),
}

/** Rows by a key, tools in their own order where they are equal. */
export function sortRows(rows: readonly ToolRow[], key: SortKey, turned: boolean): ToolRow[] {
  const sorted = [...rows].sort((a, b) => COMPARE[key](a, b) || COMPARE.tool(a, b))
  return turned ? sorted.reverse() : sorted
}

/** Rows whose number, name, holder or standing has all the words; "T4" is the tool four and not forty. */
export function filterRows(rows: readonly ToolRow[], text: string, word: StandingWord | ''): ToolRow[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean)
  return rows.filter(({ tool, pairs }) => {
    if (word !== '' && !pairs.some(({ note, wearNote, worn }) => note.word === word || (worn !== null && wearNote.word === word)))
      return false
    const own = `t${tool.number} h${tool.offset} d${tool.diameterOffset}`.split(' ')
    const said = `${tool.name} ${tool.holder ?? ''} ${tool.assembly} ${pairs.map(({ note }) => note.word).join(' ')}`.toLowerCase()
    return words.every((one) => (/^[thd]\d+$/.test(one) ? own.includes(one) : said.includes(one)))
  })
}

/** Which rows are on the screen: the first one and how many, with a few beyond each end. */
export function windowOf(scroll: number, height: number, rowHeight: number, count: number, beyond = 4): { from: number; to: number } {
  const from = Math.max(0, Math.floor(scroll / rowHeight) - beyond)
  return { from, to: Math.min(count, Math.ceil((scroll + height) / rowHeight) + beyond) }
}
