import express from 'express'
import pg from 'pg'

/** A statement that a recording sends, as the driver takes it. */
export interface Statement {
  /** Prepared statements keep their name, so that whoever sends them again has them prepared as well. */
  name: string | undefined
  text: string
  values: unknown[]
}

/**
 * The least server that keeps an entry: Express reads the body as JSON, and what the body holds is sent to the database statement
 * by statement. It knows no person, checks nothing and works nothing out.
 */
const pool = new pg.Pool({ connectionString: process.env.DATABASE_URL, max: 10 })
const app = express()
app.use(express.json({ limit: '1mb' }))
app.post('/entries', async (request, response) => {
  const client = await pool.connect()
  try {
    let kept = 0
    for (const statement of (request.body as { statements: Statement[] }).statements) kept = (await client.query(statement)).rowCount ?? 0
    response.status(kept === 1 ? 200 : 500).json({ kept })
  } finally {
    client.release()
  }
})
const server = app.listen(0, '127.0.0.1', () => {
  console.log(`listening http://127.0.0.1:${(server.address() as { port: number }).port}`)
})
process.once('SIGTERM', () => process.exit(0))
