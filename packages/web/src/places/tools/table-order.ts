import { parseRegisterKey, type RegisterProperty, type StandingWord, type ToolRow } from '@rook/core'

/** A column of the tools' own, or one of the machine's layout. */
export type SortKey = 'tool' | 'name' | 'standing' | 'life' | RegisterProperty

const ORDER: readonly StandingWord[] = [
  'stale',
  'disturbed',
  'unset',
  'estimated',
  'by eye',
  'carried over',
  'confirmed',
  'zero on purpose',
  'measured',
]
const rank = (word: StandingWord) => ORDER.indexOf(word)

const share = ({ tool }: ToolRow) => (tool.life ? tool.lifeUsed / tool.life.limit : -1)
const worst = ({ pairs }: ToolRow) => Math.min(...pairs.map(({ note }) => rank(note.word)))
const value = ({ pairs }: ToolRow, property: string) =>
  pairs.find(({ geometry }) => parseRegisterKey(geometry).property === property)?.total ?? Number.NEGATIVE_INFINITY

type Compare = (a: ToolRow, b: ToolRow) => number
const COMPARE: Readonly<Record<'tool' | 'name' | 'standing' | 'life', Compare>> = {
  tool: (a, b) => Number(a.tool.number) - Number(b.tool.number),
  name: (a, b) => a.tool.name.localeCompare(b.tool.name, 'en', { numeric: true }),
  standing: (a, b) => worst(a) - worst(b),
  life: (a, b) => share(b) - share(a),
}

/** Rows by a key, tools in their own order where they are equal. */
export function sortRows(rows: readonly ToolRow[], key: SortKey, turned: boolean): ToolRow[] {
  const compare: Compare = key in COMPARE ? COMPARE[key as keyof typeof COMPARE] : (a, b) => value(b, key) - value(a, key)
  const sorted = [...rows].sort((a, b) => compare(a, b) || COMPARE.tool(a, b))
  return turned ? sorted.reverse() : sorted
}

/** Rows whose number, name, holder or standing has all the words; "T4" is the tool four and not forty. */
export function filterRows(rows: readonly ToolRow[], text: string, word: StandingWord | ''): ToolRow[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean)
  return rows.filter(({ tool, pairs }) => {
    if (word !== '' && !pairs.some(({ note, wearNote, worn }) => note.word === word || (worn !== null && wearNote?.word === word)))
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
