import type { Plan, Reserved, Scene, ToolFamily } from '@rook/core'
import type { GaugeRecord } from '@rook/contract'
import type { Lane } from '../base/db/transaction.ts'
import { rowOf, rowsOf } from '../base/db/rows.ts'
import { assembly, gauge, machine, mount, operation, workpiece, type machineHead } from '../base/db/schema.ts'
import { notFound } from '../base/problem.ts'
import { cutSince, familiesOn, FORMERLY, reservedOn, SIZES, type FormerRow, type SizeRow, type ToolRow } from './scene-now.ts'
import { asMachine } from './machine.ts'
import { planOf, sceneOf } from './scene.ts'
import type { StandingRow } from './standing.ts'

type Content = Record<string, unknown>

interface PastRows {
  machine: Content | null
  seq: string | null
  homed: string | null
  powered: string | null
  setup: {
    machine: string
    operation: string
    ended: string | null
    repeats: Plan['repeats']
    confirmed: Plan['confirmed']
    job: string
    cut: string | null
  } | null
  operation: Content | null
  workpiece: Content | null
  mounts: Content[] | null
  assemblies: Content[] | null
  gauges: Content[] | null
  reserved: readonly Reserved[] | null
  families: readonly ToolFamily[] | null
}

/** $1 machine, $2 setup or null, $3 the moment: what everything but the registers was. */
const THINGS = `
  WITH upto AS (
    SELECT seq FROM entry WHERE machine = $1::text AND at <= $3::timestamptz ORDER BY at DESC, seq DESC LIMIT 1
  ), own AS (
    SELECT machine, operation, edition, started_at, CASE WHEN ended_at <= $3 THEN ended_at END AS ended, repeats, (SELECT number FROM job WHERE id = setup.job) AS job, ${cutSince('setup.id', '$3::timestamptz')} AS cut,
      (SELECT coalesce(json_object_agg(c.register, c.origin), '{}') FROM carried c JOIN entry e ON e.id = c.entry
        WHERE c.setup = $2 AND e.at <= $3 AND NOT EXISTS (
          SELECT FROM entry k WHERE k.refers = c.entry AND k.kind = 'correction' AND k.at <= $3)) AS confirmed
    FROM setup WHERE id = $2::text AND started_at <= $3
  ), pockets AS (
    SELECT content FROM editions_at('mount', $1 || '/', $3) WHERE content IS NOT NULL
  )
  SELECT
    edition_at('machine', $1, $3) AS machine,
    (SELECT seq FROM upto) AS seq,
    (SELECT at FROM entry WHERE machine = $1 AND kind = 'homed' AND seq <= (SELECT seq FROM upto) ORDER BY seq DESC LIMIT 1) AS homed,
    (SELECT at FROM entry WHERE machine = $1 AND kind = 'powered' AND seq <= (SELECT seq FROM upto) ORDER BY seq DESC LIMIT 1) AS powered,
    (SELECT row_to_json(own) FROM own) AS setup,
    (SELECT e.content FROM own JOIN edition e ON e.thing = 'operation' AND e.key = own.operation AND e.link = own.edition) AS operation,
    (SELECT edition_at('workpiece', own.operation, $3) FROM own) AS workpiece,
    (SELECT json_agg(content) FROM pockets) AS mounts,
    (SELECT json_agg(edition_at('assembly', content ->> 'assembly', $3)) FROM pockets) AS assemblies,
    (SELECT json_agg(content) FROM editions_at('gauge', '', $3)) AS gauges,
    ${reservedOn('$1', '$3::timestamptz')} AS reserved,
    ${familiesOn('$1', '$3::timestamptz')} AS families`

const REGISTERS = `
  SELECT
    (SELECT json_agg(s ORDER BY s.register) FROM stood($1, $3::bigint) s) AS standing,
    (SELECT json_agg(f) FROM ${FORMERLY}($1, $2, $3) f) AS formerly,
    (SELECT json_agg(w) FROM ${SIZES}($1, $3) w) AS sizes`

/**
 * The scene of a machine as it was at a moment: what the routines and checks would have looked at then. The present is the
 * newest of these, read from what stands now (`loadScene`); nothing here opens an entry's content.
 * @param moment ISO 8601
 * @throws Problem 404 where there was no such machine or setup then
 */
export async function loadSceneAt(
  { client }: Pick<Lane, 'client'>,
  machineId: string,
  setupId: string | null,
  moment: string,
): Promise<Scene> {
  const { rows: things } = await client.query<PastRows>({ name: 'scene-things', text: THINGS, values: [machineId, setupId, moment] })
  const found = things[0]!
  if (!found.machine) throw notFound(`Machine ${machineId} at that time`)
  if (setupId && !found.setup) throw notFound(`Setup ${setupId} at that time`)
  const { rows: registers } = await client.query<{ standing: StandingRow[]; formerly: FormerRow[]; sizes: SizeRow[] }>({
    name: 'scene-registers',
    text: REGISTERS,
    values: [machineId, setupId, Number(found.seq ?? 0)],
  })
  const record = asMachine(rowOf(machine, found.machine))
  const plan = setupId && found.setup ? planOf(planRow(setupId, found), record, setupId, 'read') : null
  const head = { homedAt: iso(found.homed), poweredAt: iso(found.powered) } as typeof machineHead.$inferSelect
  return sceneOf(
    { record, head },
    { ...registers[0]!, tools: toolsOf(found), reserved: found.reserved, families: found.families },
    plan,
    gaugesOf(found),
    moment,
  )
}

const iso = (at: string | null): string | null => (at === null ? null : new Date(at).toISOString())

function planRow(setup: string, { setup: own, operation: content, workpiece: work }: PastRows) {
  const { id, name, revision, slots, stock, fixtureRepeat, tolerance, clearance, features, sizes, tools } = rowOf(operation, content!)
  return {
    setup,
    job: own!.job,
    machine: own!.machine,
    endedAt: own!.ended,
    operation: id,
    operationName: `${name}, rev ${revision}`,
    slots,
    stock,
    holding: work ? rowOf(workpiece, work).holding : null,
    fixtureRepeat,
    tolerance,
    clearance,
    features,
    sizes,
    cut: iso(own!.cut),
    tools,
    repeats: own!.repeats,
    confirmed: own!.confirmed,
  }
}

function toolsOf({ mounts, assemblies }: PastRows): ToolRow[] {
  const byId = new Map(
    rowsOf(
      assembly,
      (assemblies ?? []).filter((one) => one !== null),
    ).map((one) => [one.id, one]),
  )
  return rowsOf(mount, mounts ?? [])
    .sort((one, other) => one.place - other.place)
    .flatMap(({ number, offset, diameterOffset, further, assembly: id }) => {
      const sits = byId.get(id)
      if (!sits) return []
      const { id: _id, changedAt: _at, changedBy: _by, ...own } = sits
      return [{ ...own, number, offset, diameterOffset, further, assembly: id } as ToolRow]
    })
}

const gaugesOf = ({ gauges }: PastRows): GaugeRecord[] =>
  rowsOf(gauge, gauges ?? [])
    .sort((one, other) => one.place - other.place)
    .map(({ place: _place, changedAt: _at, changedBy: _by, ...one }) => one)
