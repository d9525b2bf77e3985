import { expect, it } from 'vitest'
import { connect } from '../src/base/db/client.ts'
import { asProblem } from '../src/base/http/errors.ts'

it('a question that comes while the server stops is told that the database is away, and not of a fault', async () => {
  const { pool, db } = connect('postgres://nobody@127.0.0.1:1/nothing', () => undefined)
  await pool.end()
  const direct = await pool.query('SELECT 1').catch((error: unknown) => error)
  const wrapped = await db.execute('SELECT 1').catch((error: unknown) => error)
  for (const error of [direct, wrapped]) expect(asProblem(error)).toMatchObject({ status: 503, code: 'database-away' })
  expect(asProblem(new TypeError('something else'))).toMatchObject({ status: 500, code: 'fault' })
})
