import { readFileSync } from 'node:fs'
import type { RemarkAbout } from '@rook/contract'
import type { Connection } from '@rook/server/base/db/client'
import { inTransaction } from '@rook/server/base/db/transaction'
import { addRemark, keptAs } from '@rook/server/remarks/remarks'
import sharp from 'sharp'
import { PEOPLE } from './shop.ts'

interface Noted {
  about: RemarkAbout
  key: string
  words: string
  by: string
  hoursAgo: number
  /** A drawing of ours, sent as the photograph that it stands for. */
  picture?: string
  text?: { name: string; content: string }
}

const NOTED: readonly Noted[] = [
  {
    about: 'revision',
    key: 'flange/C',
    words: 'sheet 1 of 1',
    by: 'hollins',
    hoursAgo: 320,
    picture: 'flange-drawing',
  },
  {
    about: 'operation',
    key: 'flange-20',
    words: 'The flange tips when only the right clamp is tight. Left clamp first, then tap it down until the parallel does not move.',
    by: 'marrow',
    hoursAgo: 300,
    picture: 'flange-in-fixture',
  },
  {
    about: 'part',
    key: 'flange',
    words: 'Castings of the second pattern have a burr at the far edge. Stone it, or Y comes out 0.1 short.',
    by: 'quillon',
    hoursAgo: 170,
    picture: 'burr',
  },
  {
    about: 'operation',
    key: 'shallot-10',
    words: 'Indicator on the ground bar after every change of the collet: 0.01 at the most.',
    by: 'fennimore',
    hoursAgo: 90,
    picture: 'spring-collet',
  },
  {
    about: 'operation',
    key: 'flange-20',
    words: 'Head of the program as it ran last.',
    by: 'hollins',
    hoursAgo: 60,
    text: {
      name: 'O2417-head.txt',
      content: '%\nO2417 (WIND-TRUNK FLANGE OP 20, ISSUE 5)\nG21 G17 G40 G49 G80 G90\nG54\nT4 M6\nG43 H4 Z50.\n',
    },
  },
  {
    about: 'machine',
    key: 'mill-3',
    words: 'The long vise squeaks at full opening; grease it before the cheeks come.',
    by: 'tansley',
    hoursAgo: 28,
  },
]

/** What people of the shop have written on its things, with pictures that we drew. */
export async function playRemarks(connection: Connection, until: number): Promise<void> {
  for (const { about, key, words, by, hoursAgo, picture, text } of NOTED) {
    const { id, name, role } = PEOPLE.find((person) => person.id === by)!
    const content = picture
      ? await sharp(readFileSync(new URL(`./pictures/${picture}.svg`, import.meta.url)))
          .jpeg()
          .toBuffer()
      : null
    const file = content
      ? { name: `${picture}.jpg`, content: content.toString('base64') }
      : text
        ? { name: text.name, content: Buffer.from(text.content).toString('base64') }
        : null
    const kept = await keptAs({ file })
    const now = new Date(until - hoursAgo * 3_600_000).toISOString()
    await inTransaction(connection, (lane) =>
      addRemark(lane, { about, key, words, file }, kept, { person: { id, name, role }, now, device: null }),
    )
  }
}
