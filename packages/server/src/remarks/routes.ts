import { api, type FileKind } from '@rook/contract'
import { and, eq } from 'drizzle-orm'
import type { Express } from 'express'
import type { Connection } from '../base/db/client.ts'
import { inTransaction } from '../base/db/transaction.ts'
import { keptFile, remark } from '../base/db/schema.ts'
import { notFound } from '../base/problem.ts'
import { serve } from '../base/http/serve.ts'
import { serveFile } from '../base/http/serve-file.ts'
import { addRemark, keptAs, remarksOn, withdrawRemark } from './remarks.ts'

const PNG = 0x89

const typeOf = (kind: FileKind, content: Buffer): string => {
  if (kind === 'text') return 'text/plain; charset=utf-8'
  if (kind === 'pdf') return 'application/pdf'
  return content[0] === PNG ? 'image/png' : 'image/jpeg'
}

export function remarkRoutes(app: Express, connection: Connection): void {
  const { db } = connection
  serve(app, api.remarks, ({ query }) => remarksOn(db, query.about, query.key))
  serve(app, api.addRemark, async ({ body, author }) => {
    const kept = await keptAs(body)
    return inTransaction(connection, (lane) => addRemark(lane, body, kept, author))
  })
  serve(app, api.withdrawRemark, ({ params, body, author }) =>
    inTransaction(connection, (lane) => withdrawRemark(lane, params.id, body.reason, author)),
  )

  serveFile(app, 'keptFile', async ({ params }) => {
    const checksum = String(params.checksum)
    const [row] = /^[0-9a-f]{64}$/.test(checksum)
      ? await db
          .select({ kind: keptFile.kind, content: keptFile.content, name: remark.name })
          .from(keptFile)
          .leftJoin(remark, and(eq(remark.file, keptFile.checksum)))
          .where(eq(keptFile.checksum, checksum))
          .limit(1)
      : []
    if (!row) throw notFound('This file')
    const { kind, content, name } = row
    return { content, type: typeOf(kind, content), name: name ?? checksum, shown: kind === 'picture', unchanging: true }
  })
}
