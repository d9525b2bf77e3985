import { api } from '@rook/contract'
import type { Express } from 'express'
import type { Connection } from '../db/client.ts'
import type { FileReaders } from '../files/file-readers.ts'
import { serve } from '../http/serve.ts'
import { goOf, giveGo } from './go.ts'
import { addIssue, differenceOf, issuesOf, refuseUnknown, stretchOf } from './issues.ts'
import { ProgramReads } from './reads.ts'

export function programRoutes(app: Express, connection: Connection, readers: FileReaders): void {
  const lane = { client: connection.pool }
  const reads = new ProgramReads(readers)

  serve(app, api.programs, async ({ params }) => {
    await refuseUnknown(connection.db, params.id)
    return issuesOf(lane, params.id)
  })
  serve(app, api.addProgram, ({ params, body, author }) => addIssue(connection, readers, params.id, body, author))
  serve(app, api.programLines, ({ params, query }) => stretchOf(lane, params.id, query.from, query.count))
  serve(app, api.programDifference, ({ params }) => differenceOf(lane, params.id, params.other))
  serve(app, api.go, ({ params, author }) => goOf(connection, params.id, reads, author.now))
  serve(app, api.giveGo, ({ params, body, author }) => giveGo(connection, params.id, body, reads, author))
}
