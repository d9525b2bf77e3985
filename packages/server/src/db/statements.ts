import { asc, and, eq, isNotNull, sql } from 'drizzle-orm'
import type { Database } from './database.ts'
import {
  assembly,
  entry,
  entryWrite,
  gauge,
  machine,
  machineHead,
  mount,
  operation,
  registerValue,
  setting,
  setup,
  shift,
} from './schema.ts'

const given = sql.placeholder

const machineWithHead = (db: Database) =>
  db
    .select({ machine, head: machineHead })
    .from(machine)
    .innerJoin(machineHead, eq(machineHead.machine, machine.id))
    .where(eq(machine.id, given('id')))

/** What a value is replaced by when its register holds one already. */
export const EXCLUDED = {
  value: sql`excluded.value`,
  state: sql`excluded.state`,
  entry: sql`excluded.entry`,
  at: sql`excluded.at`,
  by: sql`excluded.by`,
  standard: sql`excluded.standard`,
  operation: sql`excluded.operation`,
  setup: sql`excluded.setup`,
  seen: sql`excluded.seen`,
  assembly: sql`excluded.assembly`,
  provenance: sql`excluded.provenance`,
}

/**
 * The statements that every entry needs, prepared once per connection: building their SQL anew each time
 * costs more than running them.
 */
export function prepareStatements(db: Database) {
  return {
    machine: machineWithHead(db).prepare('machine'),
    machineLocked: machineWithHead(db).for('update', { of: machineHead }).prepare('machine_locked'),
    standing: db
      .select()
      .from(registerValue)
      .where(and(eq(registerValue.machine, given('machine')), isNotNull(registerValue.value)))
      .prepare('standing'),
    gauges: db.select().from(gauge).orderBy(asc(gauge.place)).prepare('gauges'),
    tools: db
      .select({
        number: mount.number,
        offset: mount.offset,
        diameterOffset: mount.diameterOffset,
        assembly: assembly.id,
        name: assembly.name,
        kind: assembly.kind,
        holder: assembly.holder,
        turning: assembly.turning,
        flutes: assembly.flutes,
        properties: assembly.properties,
        estimate: assembly.estimate,
        edges: assembly.edges,
        life: assembly.life,
        lifeUsed: assembly.lifeUsed,
      })
      .from(mount)
      .innerJoin(assembly, eq(assembly.id, mount.assembly))
      .where(eq(mount.machine, given('machine')))
      .orderBy(asc(mount.place))
      .prepare('tools'),
    plan: db
      .select({
        setup: setup.id,
        machine: setup.machine,
        endedAt: setup.endedAt,
        operation: operation.id,
        operationName: operation.name,
        slots: operation.slots,
        stock: operation.stock,
        fixtureRepeat: operation.fixtureRepeat,
        tolerance: operation.tolerance,
        clearance: operation.clearance,
        features: operation.features,
        tools: operation.tools,
      })
      .from(setup)
      .innerJoin(operation, eq(operation.id, setup.operation))
      .where(eq(setup.id, given('setup')))
      .prepare('plan'),
    settings: db.select().from(setting).prepare('settings'),
    shifts: db.select().from(shift).orderBy(asc(shift.starts)).prepare('shifts'),
    addEntry: db
      .insert(entry)
      .values({
        id: given('id'),
        machine: given('machine'),
        seq: given('seq'),
        kind: given('kind'),
        at: given('at'),
        person: given('person'),
        setup: given('setup'),
        step: given('step'),
        refers: given('refers'),
        content: given('content'),
        hash: given('hash'),
        previousHash: given('previousHash'),
      })
      .prepare('add_entry'),
    addWrite: db
      .insert(entryWrite)
      .values({
        entry: given('entry'),
        machine: given('machine'),
        register: given('register'),
        seq: given('seq'),
        operation: given('operation'),
        before: given('before'),
        after: given('after'),
        state: given('state'),
        standard: given('standard'),
        assembly: given('assembly'),
      })
      .prepare('add_write'),
    putValue: db
      .insert(registerValue)
      .values({
        machine: given('machine'),
        register: given('register'),
        value: given('value'),
        state: given('state'),
        entry: given('entry'),
        at: given('at'),
        by: given('by'),
        standard: given('standard'),
        operation: given('operation'),
        setup: given('setup'),
        seen: given('seen'),
        assembly: given('assembly'),
        provenance: given('provenance'),
      })
      .onConflictDoUpdate({ target: [registerValue.machine, registerValue.register], set: EXCLUDED })
      .prepare('put_value'),
    moveHead: db
      .update(machineHead)
      .set({
        seq: sql`${given('seq')}`,
        hash: sql`${given('hash')}`,
        homedAt: sql`coalesce(${given('homedAt')}::timestamptz, ${machineHead.homedAt})`,
        poweredAt: sql`coalesce(${given('poweredAt')}::timestamptz, ${machineHead.poweredAt})`,
      })
      .where(eq(machineHead.machine, given('machine')))
      .prepare('move_head'),
  }
}

export type Statements = ReturnType<typeof prepareStatements>
