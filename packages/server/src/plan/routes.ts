import { api } from '@rook/contract'
import type { Express } from 'express'
import type { Connection } from '../base/db/client.ts'
import { inTransaction } from '../base/db/transaction.ts'
import { serve } from '../base/http/serve.ts'
import { cutWhile } from './cut-meanwhile.ts'
import { addJob, changeJob, jobPage, jobsOf } from './jobs.ts'
import { addOperation, changeOperation, operationPage } from './operations.ts'
import { addPart, changePart, partLines, partPage } from './parts.ts'

export function planRoutes(app: Express, connection: Connection): void {
  const { db } = connection
  serve(app, api.parts, ({ query }) => partLines(db, query))
  serve(app, api.part, ({ params }) => partPage(db, params.id))
  serve(app, api.addPart, ({ body, author }) => inTransaction(connection, (lane) => addPart(lane, body, author)))
  serve(app, api.changePart, ({ params, body, author }) => inTransaction(connection, (lane) => changePart(lane, params.id, body, author)))

  serve(app, api.operation, ({ params }) => operationPage(db, params.id))
  serve(app, api.addOperation, ({ params, body, author }) =>
    inTransaction(connection, (lane) => addOperation(lane, params.id, body, author)),
  )
  serve(app, api.changeOperation, ({ params, body, author }) =>
    inTransaction(connection, (lane) => changeOperation(lane, params.id, body, author)),
  )

  serve(app, api.cutMeanwhile, ({ params }) => cutWhile(db, params.id))

  serve(app, api.jobs, ({ query }) => jobsOf(db, query))
  serve(app, api.job, ({ params }) => jobPage(db, params.id))
  serve(app, api.addJob, ({ body, author }) => inTransaction(connection, (lane) => addJob(lane, body, author)))
  serve(app, api.changeJob, ({ params, body, author }) => inTransaction(connection, (lane) => changeJob(lane, params.id, body, author)))
}
