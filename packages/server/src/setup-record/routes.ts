import { api, setupRecordSchema } from '@rook/contract'
import { inArray } from 'drizzle-orm'
import type { Express } from 'express'
import type { Connection } from '../base/db/client.ts'
import { keptFile } from '../base/db/schema.ts'
import { fileWork, type FileReaders } from '../base/files/file-readers.ts'
import { inTransaction } from '../base/db/transaction.ts'
import { Problem } from '../base/problem.ts'
import { addressOf } from '../base/http/own-address.ts'
import { serve } from '../base/http/serve.ts'
import { serveFile } from '../base/http/serve-file.ts'
import { compareRecord } from './compare.ts'
import { readBefore } from '../programs/held.ts'
import type { ProgramReads } from '../programs/reads.ts'
import { gather } from './gather.ts'
import { PAPERS, type Paper } from './paper.ts'
import { takeRecord } from './take.ts'
import type { PaperAsked } from './write-pdf.ts'

const PAPER = fileWork<PaperAsked, Uint8Array>(new URL('./write-pdf.ts', import.meta.url))

export function setupRecordRoutes(app: Express, connection: Connection, readers: FileReaders, reads: ProgramReads): void {
  const schema = JSON.stringify(setupRecordSchema())
  app.get('/api/schemas/setup-record.json', (_request, response) => {
    response.type('application/schema+json').send(schema)
  })

  serve(app, api.setupRecord, async ({ params, author }) => {
    await readBefore(connection, params.id, reads, author.now)
    return inTransaction(connection, async (lane) => (await gather(lane, params.id, reads, author.now)).record, { for: 'read' })
  })
  serve(app, api.readRecord, async ({ body }) => (await compareRecord(connection.db, body.document)).says)
  serve(app, api.takeRecord, ({ body, author }) => inTransaction(connection, (lane) => takeRecord(lane, body.document, body.as, author)))

  serveFile(app, 'setupRecordPdf', async (request, now) => {
    const paper = String(request.query.paper ?? 'a4')
    if (!(paper in PAPERS)) throw new Problem(400, 'not-understood', 'paper: a4 or letter.')
    await readBefore(connection, String(request.params.id), reads, now)
    const { gathered, pictures } = await inTransaction(
      connection,
      async (lane) => {
        const found = await gather(lane, String(request.params.id), reads, now)
        const wanted = found.record.notes.flatMap(({ file }) => (file?.kind === 'picture' ? [file.checksum] : []))
        const rows = wanted.length === 0 ? [] : await lane.db.select().from(keptFile).where(inArray(keptFile.checksum, wanted))
        return { gathered: found, pictures: new Map(rows.map(({ checksum, content }) => [checksum, content])) }
      },
      { for: 'read' },
    )
    const { record } = gathered
    const at = await addressOf(connection, `${request.protocol}://${request.get('host')}`)
    const address = `${at}/setup/${encodeURIComponent(record.setup.id)}`
    return {
      content: Buffer.from(await readers.read(PAPER, { gathered, paper: paper as Paper, address, pictures })),
      type: 'application/pdf',
      name: `setup ${record.job.number} ${record.operation.name} ${record.machine.name}.pdf`,
    }
  })
}
