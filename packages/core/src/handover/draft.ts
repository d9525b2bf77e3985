import type { Gauge } from '../gauge/index.ts'
import { listed, parseRegisterKey, registerName, type RegisterKey } from '../register/index.ts'
import type { Scene } from '../scene/index.ts'
import { standingNote } from '../standing/index.ts'

/** What a line is about, in the order in which whoever comes should read it. */
export const HANDOVER_KINDS = [
  'released',
  'suspect',
  'answered',
  'skipped',
  'to-look-at',
  'by-eye',
  'gauge',
  'setup',
  'parts',
  'typed',
] as const
export type HandoverKind = (typeof HANDOVER_KINDS)[number]

export interface HandoverLine {
  kind: HandoverKind
  text: string
  /** The entry that it tells of. */
  entry: string | null
}

/** As much of an entry of the shift as a handover tells. */
export interface ShiftEntry {
  id: string
  kind: string
  title: string
  reason: string | null
  by: string
  release: { person: { name: string }; reason: string } | null
  /** Queries that were answered, each with what was said to it. */
  answered: readonly { sentence: string; reason: string }[]
  /** True where it has been taken back. */
  takenBack: boolean
  parts?: { made: number; scrapped: number } | undefined
  gauges: readonly string[]
}

export interface ShiftFacts {
  entries: readonly ShiftEntry[]
  /** What the floor says of the machine now. */
  notices: readonly { verdict: 'query' | 'stop'; sentence: string }[]
  /** The machine as it is now, with the setup at hand. */
  scene: Scene
  /** Routines that are half typed, by name. */
  typed: readonly string[]
}

const OF_SETUPS = ['begun', 'carried', 'proven', 'ended']

/** Gauges that the shift worked with and that cannot be trusted now, or soon. */
function gaugeLines(gauges: readonly Gauge[], used: ReadonlySet<string>, now: string): string[] {
  return gauges
    .filter(({ id }) => used.has(id))
    .flatMap(({ name, state, due }) => {
      if (state !== 'in-use') return [`${name} was used and is ${state} now.`]
      return due !== null && due <= now ? [`${name} was used and is due for calibration.`] : []
    })
}

function partsLine(entries: readonly ShiftEntry[]): HandoverLine[] {
  const counted = entries.flatMap(({ parts }) => parts ?? [])
  if (counted.length === 0) return []
  const sum = (of: 'made' | 'scrapped') => counted.reduce((total, one) => total + one[of], 0)
  const reasons = entries.flatMap(({ parts, reason }) => (parts && parts.scrapped > 0 && reason ? [reason] : []))
  const scrap = sum('scrapped') > 0 ? `, ${sum('scrapped')} scrapped: ${[...new Set(reasons)].join('; ')}` : ''
  return [{ kind: 'parts', text: `${sum('made')} parts made${scrap}.`, entry: null }]
}

/** Figures of the setup at hand that were read by eye. */
function byEye(scene: Scene): HandoverLine[] {
  const names = Object.keys(scene.standing)
    .filter((key) => standingNote(key as RegisterKey, scene).word === 'by eye')
    .map((key) => registerName(parseRegisterKey(key as RegisterKey), scene.gauges))
  return names.length === 0 ? [] : [{ kind: 'by-eye', text: `${listed(names)} read by eye.`, entry: null }]
}

/**
 * What the shift hands to the next one, drafted from the ledger: what was released first, then what must not be used, what was
 * answered and skipped, what to look at, and what was done. Whoever leaves strikes out and adds.
 */
export function draftHandover({ entries, notices, scene, typed }: ShiftFacts): HandoverLine[] {
  const stand = entries.filter(({ takenBack }) => !takenBack)
  const line = (kind: HandoverKind, text: string, entry: string | null = null): HandoverLine => ({ kind, text, entry })
  const used = new Set(stand.flatMap(({ gauges }) => gauges))
  const lines = [
    ...stand.flatMap(({ id, title, release }) =>
      release ? [line('released', `${title} was released by ${release.person.name}: ${release.reason}`, id)] : [],
    ),
    ...notices.filter(({ verdict }) => verdict === 'stop').map(({ sentence }) => line('suspect', sentence)),
    ...stand.flatMap(({ id, title, by, answered }) =>
      answered.map(({ sentence, reason }) => line('answered', `${title}: ${sentence} ${by} said: ${reason}`, id)),
    ),
    ...stand.filter(({ kind }) => kind === 'skipped').map(({ id, title, reason }) => line('skipped', `${title}: ${reason ?? ''}`, id)),
    ...notices.filter(({ verdict }) => verdict === 'query').map(({ sentence }) => line('to-look-at', sentence)),
    ...byEye(scene),
    ...gaugeLines(scene.gauges, used, scene.now).map((text) => line('gauge', text)),
    ...stand
      .filter(({ kind }) => OF_SETUPS.includes(kind))
      .map(({ id, title, reason }) => line('setup', reason ? `${title}. ${reason}` : title, id)),
    ...partsLine(stand),
    ...typed.map((name) => line('typed', `${name} is half typed.`)),
  ]
  // The floor tells of releases too; one line is enough.
  const known = new Set<string>()
  return lines.filter(({ text }) => !known.has(text) && known.add(text))
}
