import { chainWords, toolsWanting, type Scene, type SettingTemplate, type ToolFamily } from '@rook/core'
import type { FloorMachine } from '@rook/contract'
import type { Connection } from '../base/db/client.ts'
import { inTransaction, type Lane } from '../base/db/transaction.ts'
import { rowOf } from '../base/db/rows.ts'
import { machine, machineHead } from '../base/db/schema.ts'
import { asLine } from '../ledger/list.ts'
import { asMachine, type Machine } from '../ledger/machine.ts'
import { planOf, sceneOf } from '../ledger/scene.ts'
import { familiesOn, FIGURE, PLAN, TOOL, type PlanRow, type ToolRow } from '../ledger/scene-now.ts'
import type { StandingRow } from '../ledger/standing.ts'
import { standingEntries } from '../setups/entries.ts'
import { describe, openSetupRows, type SetupRow } from '../setups/load.ts'
import type { Versions } from '../base/db/kept.ts'
import { besideControl, CONTROL_TEXT, READS } from '../machine-link/beside-control.ts'
import { contentOf } from '../programs/issues.ts'
import { aroundOf, heldOf } from '../programs/held.ts'
import type { ProgramReads } from '../programs/reads.ts'
import { noticesOf, type AtHand } from './notices.ts'

/** What a card shows hangs on the time as well: a gauge falls due, a lot grows old. */
const LASTS = 60_000
/** So long a card waits for the text of a program that has not been read yet, milliseconds. */
const WAITS_FOR_TEXT = 800

/** The newest text that each setup at hand runs. */
const PROGRAMS = `
  SELECT s.machine, to_jsonb(m) AS record, i.text AS hash FROM setup s JOIN machine m ON m.id = s.machine
  CROSS JOIN LATERAL (SELECT trim(text) AS text FROM program_issue WHERE operation = s.operation ORDER BY issue DESC LIMIT 1) i
  WHERE s.ended_at IS NULL AND s.machine = ANY($1)`

/** The newest handover of a machine `m` that nobody has read. */
const UNREAD = `(SELECT json_build_object('id', w.id, 'shift', w.shift, 'by', p.name, 'at', w.at) FROM handover w JOIN person p ON p.id = w.person
      WHERE w.machine = m.id AND NOT EXISTS (SELECT FROM handover_read r WHERE r.handover = w.id) ORDER BY w.starts_at DESC LIMIT 1)`

/** How far everything is that a card is made from; where it says the same, the card is the same. */
const MARKS = `
  SELECT m.id, concat_ws(' ', h.seq, extract(epoch FROM m.changed_at), v.marks, ${UNREAD} ->> 'id',
    (SELECT max(c.at)::text FROM control_read c WHERE c.machine = m.id AND c.text IS NOT NULL AND ${READS}),
    (SELECT string_agg(concat(s.id, '/', s.edition, '/', (SELECT max(e.link) FROM edition e WHERE e.thing = 'operation' AND e.key = s.operation), '/', (SELECT max(i.issue) FROM program_issue i WHERE i.operation = s.operation)), ' ' ORDER BY s.id)
      FROM setup s WHERE s.machine = m.id AND s.ended_at IS NULL)) AS mark
  FROM machine m JOIN machine_head h ON h.machine = m.id
  CROSS JOIN (SELECT string_agg(version::text, ' ' ORDER BY what) AS marks FROM shop_version) v
  ORDER BY m.place, m.id`

/** Everything that the cards of some machines are made from, a row for each. */
const CARDS = `
  SELECT to_jsonb(m) AS machine, to_jsonb(h) AS head, (SELECT json_object_agg(what, version) FROM shop_version) AS versions,
    (SELECT json_agg(v) FROM (
      SELECT register, value, ${FIGURE} FROM register_value WHERE machine = m.id AND value IS NOT NULL ORDER BY register) v) AS standing,
    (SELECT json_agg(t) FROM (
      SELECT ${TOOL} FROM mount pocket JOIN assembly a ON a.id = pocket.assembly WHERE pocket.machine = m.id ORDER BY pocket.place) t) AS tools,
    ${familiesOn('m.id')} AS families,
    (SELECT json_agg(p) FROM (
      SELECT o.setup, o.machine, o.ended_at AS "endedAt", ${PLAN} FROM setup_plan o LEFT JOIN workpiece p ON p.id = o.id
      WHERE o.machine = m.id AND o.ended_at IS NULL) p) AS plans,
    (SELECT row_to_json(l) FROM (
      SELECT e.content, m.name AS "machineName",
        (SELECT c.id FROM entry c WHERE c.refers = e.id AND c.kind = 'correction' LIMIT 1) AS "correctedBy"
      FROM entry e WHERE e.machine = m.id AND e.seq = h.seq) l) AS last,
    ${CONTROL_TEXT} AS control,
    ${UNREAD} AS unread
  FROM machine m JOIN machine_head h ON h.machine = m.id WHERE m.id = ANY($1)`

interface CardRow {
  machine: Record<string, unknown>
  head: Record<string, unknown>
  versions: Versions
  standing: StandingRow[] | null
  tools: ToolRow[] | null
  families: readonly ToolFamily[] | null
  plans: PlanRow[] | null
  last: Parameters<typeof asLine>[0] | null
  /** What its control held when it was read last. */
  control: { text: string; at: string } | null
  unread: NonNullable<FloorMachine['handover']> | null
}

interface Card {
  mark: string
  madeAt: number
  card: FloorMachine
}

/**
 * Every machine with what is set up on it, as the floor shows it. A card is made anew only when something that it is made
 * from has moved on, which one short question tells; everybody who asks meanwhile gets the same answer.
 */
export class Overview {
  private readonly cards = new Map<string, Card>()
  /** The answer as it was given the last time; the same while every card is. */
  private answer: FloorMachine[] = []
  private running: Promise<FloorMachine[]> | null = null
  private next: Promise<FloorMachine[]> | null = null

  constructor(
    private readonly connection: Connection,
    private readonly reads: ProgramReads,
  ) {}

  /** An answer is never older than its question. Whoever asks while one is being made waits for the next one, and shares it. */
  read(now: string): Promise<FloorMachine[]> {
    if (!this.running) return (this.running = this.look(now).finally(() => (this.running = null)))
    this.next ??= this.running
      .catch(() => undefined)
      .then(() => {
        this.next = null
        return this.read(now)
      })
    return this.next
  }

  private async look(now: string): Promise<FloorMachine[]> {
    const { rows: marks } = await this.connection.pool.query<{ id: string; mark: string }>({ name: 'floor-marks', text: MARKS })
    const old = marks.filter(({ id, mark }) => {
      const known = this.cards.get(id)
      return !known || known.mark !== mark || Math.abs(Date.parse(now) - known.madeAt) > LASTS
    })
    if (old.length > 0) await this.readPrograms(old.map(({ id }) => id))
    // A card may come out newer than its mark; then it is made once more, and never the other way round.
    if (old.length > 0)
      await inTransaction(this.connection, (lane) => this.make(lane, new Map(old.map(({ id, mark }) => [id, mark])), now), { for: 'read' })
    const cards = marks.map(({ id }) => this.cards.get(id)!.card)
    if (cards.length !== this.answer.length || cards.some((card, at) => card !== this.answer[at])) this.answer = cards
    return this.answer
  }

  /** Reads what the setups of some machines run, for a moment at most: a long text is told of when it has been read. */
  private async readPrograms(machines: readonly string[]): Promise<void> {
    const { pool } = this.connection
    const { rows } = await pool.query<{ machine: string; record: Record<string, unknown>; hash: string }>({
      name: 'floor-programs',
      text: PROGRAMS,
      values: [machines],
    })
    const waiting = rows.flatMap(({ machine: id, record: kept, hash }) => {
      const record = asMachine(rowOf(machine, kept))
      if (this.reads.atHand(hash, record)) return []
      // Once it is there, the card is made anew with what it says.
      return [this.reads.of(hash, record, () => contentOf({ client: pool }, hash)).then(() => this.makeOld(id))]
    })
    if (waiting.length > 0)
      await Promise.race([Promise.allSettled(waiting), new Promise((over) => setTimeout(over, WAITS_FOR_TEXT).unref())])
    // A text that cannot be read says so at the go.
    for (const one of waiting) one.catch(() => undefined)
  }

  /** A card that is no longer so is made anew by whoever asks next; it is never missing, for somebody may be telling of it just now. */
  private makeOld(id: string): void {
    const card = this.cards.get(id)
    if (card) this.cards.set(id, { ...card, mark: '' })
  }

  private async make(lane: Lane, marks: ReadonlyMap<string, string>, now: string): Promise<void> {
    const ids = [...marks.keys()]
    const { rows } = await lane.client.query<CardRow>({ name: 'floor-cards', text: CARDS, values: [ids] })
    const setups = await openSetupRows(lane.db, ids)
    const entries = await standingEntries(
      lane,
      setups.map(({ plan }) => plan.setup),
    )
    const around = await aroundOf(lane, setups)
    const gauges = await lane.kept.gauges(lane.client, rows[0]!.versions)
    for (const row of rows) {
      const record = asMachine(rowOf(machine, row.machine))
      const head = rowOf(machineHead, row.head)
      const sceneFor = (one: SetupRow | null) => sceneNow({ record, head }, row, one, gauges, now)
      const machineScene = sceneFor(null)
      const control = besideControl({ read: row.control, template: row.machine.template as SettingTemplate | null }, machineScene)
      const atHand: AtHand[] = []
      for (const one of setups.filter(({ plan }) => plan.machine === record.id)) {
        const scene = sceneFor(one)
        const recorded = entries.get(one.plan.setup)!
        const setup = describe(one, recorded, scene)
        const { chain } = heldOf({ row: one, scene, setup, control }, around, this.reads)
        const wanting = toolsWanting(one.plan.tools, scene).map(({ sentence }) => sentence)
        atHand.push({ setup, entries: recorded, wanting, chain })
      }
      const [own, ...further] = atHand.map(({ setup }) => setup.summary)
      this.cards.set(record.id, {
        mark: marks.get(record.id)!,
        madeAt: Date.parse(now),
        card: {
          machine: record,
          setup: own ?? null,
          others: further,
          stands: Object.fromEntries(atHand.map(({ setup, chain }) => [setup.summary.id, chainWords(chain)])),
          handover: row.unread && { ...row.unread, at: new Date(row.unread.at).toISOString() },
          last: row.last && asLine(row.last),
          homedAt: head.homedAt,
          notices: noticesOf(record, head, machineScene, atHand, control),
        },
      })
    }
  }
}

function sceneNow(
  own: Pick<Machine, 'record' | 'head'>,
  { standing, tools, families, plans }: CardRow,
  setup: SetupRow | null,
  gauges: Parameters<typeof sceneOf>[3],
  now: string,
): Scene {
  const row = plans?.find((plan) => plan.setup === setup?.plan.setup)
  const plan = row ? planOf(row, own.record, row.setup, 'read') : null
  return sceneOf(own, { standing, tools, families, formerly: null, sizes: null }, plan, gauges, now)
}
