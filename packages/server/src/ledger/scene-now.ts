import type { MountedTool, Plan, Reserved, Scene, ToolFamily, WearWrite } from '@rook/core'
import type { StepPlan } from '@rook/contract'
import type { Versions } from '../base/db/kept.ts'
import type { SendingRow } from './sending.ts'
import type { StandingRow } from './standing.ts'

/** The columns of a figure, under the names that they have here. */
export const FIGURE = 'state, entry, at, "by", standard, operation, setup, seen, assembly, provenance'

/** A tool in its pocket, with the assembly's columns under their own names. */
export const TOOL = `pocket.number, pocket.offset, pocket.diameter_offset AS "diameterOffset", pocket.further, a.id AS assembly, a.name, a.kind, a.holder, a.turning,
  a.flutes, a.insert_code AS insert, a.properties, a.estimate, a.edges, a.life, a.life_used AS "lifeUsed"`

/** An operation is called by its name and the revision that it was planned for. */
export const OPERATION_NAME = `concat(o.name, ', rev ', o.revision)`

/** Figures of an earlier setup that were confirmed for setup `o` and not taken back. */
const CONFIRMED = `(SELECT coalesce(json_object_agg(c.register, c.origin), '{}') FROM carried c
      WHERE c.setup = o.setup AND NOT EXISTS (SELECT FROM entry k WHERE k.refers = c.entry AND k.kind = 'correction'))`

/** When parts were first known to have been cut in a setup: it was proven, or parts were counted. */
export const cutSince = (setup: string, moment = 'NULL::timestamptz') => `(SELECT min(e.at) FROM entry e
      WHERE e.setup = ${setup} AND e.kind IN ('proven', 'counted') AND e.at <= coalesce(${moment}, e.at)
        AND NOT EXISTS (SELECT FROM entry k WHERE k.refers = e.id AND k.kind = 'correction' AND k.at <= coalesce(${moment}, k.at)))`

export const PLAN = `o.id AS operation, (SELECT number FROM job WHERE id = o.job) AS job, ${OPERATION_NAME} AS "operationName", o.slots, o.stock, p.holding, o.fixture_repeat AS "fixtureRepeat",
  o.tolerance, o.clearance, o.features, o.sizes, o.tools, o.repeats, ${cutSince('o.setup')} AS cut, ${CONFIRMED} AS confirmed`

/** Slots of a machine that are kept for somebody and not given up; whether their time is over is for the reader to see. */
export const reservedOn = (machine: string, moment = 'NULL::timestamptz') => `(SELECT json_agg(r) FROM (
      SELECT k.id, k.slot, (SELECT number FROM job WHERE id = k.job) AS job, k.words, k.until, (SELECT name FROM person WHERE id = k.person) AS "by"
      FROM reservation k WHERE k.machine = ${machine} AND k.at <= coalesce(${moment}, k.at)
        AND NOT EXISTS (SELECT FROM reservation_ended x WHERE x.reservation = k.id AND x.at <= coalesce(${moment}, x.at))
      ORDER BY k.at) r)`

/** Families of tools on a machine, each as it was last said; those that were given up are left out. */
export const familiesOn = (machine: string, moment = 'NULL::timestamptz') => `(SELECT json_agg(f) FROM (
      SELECT DISTINCT ON (name) entry, name, called, members, in_use AS "inUse" FROM tool_family
      WHERE machine = ${machine} AND at <= coalesce(${moment}, at) ORDER BY name, link DESC) f WHERE jsonb_array_length(f.members) > 0)`

export const FORMERLY = 'formerly'
export const SIZES = 'sizes_worn'

/**
 * Everything of a machine's scene in one statement: $1 machine, $2 setup or null, $3 an id to look up among what was sent, $4 whether
 * the order of work is wanted.
 * What was before is read by functions of the database, which hold the planner to their index whatever its statistics.
 */
export const NOW = `
  SELECT
    (SELECT row_to_json(m) FROM machine m WHERE m.id = $1::text) AS machine,
    (SELECT row_to_json(h) FROM machine_head h WHERE h.machine = $1::text) AS head,
    (SELECT json_object_agg(what, version) FROM shop_version) AS versions,
    (SELECT row_to_json(s) FROM (SELECT fingerprint FROM sending WHERE id = $3::uuid) s) AS sending,
    (SELECT json_agg(v) FROM (
      SELECT register, value, ${FIGURE} FROM register_value WHERE machine = $1::text AND value IS NOT NULL ORDER BY register) v) AS standing,
    (SELECT json_agg(t) FROM (
      SELECT ${TOOL} FROM mount pocket JOIN assembly a ON a.id = pocket.assembly WHERE pocket.machine = $1::text ORDER BY pocket.place) t) AS tools,
    (SELECT row_to_json(p) FROM (
      SELECT o.setup, o.machine, o.ended_at AS "endedAt", ${PLAN} FROM setup_plan o LEFT JOIN workpiece p ON p.id = o.id
      WHERE o.setup = $2::text) p) AS plan,
    (SELECT row_to_json(h) FROM (
      SELECT o.stock, p.holding FROM setup_plan o LEFT JOIN workpiece p ON p.id = o.id
      WHERE $2::text IS NULL AND o.machine = $1::text AND o.ended_at IS NULL ORDER BY o.started_at DESC LIMIT 1) h) AS "atHand",
    (SELECT o.steps FROM setup_plan o WHERE o.setup = $2::text AND $4::boolean) AS steps,
    ${reservedOn('$1::text')} AS reserved,
    ${familiesOn('$1::text')} AS families,
    (SELECT json_agg(f) FROM ${FORMERLY}($1::text, $2::text, NULL) f) AS formerly,
    (SELECT json_agg(w) FROM ${SIZES}($1::text, NULL) w) AS sizes`

export type ToolRow = MountedTool
export type PlanRow = Plan & { machine: string; endedAt: string | null }
export type FormerRow = StandingRow
export type SizeRow = Omit<WearWrite, 'before' | 'after'> & { register: string; before: number | null; after: number | null }

export interface SceneRows {
  machine: Record<string, unknown> | null
  head: Record<string, unknown> | null
  versions: Versions
  sending: SendingRow | null
  standing: StandingRow[] | null
  tools: ToolRow[] | null
  plan: PlanRow | null
  atHand: Scene['atHand']
  steps: StepPlan[] | null
  reserved: readonly Reserved[] | null
  families: readonly ToolFamily[] | null
  formerly: FormerRow[] | null
  sizes: SizeRow[] | null
}
