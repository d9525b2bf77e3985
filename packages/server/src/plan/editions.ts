import { sql, type SQL, type SQLWrapper } from 'drizzle-orm'

/** Number of an operation's newest edition, as a column of a query. */
export const newestEdition = (operation: SQLWrapper): SQL<number> =>
  sql<number>`(SELECT max(e.link) FROM edition e WHERE e.thing = 'operation' AND e.key = ${operation})`.mapWith(Number)
