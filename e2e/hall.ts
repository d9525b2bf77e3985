// One process a worker: it opens a server for each journey's database, so that the server's code is read once.
import { createInterface } from 'node:readline'
import { prepareDatabase } from '@rook/server/base/db/prepare'
import { startServer, type Running } from '@rook/server/server'
import { pino } from 'pino'

const logger = pino({ level: 'silent' })
const open = new Map<string, Running>()
const panels: Record<string, string> = {}

/** A line in is `open <database>`, `close <address>` or `panels <where practice machines are>`; a line out is its answer. */
for await (const line of createInterface({ input: process.stdin })) {
  const [word, what = ''] = line.split(' ')
  try {
    if (word === 'open') {
      const running = await startServer({ databaseUrl: await prepareDatabase(what), host: '127.0.0.1', port: 0, logger, panels })
      open.set(running.url, running)
      console.log(running.url)
    } else if (word === 'panels') {
      for (const machine of Object.keys(panels)) delete panels[machine]
      Object.assign(panels, JSON.parse(what))
      console.log('told')
    } else {
      await open.get(what)?.stop()
      open.delete(what)
      console.log('closed')
    }
  } catch (error) {
    console.log(`failed ${String(error).replaceAll('\n', ' ')}`)
  }
}
