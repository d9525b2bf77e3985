import { FIRST_RUN } from '@rook/core'
import type { GaugeRecord, Shop } from '@rook/contract'
import type { QueryResult } from 'pg'
import { gauge } from './schema.ts'
import { rowsOf } from './rows.ts'

/** As much of a pool or of one of its connections as is needed to ask. */
export interface Asks {
  query<Row extends object>(
    question: string | { name: string; text: string; values?: unknown[] },
    values?: unknown[],
  ): Promise<QueryResult<Row>>
}

/** How far the shop's standing data have moved on, as the database says. */
export interface Versions {
  shop: number
  gauges: number
  assemblies: number
}

const SHOP = `
  SELECT (SELECT json_object_agg(key, value) FROM setting) AS settings,
    (SELECT json_agg(json_build_object('name', name, 'starts', starts, 'ends', ends, 'days', days) ORDER BY starts) FROM shift) AS shifts,
    (SELECT json_build_object('day', day, 'hash', trim(hash)) FROM seal ORDER BY day COLLATE "C" DESC LIMIT 1) AS seal`

const VERSIONS = `SELECT json_object_agg(what, version) AS versions FROM shop_version`

export const DEFAULT_IDLE_MINUTES = 30

/**
 * The shop and its gauges, which every recording looks at and hardly anybody changes. The database counts their changes;
 * whoever uses a copy says which count it read, so that an old one is never used, whoever changed it.
 */
export class Kept {
  private shopKept: { version: number; shop: Shop } | null = null
  private gaugesKept: { version: number; gauges: GaugeRecord[] } | null = null

  /** How far things are now, for whoever has not read it with something else. */
  async versions(on: Asks): Promise<Versions> {
    const { rows } = await on.query<{ versions: Versions }>({ name: 'versions', text: VERSIONS })
    return rows[0]!.versions
  }

  async shop(on: Asks, { shop: version }: Versions): Promise<Shop> {
    if (this.shopKept?.version === version) return this.shopKept.shop
    const { rows } = await on.query<{ settings: Record<string, string> | null; shifts: Shop['shifts'] | null; seal: Shop['seal'] }>({
      name: 'shop',
      text: SHOP,
    })
    const settings = rows[0]!.settings ?? {}
    const shop = {
      name: settings['shop-name'] ?? 'Your shop',
      timeZone: settings['time-zone'] ?? 'UTC',
      idleMinutes: Number(settings['idle-minutes'] ?? DEFAULT_IDLE_MINUTES),
      address: settings['address'] ?? '',
      localMachines: settings['local-machines'] === 'true',
      asks: JSON.parse(settings['stages-asked'] ?? '[]') as Shop['asks'],
      firstRun: settings['first-run'] === undefined ? [...FIRST_RUN] : (JSON.parse(settings['first-run']) as string[]),
      shifts: rows[0]!.shifts ?? [],
      seal: rows[0]!.seal,
    }
    this.shopKept = { version, shop }
    return shop
  }

  async gauges(on: Asks, { gauges: version }: Versions): Promise<GaugeRecord[]> {
    if (this.gaugesKept?.version === version) return this.gaugesKept.gauges
    const { rows } = await on.query<Record<string, unknown>>({ name: 'gauges', text: 'SELECT * FROM gauge ORDER BY place' })
    const gauges = rowsOf(gauge, rows).map(({ place: _place, changedAt: _at, changedBy: _by, ...one }) => one)
    this.gaugesKept = { version, gauges }
    return gauges
  }
}
