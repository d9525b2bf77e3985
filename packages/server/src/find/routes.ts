import { api } from '@rook/contract'
import type { Express } from 'express'
import type { Connection } from '../base/db/client.ts'
import { serve } from '../base/http/serve.ts'
import { find } from './find.ts'

export function findRoutes(app: Express, connection: Connection): void {
  serve(app, api.find, ({ query }) => find(connection, query.words))
}
