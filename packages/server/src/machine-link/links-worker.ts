import { parentPort, workerData } from 'node:worker_threads'
import { connect } from '../base/db/client.ts'
import { plainLogger } from '../base/log.ts'
import { answerAsk, closeLeftOpen, lookAtControl } from './control.ts'
import { Links } from './links.ts'
import type { LinksGiven, LinksTold } from './links-thread.ts'

// Everything that machines send is read in here: whatever it is, the thread that answers people does not wait for it.
const { databaseUrl, own, level } = workerData as LinksGiven
const logger = plainLogger(level)
const connection = connect(databaseUrl, (error) => logger.warn(`database connection of the links lost: ${error.message}`), { most: 4 })
const clock = () => new Date().toISOString()
const links = new Links(databaseUrl, logger, own, {
  ask: (line, id) => answerAsk(connection, line, id, clock),
  look: (line, machine) => lookAtControl(connection, line, machine, clock),
  takeOver: (machine) => closeLeftOpen(connection, machine),
})
// A promise that nobody holds is some machine's own trouble, and never the end of the others.
process.on('unhandledRejection', (error) => logger.warn(`connections to machines: ${(error as Error)?.message ?? String(error)}`))
parentPort!.on('message', (told: LinksTold) => {
  if (told.kind === 'look') links.look()
  else if (told.kind === 'asked') links.asked(told.ask)
  else
    void links
      .stop()
      .then(() => connection.pool.end())
      .finally(() => parentPort!.close())
})
links.start()
