import { randomUUID } from 'node:crypto'
import { FIRST, PLAIN_MARKS, type Provenance } from '@rook/core'
import type { EntryContent } from '@rook/contract'
import { BLANK } from '@rook/server/ledger/heading'
import pg from 'pg'
import { openBenchShop, WRITERS } from './shop.ts'

/** A shop after years: what its database holds. */
export const HISTORY = { machines: 40, assemblies: 5_000, setups: 3_000, registers: 60, parts: 10_000 }

/** The moment that the history begins at, and how long it runs. */
const BEGINS = '2016-01-01T00:00:00Z'
const ENTRIES_AT_ONCE = 50_000

/** What an entry says, but for what makes it this one: as large as those that a routine makes without its picture. */
const PATTERN = {
  ...BLANK,
  kind: 'pick-up',
  person: { id: 'writer', name: 'Writer', role: 'setter' },
  shift: 'Early',
  operation: 'op',
  step: 'zero-x',
  routine: 'edge',
  inputs: { slot: 'G54', axis: 'X', direction: '+', finder: 'gauge-0', between: 'none', reading: '-318.2040', place: '0' },
} satisfies Partial<EntryContent>

/**
 * A bench shop with so many entries behind it: spread over the machines in turn, each writes one register, in setups that
 * follow each other. They go straight into the tables, with no chain that would hold: what is measured is reading and
 * recording beside them.
 */
export async function loadHistory(url: string, entries: number): Promise<void> {
  await openBenchShop(url)
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  const { machines, assemblies, setups, registers, parts } = HISTORY
  await client.query(
    'SET session_replication_role = replica; SET synchronous_commit = off; SET work_mem = 65536; SET maintenance_work_mem = 262144',
  )
  await client.query(`
    INSERT INTO machine (id, place, name, kind, unit, increment, travels, slots, length_convention, diameter_register, x_reads, offsets)
      SELECT 'mill-' || n, n, 'Mill ' || n, kind, unit, increment, travels, slots, length_convention, diameter_register, x_reads, offsets
      FROM machine m, generate_series(${WRITERS}, ${machines - 1}) n WHERE m.id = 'mill-0';
    INSERT INTO machine_head (machine, seq, hash) SELECT 'mill-' || n, 0, '${FIRST}' FROM generate_series(${WRITERS}, ${machines - 1}) n;
    INSERT INTO edition (thing, key, at, content, link) SELECT 'machine', id, '${BEGINS}', to_jsonb(m) - '{changed_at,changed_by}'::text[], 1 FROM machine m
      ON CONFLICT (thing, key, link) DO UPDATE SET at = excluded.at;
    UPDATE edition SET at = '${BEGINS}';
    INSERT INTO assembly (id, name, kind, estimate) SELECT 'many-' || n, 'End mill ' || n, 'end-mill', 100000000 + n FROM generate_series(1, ${assemblies}) n;
    INSERT INTO mount (machine, number, place, "offset", diameter_offset, assembly)
      SELECT 'mill-' || n % ${machines}, (2 + n / ${machines})::text, n, (2 + n / ${machines})::text, (2 + n / ${machines})::text, 'many-' || n
      FROM generate_series(0, ${machines * 20 - 1}) n WHERE n > 0;
    INSERT INTO part (id, number, name, revision) SELECT 'part-' || n, 'N-' || n, 'Part ' || n, 'A' FROM generate_series(1, ${parts}) n;
    INSERT INTO job (id, number, part, revision, quantity, closed) SELECT 'job-' || n, 'J-' || n, 'part-' || n, 'A', 20, n % 20 > 0 FROM generate_series(1, ${parts}) n;
    INSERT INTO setup (id, machine, operation, job, edition, started_at, ended_at)
      SELECT 'old-' || n, 'mill-' || n % ${machines}, 'op', 'job', 1, timestamptz '${BEGINS}' + n * interval '1 day', timestamptz '${BEGINS}' + (n + 1) * interval '1 day'
      FROM generate_series(0, ${setups - 1}) n;
    INSERT INTO setup (id, machine, operation, job, edition, started_at) SELECT 'setup-' || n, 'mill-' || n, 'op', 'job', 1, now() FROM generate_series(${WRITERS}, ${machines - 1}) n`)
  const content = JSON.stringify(PATTERN).replaceAll("'", "''")
  // A hash in the shape of a random id, so that the same entry has the same one in every table.
  const entryId = `overlay(overlay(md5('history ' || n) placing '4' from 13 for 1) placing '8' from 17 for 1)::uuid`
  const provenance = JSON.stringify({ ...PLAIN_MARKS, origin: randomUUID(), rests: [], gauges: ['gauge-0'] } satisfies Provenance)
  const register = `CASE WHEN (n / ${machines}) % ${registers} < 4 THEN 'work/G5' || 4 + (n / ${machines}) % ${registers} || '/X/geometry' ELSE 'tool/' || (n / ${machines}) % ${registers} || '/length/geometry' END`
  for (let from = 0; from < entries; from += ENTRIES_AT_ONCE) {
    const to = Math.min(entries, from + ENTRIES_AT_ONCE) - 1
    const common = `
      SELECT n, ${entryId} AS id, 'mill-' || n % ${machines} AS machine, n / ${machines} + 1 AS seq,
        timestamptz '${BEGINS}' + n * interval '5 minutes' * ${(1_000_000 / Math.max(entries, 1)).toFixed(6)} AS at,
        'old-' || ((n / ${Math.max(1, Math.ceil(entries / setups))}) / ${machines} * ${machines} + n % ${machines}) % ${setups} AS setup, ${register} AS register,
        -313204000 - 25000000 * ((n / ${machines}) % ${registers}) AS value
      FROM generate_series(${from}, ${to}) n`
    await client.query(`
      INSERT INTO entry (id, machine, seq, kind, at, person, "by", setup, step, title, content, hash, previous_hash)
      SELECT id, machine, seq, 'pick-up', at, 'writer', 'Writer', setup, 'zero-x', 'G54 X by an edge',
        '${content}'::jsonb || jsonb_build_object('id', id, 'machine', machine, 'seq', seq, 'at', to_char(at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"'), 'setup', setup, 'title', 'G54 X by an edge'),
        repeat('0', 64), repeat('0', 64) FROM (${common}) c`)
    await client.query(`
      INSERT INTO entry_write (entry, machine, register, seq, kind, at, "by", operation, setup, seen, before, after, state, standard, assembly, provenance)
      SELECT id, machine, register, seq, 'pick-up', at, 'Writer', 'op', setup, false, value, value, 'set', 2000, NULL, '${provenance}' FROM (${common}) c`)
    await client.query(
      `INSERT INTO entry_gauge (gauge, machine, seq, at, entry) SELECT 'gauge-0', machine, seq, at, id FROM (${common}) c WHERE n % 7 = 0`,
    )
  }
  await client.query(`
    INSERT INTO register_value (machine, register, value, state, entry, at, "by", standard, operation, setup, seen, assembly, provenance)
      SELECT DISTINCT ON (machine, register) machine, register, after, state, entry, at, "by", standard, operation, setup, seen, assembly, provenance
      FROM entry_write ORDER BY machine, register, seq DESC ON CONFLICT DO NOTHING;
    UPDATE machine_head h SET seq = e.seq, at = e.at FROM (SELECT machine, max(seq) AS seq, max(at) AS at FROM entry GROUP BY machine) e WHERE e.machine = h.machine`)
  await client.query('SET session_replication_role = DEFAULT')
  await client.query('ANALYZE')
  await client.end()
}
