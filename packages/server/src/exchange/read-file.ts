import { atWork } from '../base/files/at-work.ts'
import { guessMapping, mappingAgain, MOST_TOOLS, readPresets, type LengthUnit, type Mapping, type PresetTool } from '@rook/core'
import type { PresetsReadAnswer } from '@rook/contract'
import { readAssets } from './assets.ts'
import { decodeFile } from '../base/files/decode.ts'
import { refusalOf } from '../base/files/file-refused.ts'
import { readTable } from './table.ts'

/** What was said of a sender's last file. */
export interface KnownSender {
  mapping: Mapping
  header: string[] | null
  unit: LengthUnit
}

/** A file as it was sent, with what is said of it now and what its sender's last one was read by. */
export interface FileSent {
  file: string
  mapping: Mapping | null
  unit: LengthUnit | null
  known: KnownSender | null
  machineUnit: LengthUnit
}

export interface FileRead {
  kind: 'table' | 'assets'
  header: string[]
  mapping: Mapping
  unit: LengthUnit
  tools: PresetTool[]
  problems: PresetsReadAnswer['problems']
}

/** A list of tools has no more lines than this; looked at before the work begins. */
const MOST_LINES = 40_000

/** Reads a file by what is said of it now, or by what this sender's last file was read by, or by its headings. */
export function readFile({ file, mapping, unit, known, machineUnit }: FileSent): FileRead {
  const text = decodeFile(file).replace(/^\ufeff/, '')
  if (/^\s*(<\?xml|<[\w:]*MTConnect)/.test(text)) {
    refuseMoreThan(MOST_TOOLS, text.matchAll(/<(?:[\w.-]+:)?CuttingTool[\s>/]/g), 'tools')
    return { kind: 'assets', header: [], mapping: {}, unit: 'mm', ...readAssets(text) }
  }
  refuseMoreThan(MOST_LINES, text.matchAll(/\n/g), 'lines')
  const { table, problems } = readTable(text)
  const fits = known && Object.values(known.mapping).every((heading) => table.header.includes(heading))
  const used = mapping ?? (fits ? mappingAgain(known.mapping, known.header ?? table.header, table.header) : guessMapping(table.header))
  const inUnit = unit ?? known?.unit ?? machineUnit
  const read = problems.length > 0 ? { tools: [], problems } : readPresets(table, used, inUnit)
  return { kind: 'table', header: [...table.header], mapping: used, unit: inUnit, ...read }
}

function refuseMoreThan(most: number, found: Iterable<unknown>, what: string): void {
  let count = 0
  for (const _one of found) if (++count > most) throw refusalOf('file-long', `The file has more than ${most} ${what}. Split it.`)
}

export default atWork((sent: FileSent) => readFile(sent))
