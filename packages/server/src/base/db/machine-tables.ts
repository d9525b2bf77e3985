import {
  MACHINE_KINDS,
  PLAIN_TURNING,
  type LengthConvention,
  type LengthUnit,
  type MachineKind,
  type Travel,
  type WorkSlot,
  type RotaryRecord,
  type SettingTemplate,
  type SpindleName,
  type Turret,
  type TurningRecord,
  type ProgramWords,
} from '@rook/core'
import { bigint, boolean, char, integer, jsonb, pgTable, text } from 'drizzle-orm/pg-core'
import { length, moment, oneOf, stamps } from './columns.ts'

export const machine = pgTable(
  'machine',
  {
    id: text().primaryKey(),
    place: integer().notNull(),
    name: text().notNull().unique(),
    kind: text().$type<MachineKind>().notNull(),
    unit: text().$type<LengthUnit>().notNull(),
    increment: length().notNull(),
    travels: jsonb().$type<Travel[]>().notNull(),
    slots: jsonb().$type<WorkSlot[]>().notNull(),
    lengthConvention: text('length_convention').$type<LengthConvention>().notNull(),
    diameterRegister: text('diameter_register').$type<'diameter' | 'radius'>().notNull(),
    xReads: text('x_reads').$type<'diameter' | 'radius'>().notNull(),
    rotates: boolean().notNull().default(false),
    displayTurns: boolean('display_turns').notNull().default(true),
    rotary: jsonb().$type<RotaryRecord[]>().notNull().default([]),
    spindles: jsonb().$type<SpindleName[]>().notNull().default(['main']),
    turrets: jsonb().$type<Turret[]>().notNull().default([]),
    /** What only a lathe's record says. */
    turning: jsonb().$type<TurningRecord>().notNull().default(PLAIN_TURNING),
    /** How its control reads a program, where it differs from what is usual for its kind. */
    dialect: jsonb().$type<Partial<ProgramWords>>(),
    limits: jsonb().$type<Record<string, number>>().notNull().default({}),
    /** What is looked at before the machine is used, a line each. */
    startUp: jsonb('start_up').$type<string[]>().notNull().default([]),
    /** How many H and D numbers the control has. */
    offsets: integer().notNull().default(200),
    /** How values go out for its control, where the shop has changed the usual. */
    template: jsonb().$type<SettingTemplate>(),
    ...stamps,
  },
  (table) => [oneOf('machine_kind', table.kind, MACHINE_KINDS), oneOf('machine_unit', table.unit, ['mm', 'in'])],
)

/** Where each machine's chain of entries ends, and what follows from the latest of them. Locked by every append. */
export const machineHead = pgTable('machine_head', {
  machine: text()
    .primaryKey()
    .references(() => machine.id),
  seq: bigint({ mode: 'number' }).notNull(),
  hash: char({ length: 64 }).notNull(),
  /** Time of its latest entry; the next one is not earlier, even when the clock was set back. */
  at: moment('at'),
  homedAt: moment('homed_at'),
  poweredAt: moment('powered_at'),
})
