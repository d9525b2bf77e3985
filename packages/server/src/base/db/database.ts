import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import type * as schema from './schema.ts'

export type Database = NodePgDatabase<typeof schema>
/** A transaction, or the database itself: queries take either. */
export type Queries = Pick<Database, 'select' | 'selectDistinctOn' | 'insert' | 'update' | 'delete' | 'execute'>
