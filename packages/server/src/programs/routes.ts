import { api } from '@rook/contract'
import type { Express } from 'express'
import { z } from 'zod'
import type { Connection } from '../base/db/client.ts'
import type { FileReaders } from '../base/files/file-readers.ts'
import { notFound } from '../base/problem.ts'
import { serve } from '../base/http/serve.ts'
import { serveFile } from '../base/http/serve-file.ts'
import { chainPageOf } from './chain.ts'
import { goOf, giveGo } from './go.ts'
import { addIssue, contentOf, differenceOf, issueOf, issuesOf, refuseUnknown, stretchOf } from './issues.ts'
import { prove } from './prove.ts'
import type { ProgramReads } from './reads.ts'

export function programRoutes(app: Express, connection: Connection, readers: FileReaders, reads: ProgramReads): void {
  const lane = { client: connection.pool }

  serve(app, api.programs, async ({ params }) => {
    await refuseUnknown(connection.db, params.id)
    return issuesOf(lane, params.id)
  })
  serve(app, api.addProgram, ({ params, body, author }) => addIssue(connection, readers, params.id, body, author))
  serve(app, api.programLines, ({ params, query }) => stretchOf(lane, readers, params.id, query.from, query.count))
  serve(app, api.programDifference, ({ params }) => differenceOf(lane, readers, params.id, params.other))
  serveFile(app, 'programText', async ({ params }) => {
    const id = String(params.id)
    if (!z.uuid().safeParse(id).success) throw notFound('This issue of a program')
    const { hash, name } = await issueOf(lane, id)
    return { content: await contentOf(lane, hash), type: 'text/plain', name, unchanging: true, pressed: true }
  })
  serve(app, api.chain, ({ params, author }) => chainPageOf(connection, params.id, reads, author.now))
  serve(app, api.go, ({ params, author }) => goOf(connection, params.id, reads, author.now))
  serve(app, api.prove, ({ params, body, author }) => prove(connection, params.id, body, reads, author))
  serve(app, api.giveGo, ({ params, body, author }) => giveGo(connection, params.id, body, reads, author))
}
