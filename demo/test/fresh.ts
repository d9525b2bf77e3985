import { randomUUID } from 'node:crypto'
import { prepareDatabase } from '@rook/server/base/db/prepare'
import pg from 'pg'

/** An empty database of its own at the present schema, with the rights in it that the application has. */
export async function freshDatabase(): Promise<string> {
  const base = process.env.TEST_DATABASE
  if (!base) throw new Error('TEST_DATABASE is not set; run npm run test:server')
  const name = `demo_${randomUUID().replaceAll('-', '')}`
  const client = new pg.Client({ connectionString: base })
  await client.connect()
  await client.query(`CREATE DATABASE ${name}`)
  await client.end()
  const fresh = base.replace(/\/[^/]+$/, `/${name}`)
  await prepareDatabase(fresh)
  return fresh
}
