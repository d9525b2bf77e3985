import type { Nm } from '@rook/core'
import { boolean, index, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import { chained, moment, oneOf } from './columns.ts'
import { machine } from './machine-tables.ts'
import { person } from './shop-tables.ts'

/** What each of these rows says first: of which machine, and when. */
const ofMachine = {
  id: uuid().primaryKey(),
  machine: text()
    .notNull()
    .references(() => machine.id),
  at: moment('at').notNull(),
}

/** How machines are reached, each time it was said; the newest of a machine holds. Rows are added and never changed. */
export const machineConnection = pgTable(
  'machine_connection',
  {
    ...ofMachine,
    person: text().references(() => person.id),
    agent: text(),
    device: text(),
    line: text(),
    readsTable: boolean('reads_table').notNull(),
    sends: boolean().notNull(),
    ...chained,
  },
  (table) => [index('machine_connection_machine').on(table.machine, table.at)],
)

/** What was taken over the wire, at whose press. Rows are added and never changed. */
export const taken = pgTable(
  'taken',
  {
    ...ofMachine,
    person: text()
      .notNull()
      .references(() => person.id),
    what: text().$type<'position' | 'gauge'>().notNull(),
    positions: jsonb().$type<{ axis: 'X' | 'Y' | 'Z'; value: Nm }[]>().notNull(),
    gauge: jsonb().$type<{ gauge: string; text: string; value: Nm }>(),
    slot: text(),
    tool: text(),
    ...chained,
  },
  (table) => [oneOf('taken_what', table.what, ['position', 'gauge'])],
)

/** What a control was asked for or sent: whichever process holds its line channel does it. Rows are added and never changed. */
export const controlAsk = pgTable('control_ask', {
  ...ofMachine,
  /** Null where the server looks by itself. */
  person: text().references(() => person.id),
  what: text().$type<'read' | 'send'>().notNull(),
  /** What is sent. */
  text: text(),
  /** Whoever has not begun by then does not begin any more: the person was told so. */
  until: moment('until'),
  ...chained,
})

/** What was asked and has been begun, from before its first byte leaves. Rows are added and never changed. */
export const controlBegun = pgTable('control_begun', {
  id: uuid()
    .primaryKey()
    .references(() => controlAsk.id),
  at: moment('at').notNull(),
  ...chained,
})

/** What a control put out of its table when it was asked. Rows are added and never changed. */
export const controlRead = pgTable(
  'control_read',
  {
    ...ofMachine,
    person: text().references(() => person.id),
    /** Null where it did not answer. */
    text: text(),
    because: text(),
    ...chained,
  },
  (table) => [index('control_read_machine').on(table.machine, table.at)],
)

/** What was sent to a control, and what it read back. Rows are added and never changed. */
export const controlSent = pgTable(
  'control_sent',
  {
    ...ofMachine,
    person: text()
      .notNull()
      .references(() => person.id),
    text: text().notNull(),
    readBack: text('read_back'),
    outcome: text().$type<'equal' | 'differs' | 'refused' | 'unknown'>().notNull(),
    because: text(),
    ...chained,
  },
  (table) => [
    index('control_sent_machine').on(table.machine, table.at),
    oneOf('control_sent_outcome', table.outcome, ['equal', 'differs', 'refused', 'unknown']),
  ],
)
