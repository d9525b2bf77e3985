import { FIRST } from '@rook/core'
import { connect } from '@rook/server/base/db/client'
import { LINKED, TABLE_NAMES, TABLES, type TableName } from '@rook/server/base/db/tables'
import { sealDay } from '@rook/server/seal/make'
import { sealHash } from '@rook/server/ledger/seal-hash'
import { hashOf } from '@rook/server/ledger/hash'
import { verifyChains } from '@rook/server/verify/chains'
import { verifyContents } from '@rook/server/verify/contents'
import { verifyEditions } from '@rook/server/verify/editions'
import type { Fault } from '@rook/server/verify/fault'
import { verifyLedger } from '@rook/server/verify/ledger'
import { verifySeals } from '@rook/server/verify/seals'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { loadDemo } from '../load.ts'
import { freshDatabase } from './fresh.ts'

const UNTIL = Date.parse('2026-11-24T02:00:00.000Z')
const SEALED = '2026-11-25T08:00:00.000Z'

let owner: pg.Client
let seal: { day: string; hash: string }

/** What nobody does in the demo shop of two days, and before its practice machines run. */
const FURTHER = `
  INSERT INTO machine_connection (id, machine, at, person, agent, line, reads_table, sends)
    VALUES (gen_random_uuid(), 'mill-3', now(), 'hollins', 'http://127.0.0.1:5000', '127.0.0.1:5001', true, true);
  INSERT INTO taken (id, machine, at, person, what, positions) VALUES (gen_random_uuid(), 'mill-3', now(), 'marrow', 'position', '[]');
  INSERT INTO control_ask (id, machine, at, person, what, text) VALUES ('7d0fbd4e-0f0c-4ad0-8d0b-6f5a0f2b9a01', 'mill-3', now(), 'marrow', 'send', 'G10 L2 P1 X0.');
  INSERT INTO control_begun (id, at) VALUES ('7d0fbd4e-0f0c-4ad0-8d0b-6f5a0f2b9a01', now());
  INSERT INTO control_sent (id, machine, at, person, text, outcome)
    VALUES ('7d0fbd4e-0f0c-4ad0-8d0b-6f5a0f2b9a01', 'mill-3', now(), 'marrow', 'G10 L2 P1 X0.', 'equal');
  INSERT INTO control_read (id, machine, at, person, text) VALUES (gen_random_uuid(), 'mill-3', now(), 'marrow', 'G10 L2 P1 X0.');
  INSERT INTO reservation_ended (reservation, at, person) SELECT id, now(), person FROM reservation LIMIT 1;
  INSERT INTO remark_withdrawn (remark, reason, at, person) SELECT id, 'of another part', now(), person FROM remark LIMIT 1;
  INSERT INTO program_use (entry, kind, setup, operation, issue, at)
    SELECT e.id, 'go', s.id, s.operation, i.id, now()
    FROM entry e JOIN setup s ON s.id = e.setup JOIN program_issue i ON i.operation = s.operation LIMIT 1`

beforeAll(async () => {
  const url = await freshDatabase()
  await loadDemo(url, UNTIL, 2)
  owner = new pg.Client({ connectionString: url })
  await owner.connect()
  await owner.query(FURTHER)
  const connection = connect(url, () => undefined)
  seal = (await sealDay(connection, SEALED))!
  await connection.pool.end()
})
afterAll(() => owner.end())

/** One connection for everything, so that what was tampered with is gone when its transaction is. */
function asPool(): pg.Pool {
  const query = (text: string, values?: unknown[]) =>
    owner.query(
      text.replace(/^BEGIN;/, 'SAVEPOINT walk;').replace(/^ROLLBACK$/, 'ROLLBACK TO walk; SET LOCAL session_replication_role = replica'),
      values,
    )
  return { query, connect: () => Promise.resolve({ query, release: () => undefined }) } as unknown as pg.Pool
}

type Look = (pool: pg.Pool) => Promise<Fault[]>
const WHOLE: Look = async (pool) => (await verifyLedger(pool)).faults

/** Somebody with the database's keys, who takes every guard off first. @returns what is found, and then it is as before */
async function tampered(work: () => Promise<unknown>, look: Look = WHOLE): Promise<string[]> {
  await owner.query('BEGIN; SET LOCAL session_replication_role = replica')
  try {
    await work()
    return (await look(asPool())).map(({ sentence }) => sentence)
  } finally {
    await owner.query('ROLLBACK')
  }
}

/** Nobody has carried anything over in the demo shop; `again.test.ts` has a shop where somebody did. */
const NOT_HERE: readonly TableName[] = ['carried']
const HELD = TABLE_NAMES.filter((table) => TABLES[table].held.by !== 'nothing' && !NOT_HERE.includes(table))

const ENDS: Look = async (pool) => [...(await verifyChains(pool)), ...(await verifySeals(pool, []))]
/** What looks at tables that are held in a way; the whole is tried by `is whole before` and by what was made anew. */
const LOOKS: Readonly<Record<string, Look>> = {
  entries: WHOLE,
  links: ENDS,
  editions: verifyEditions,
  content: verifyContents,
  chains: ENDS,
}
const lookAt = (table: TableName) => LOOKS[TABLES[table].held.by]!

interface Column {
  name: string
  type: string
  words: string[]
}

async function columnsOf(table: TableName): Promise<Column[]> {
  const { rows } = await owner.query<Column>(
    `SELECT a.attname AS name, format_type(a.atttypid, NULL) AS type, coalesce((
       SELECT array_agg(m[1]) FROM pg_constraint c, regexp_matches(pg_get_constraintdef(c.oid), '''([^'']+)''::text', 'g') m
       WHERE c.conrelid = a.attrelid AND c.contype = 'c' AND a.attnum = ANY (c.conkey)), '{}') AS words
     FROM pg_attribute a WHERE a.attrelid = $1::regclass AND a.attnum > 0 AND NOT a.attisdropped`,
    [table],
  )
  return rows
}

/** Another value than what stands, whatever it is. */
const OTHERWISE: Readonly<Record<string, (column: string) => string>> = {
  text: (c) => `coalesce(${c}, '') || 'x'`,
  character: (c) => `translate(left(${c}, 1), '0123456789abcdef', '123456789abcdef0') || substr(${c}, 2)`,
  bigint: (c) => `coalesce(${c}, 0) + 1000`,
  integer: (c) => `coalesce(${c}, 0) + 1000`,
  'double precision': (c) => `coalesce(${c}, 0) + 1`,
  boolean: (c) => `NOT coalesce(${c}, false)`,
  'timestamp with time zone': (c) => `coalesce(${c}, now()) + interval '1 second'`,
  jsonb: (c) => `CASE jsonb_typeof(${c}) WHEN 'array' THEN ${c} || '[1]' ELSE coalesce(${c}, '{}') || '{"x": 1}' END`,
  uuid: () => 'gen_random_uuid()',
  'integer[]': (c) => `array_append(${c}, 1)`,
  bytea: (c) => `overlay(${c} PLACING '\\xff' FROM 12 FOR 1)`,
}

const otherwise = ({ name, type, words }: Column) => {
  const column = `"${name}"`
  if (words.length > 0)
    return `(SELECT word FROM unnest(ARRAY[${words.map((word) => `'${word}'`).join(', ')}]) word WHERE word <> ${column} LIMIT 1)`
  return OTHERWISE[type]!(column)
}

/** Columns that may say something else, with the reason. */
const LOOSE: Readonly<Record<string, string>> = {
  changed_at: 'its newest edition says when',
  changed_by: 'its newest edition says who',
}

describe('every table that the database has', () => {
  it('is on the list, and on the list is nothing else', async () => {
    const { rows } = await owner.query<{ name: string }>(`SELECT tablename AS name FROM pg_tables WHERE schemaname = 'public'`)
    expect(rows.map(({ name }) => name).sort()).toEqual([...TABLE_NAMES].sort())
  })

  it('has rows here, or it could be tampered with unseen', async () => {
    const bare: string[] = []
    for (const table of HELD) {
      const { rows } = await owner.query(`SELECT 1 FROM ${table} LIMIT 1`)
      if (rows.length === 0) bare.push(table)
    }
    expect(bare).toEqual([])
  })

  it('is whole before', async () => expect(await tampered(() => Promise.resolve())).toEqual([]))

  it.each(HELD)('%s: no column of it is changed unseen', async (table) => {
    for (const column of await columnsOf(table)) {
      if (column.name in LOOSE && TABLES[table].held.by === 'editions') continue
      const found = await tampered(async () => {
        const { rowCount } = await owner.query(
          `UPDATE ${table} SET "${column.name}" = ${otherwise(column)} WHERE ctid = (SELECT min(ctid) FROM ${table})`,
        )
        expect(rowCount).toBe(1)
      }, lookAt(table))
      expect(found, column.name).not.toEqual([])
    }
  })

  it.each(HELD)('%s: no row of it goes unseen, and not all of them either', async (table) => {
    const chains = LINKED.some((one) => one.table === table) ? `; DELETE FROM chain_end WHERE chain = '${table}'` : ''
    expect(
      await tampered(() => owner.query(`DELETE FROM ${table} WHERE ctid = (SELECT max(ctid) FROM ${table})`), lookAt(table)),
    ).not.toEqual([])
    expect(await tampered(() => owner.query(`DELETE FROM ${table}${chains}`), lookAt(table))).not.toEqual([])
  })

  it.each(HELD)('%s: no row comes to it unseen', async (table) => {
    const { rows: key } = await owner.query<{ name: string }>(
      `SELECT a.attname AS name FROM pg_index i JOIN pg_attribute a ON a.attrelid = i.indrelid AND a.attnum = ANY (i.indkey)
       WHERE i.indrelid = $1::regclass AND (i.indisprimary OR i.indisunique)`,
      [table],
    )
    const own = (await columnsOf(table)).filter(({ name }) => key.some((one) => one.name === name))
    const forged = own.map((column) => `'${column.name}', ${otherwise(column)}`).join(', ')
    const found = await tampered(
      () =>
        owner.query(`INSERT INTO ${table} SELECT (jsonb_populate_record(row, jsonb_build_object(${forged}))).* FROM ${table} row LIMIT 1`),
      lookAt(table),
    )
    expect(found).not.toEqual([])
  })
})

describe('a ledger that its owner made anew', () => {
  /** A row of a linked table is changed, and every hash from there on is taken again, with the database's own function. */
  const relink = (table: string, key: string, whose: string) => `
    SET LOCAL timezone = 'UTC';
    DO $do$ DECLARE one record; last text := ''; BEGIN
      FOR one IN SELECT ctid, link FROM ${table} WHERE ${key} = '${whose}' ORDER BY link LOOP
        UPDATE ${table} row SET hash = row_hash(last, to_jsonb(row)) WHERE ${key} = '${whose}' AND link = one.link RETURNING trim(hash) INTO last;
      END LOOP;
      UPDATE chain_end SET hash = last WHERE chain = '${table}' AND key = '${whose}';
    END $do$`

  it('from the middle of a linked table on shows by the seal', async () => {
    const found = await tampered(() =>
      owner.query(
        `UPDATE gauge_event SET note = 'never mind' WHERE gauge = 'setter-b' AND link = 1; ${relink('gauge_event', 'gauge', 'setter-b')}`,
      ),
    )
    expect(found).toEqual([expect.stringMatching(/^gauge event \d+ of setter-b is not as it was sealed on 2026-11-25$/)])
  })

  /** The same of a machine's own entries, from its first on. */
  async function rewriteEntries(machine: string): Promise<void> {
    const { rows } = await owner.query<{ id: string; seq: string; content: Record<string, unknown> }>(
      'SELECT id, seq, content FROM entry WHERE machine = $1 ORDER BY seq',
      [machine],
    )
    // What was only noted is the easiest to word otherwise.
    const first = rows.find(({ content }) => content.kind === 'powered')!.content
    let before: string = FIRST
    for (const { id, content } of rows) {
      const changed = content === first ? { ...content, reason: 'as it suits' } : content
      const hash = hashOf(before, changed as never)
      await owner.query('UPDATE entry SET content = $2, reason = $3, hash = $4, previous_hash = $5 WHERE id = $1', [
        id,
        changed,
        changed.reason,
        hash,
        before,
      ])
      before = hash
    }
    await owner.query('UPDATE machine_head SET hash = $2 WHERE machine = $1', [machine, before])
  }

  it('from the first entry of a machine on shows by the seal', async () => {
    const found = await tampered(() => rewriteEntries('mill-3'))
    expect(found).toEqual([expect.stringMatching(/^entry \d+ of mill-3 is not as it was sealed on 2026-11-25$/)])
  })

  it('with its seals shows to whoever has one on paper', async () => {
    const anew = async () => {
      await rewriteEntries('mill-3')
      await owner.query(
        `UPDATE sealed_end s SET hash = h.hash FROM machine_head h WHERE s.chain = 'entry' AND s.key = 'mill-3' AND h.machine = 'mill-3'`,
      )
      const { rows } = await owner.query<{ chain: string; key: string; link: string; hash: string }>(
        'SELECT chain, key, link, trim(hash) AS hash FROM sealed_end ORDER BY chain, key',
      )
      const ends = rows.map((row) => ({ ...row, link: Number(row.link) }))
      await owner.query('UPDATE seal SET hash = $1', [sealHash('', seal.day, SEALED, ends)])
    }
    expect(await tampered(anew)).toEqual([])
    const printed = { day: seal.day, hash: seal.hash.slice(0, 12) }
    const expecting: Look = async (pool) => (await verifyLedger(pool, [printed])).faults
    expect(await tampered(anew, expecting)).toEqual([`there is no seal of 2026-11-25 with the hash ${printed.hash}`])
    expect(await tampered(() => Promise.resolve(), expecting)).toEqual([])
  })
})

describe('guards', () => {
  it.each([
    ['a guard that was taken off', 'DROP TRIGGER entry_append_only ON entry', 'entry has lost a guard: refuse_change'],
    [
      'a guard that was put to sleep',
      'ALTER TABLE control_sent DISABLE TRIGGER control_sent_link',
      'control_sent has lost a guard: link_row',
    ],
    ['editions that nobody keeps', 'ALTER TABLE person DISABLE TRIGGER person_kept', 'person has lost a guard: keep_edition'],
    ['a first edition that nobody keeps', 'DROP TRIGGER job_edition_first ON job', 'job has lost a guard: keep_first_editions'],
    [
      'a guard that looks away',
      `CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RETURN NEW; END $$`,
      'the function refuse_change is not as the ledger made it',
    ],
    [
      'somebody’s own trigger',
      `CREATE FUNCTION slip() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RETURN NULL; END $$;
       CREATE TRIGGER slip BEFORE INSERT ON entry FOR EACH ROW EXECUTE FUNCTION slip()`,
      'entry has a trigger that is not the ledger’s: slip',
    ],
    ['rights', 'GRANT UPDATE ON entry TO rook_app', 'rook_app may UPDATE on entry, which nobody was given'],
    ['rights for everybody', 'GRANT SELECT ON person TO public', 'everybody may SELECT on person, which nobody was given'],
    [
      'rights to a column',
      'GRANT UPDATE (after) ON entry_write TO rook_app',
      'rook_app may UPDATE of a column on entry_write, which nobody was given',
    ],
    ['a rule', 'CREATE RULE nothing AS ON INSERT TO remark DO INSTEAD NOTHING', 'remark has a rule that is not the ledger’s: nothing'],
  ])('%s', async (_what, change, sentence) => {
    expect(await tampered(() => owner.query(change))).toEqual([sentence])
  })
})
