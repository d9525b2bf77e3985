import { api } from '@rook/contract'
import type { Express } from 'express'
import { serve } from '../http/serve.ts'
import type { Overview } from './overview.ts'

export function floorRoutes(app: Express, overview: Overview): void {
  serve(app, api.floor, ({ author }) => overview.read(author.now))
}
