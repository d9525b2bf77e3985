import { atWork } from '../base/files/at-work.ts'
import type { Gathered } from './gathered.ts'
import type { Paper } from './paper.ts'
import { asPdf } from './pdf.ts'

export interface PaperAsked {
  gathered: Gathered
  paper: Paper
  /** Where the setup is opened on a screen. */
  address: string
  pictures: ReadonlyMap<string, Uint8Array>
}

export default atWork(({ gathered, paper, address, pictures }: PaperAsked) =>
  asPdf(gathered, paper, address, new Map([...pictures].map(([checksum, bytes]) => [checksum, Buffer.from(bytes)]))),
)
