import { promisify } from 'node:util'
import { gzip } from 'node:zlib'
import { api, type FloorMachine } from '@rook/contract'
import type { Express, RequestHandler } from 'express'
import { serve } from '../base/http/serve.ts'
import type { Overview } from './overview.ts'

const pressed = promisify(gzip)

/** Every browser that shows the floor asks for it anew when something is recorded: it is written out and pressed once for all. */
const ready = new WeakMap<FloorMachine[], Promise<Buffer>>()

function asGzip(floor: FloorMachine[]): Promise<Buffer> {
  const known = ready.get(floor)
  if (known) return known
  const made = pressed(JSON.stringify(floor), { level: 4 })
  ready.set(floor, made)
  return made
}

export function floorRoutes(app: Express, overview: Overview): void {
  const shared: RequestHandler = async (request, response, next) => {
    if (!request.session.person || request.acceptsEncodings('gzip') !== 'gzip') return next()
    const bytes = await asGzip(await overview.read((app.locals.clock as () => string)()))
    response.set({ 'Content-Type': 'application/json; charset=utf-8', 'Content-Encoding': 'gzip', Vary: 'Accept-Encoding' }).send(bytes)
  }
  app.get(api.floor.path, shared)
  serve(app, api.floor, ({ author }) => overview.read(author.now))
  serve(app, api.setups, async ({ author }) =>
    (await overview.read(author.now)).flatMap(({ setup, others }) => (setup ? [setup, ...others] : [])),
  )
}
