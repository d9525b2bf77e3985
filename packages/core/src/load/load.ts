/** What the spindle or an axis showed in a sample cut, and how far above it is too far. */
export interface LoadBaseline {
  /** In the unit that the display shows: percent, kW, A. */
  value: number
  unit: string
  /** Shares above the baseline: 0.2 warns at 20 % above. */
  warning: number
  alarm: number
}

export interface LoadJudged {
  verdict: 'clear' | 'query' | 'stop'
  /** Share above the baseline; negative below. */
  above: number
  sentence: string
}

const percent = (share: number) => `${Math.round(share * 1000) / 10} %`

/** The load that a share above the baseline comes to. */
export const loadAt = ({ value }: LoadBaseline, share: number): number => value * (1 + share)

/** One observation held against its baseline. */
export function judgeLoad(baseline: LoadBaseline, seen: number): LoadJudged {
  const above = seen / baseline.value - 1
  const where = `${percent(Math.abs(above))} ${above < 0 ? 'below' : 'above'} the sample cut`
  // 48 is 20 % above 40, also where a binary fraction falls a hair short of it.
  const reaches = (share: number) => seen >= loadAt(baseline, share) * (1 - 1e-12)
  if (reaches(baseline.alarm))
    return { verdict: 'stop', above, sentence: `${where}, over the alarm at ${percent(baseline.alarm)}. Look at the edge.` }
  if (reaches(baseline.warning)) return { verdict: 'query', above, sentence: `${where}, over the warning at ${percent(baseline.warning)}.` }
  return { verdict: 'clear', above, sentence: `${where}.` }
}

/** Why a baseline cannot be kept, by field; empty when it can. A warning that never comes first is no warning. */
export function loadProblems({ value, unit, warning, alarm }: LoadBaseline): Record<string, string> {
  const problems: Record<string, string> = {}
  if (!(value > 0)) problems.value = 'Load of the sample cut: more than zero.'
  if (unit.trim() === '') problems.unit = 'Unit: say what the display shows, such as % or kW.'
  if (!(warning > 0)) problems.warning = 'Warning: a share above zero.'
  if (!(alarm > 0)) problems.alarm = 'Alarm: a share above zero.'
  else if (warning >= alarm) problems.alarm = 'Alarm: it lies above the warning, or the warning never comes first.'
  return problems
}

/** An alarm further above the sample cut than this is asked about: at twice the load an edge has long gone. */
const WIDE = 1

const asLimits = ({ warning, alarm }: LoadBaseline) => `warning ${percent(warning)}, alarm ${percent(alarm)}`

/**
 * Why a baseline is not kept without a word about it; null where it speaks for itself. Limits that move over the same load watch
 * something else than before, with nothing measured; an alarm that is too wide watches nothing.
 *
 * @param next shares above the baseline, as everywhere here
 * @param before the newest baseline of the same section; null for its first
 * @returns a sentence that names the figures and what to do
 */
export function wantsReason(next: LoadBaseline, before: LoadBaseline | null): string | null {
  const isSameCut = before !== null && before.value === next.value && before.unit === next.unit
  // As they are shown: what a screen rounds is no other limit when it is sent back.
  if (isSameCut && asLimits(before) !== asLimits(next))
    return `The sample cut stays ${next.value} ${next.unit} and its limits change from ${asLimits(before)} to ${asLimits(next)}. Say why, or type what a new sample cut showed.`
  if (next.alarm > WIDE)
    return `An alarm at ${percent(next.alarm)} waits for ${asLoad(loadAt(next, next.alarm))} ${next.unit} where the sample cut showed ${next.value}. Say why it may be so wide, or type a lower one.`
  return null
}

const asLoad = (load: number) => Math.round(load * 100) / 100

/**
 * How many times in a row the alarm was raised without a new sample cut: each baseline has the same load as the one
 * before and a higher alarm. More than once, and the limit follows the tool instead of watching it.
 *
 * @param history oldest first
 */
export function timesLoosened(history: readonly LoadBaseline[]): number {
  let times = 0
  for (const [at, baseline] of history.entries()) {
    const before = history[at - 1]
    if (!before) continue
    times = baseline.value === before.value && baseline.alarm > before.alarm ? times + 1 : 0
  }
  return times
}

/** One figure seen on one part. */
export interface LoadSeen {
  part: string
  value: number
}

export type LoadLines = { kind: 'seen'; seen: LoadSeen[] } | { kind: 'refused'; sentence: string }

/**
 * Reads observations as they are pasted: a line each, the part and the load with a tab, semicolon or comma
 * and space between. Nothing is taken when one line cannot be read.
 */
export function readLoads(text: string, most = 5_000): LoadLines {
  const lines = text.split(/\r?\n/)
  const seen: LoadSeen[] = []
  for (const [at, line] of lines.entries()) {
    if (line.trim() === '') continue
    const cells = line.split(/\t|;|,\s+/).map((cell) => cell.trim())
    const value = Number((cells.at(-1) ?? '').replace(/%$/, '').trim().replace(',', '.'))
    if (cells.length !== 2 || cells[0] === '') return refused(at, 'write the part, a semicolon and the load')
    if (!Number.isFinite(value) || value <= 0) return refused(at, `\u201c${cells[1]}\u201d is not a load above zero`)
    seen.push({ part: cells[0]!.slice(0, 40), value })
    if (seen.length > most) return refused(at, `more than ${most} lines; paste them in parts`)
  }
  return seen.length === 0
    ? { kind: 'refused', sentence: 'Nothing is there yet: write the part, a semicolon and the load, a line each.' }
    : { kind: 'seen', seen }
}

function refused(at: number, reason: string): LoadLines {
  return { kind: 'refused', sentence: `Line ${at + 1}: ${reason}. Nothing was taken.` }
}
