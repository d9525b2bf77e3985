import { EVERY_DAY, type Shift } from './shift.ts'

const DAY = 1440
const WEEK = 7 * DAY
const NAMES = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']

/** A stretch of the shop's week in minutes from Monday 00:00; it may run on into the next week. */
interface Stretch {
  from: number
  to: number
}

const minutes = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3))
const clock = (minute: number) => `${String(Math.floor((minute % DAY) / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`

function stretchesOf({ starts, ends, days = EVERY_DAY }: Shift): Stretch[] {
  const long = minutes(ends) - minutes(starts)
  return days.map((day) => {
    const from = (day - 1) * DAY + minutes(starts)
    return { from, to: from + (long > 0 ? long : long + DAY) }
  })
}

/** What two stretches have in common; each week is as the one before. */
function common(one: Stretch, other: Stretch): Stretch[] {
  return [-WEEK, 0, WEEK].flatMap((shift) => {
    const from = Math.max(one.from, other.from + shift)
    const to = Math.min(one.to, other.to + shift)
    return from < to ? [{ from, to }] : []
  })
}

/** "every day", "Monday to Friday", "Tuesday and Saturday" */
export function weekdayWords(days: readonly number[]): string {
  const sorted = [...new Set(days)].sort()
  if (sorted.length === 7) return 'every day'
  const names = sorted.map((day) => NAMES[day - 1]!)
  const isRun = sorted.length > 2 && sorted.every((day, at) => day === sorted[0]! + at)
  if (isRun) return `${names[0]} to ${names.at(-1)}`
  return names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`
}

/** Stretches of the same hours, told once: "06:00 to 14:00, Monday to Friday". One of more than a day names both ends. */
function stretchWords(stretches: readonly Stretch[]): string[] {
  const short = new Map<string, number[]>()
  const long: string[] = []
  for (const { from, to } of stretches) {
    const day = Math.floor((from % WEEK) / DAY)
    if (to - from > DAY) long.push(`${NAMES[day]} ${clock(from)} to ${NAMES[Math.floor((to % WEEK) / DAY)]} ${clock(to)}`)
    else {
      const hours = `${clock(from)} to ${clock(to)}`
      short.set(hours, [...(short.get(hours) ?? []), day + 1])
    }
  }
  return [...[...short].map(([hours, days]) => `${hours}, ${weekdayWords(days)}`), ...long]
}

/** Where two shifts run at the same time, a sentence for each two: an entry would belong to either. */
export function shiftOverlaps(shifts: readonly Shift[]): string[] {
  return shifts.flatMap((one, at) =>
    shifts.slice(at + 1).flatMap((other) => {
      const both = stretchesOf(one).flatMap((own) => stretchesOf(other).flatMap((its) => common(own, its)))
      const seen = both.filter(({ from }, place) => both.findIndex((it) => (it.from - from) % WEEK === 0) === place)
      if (seen.length === 0) return []
      const within = seen.map(({ from, to }) => ({ from: (from + WEEK) % WEEK, to: ((from + WEEK) % WEEK) + to - from }))
      return [`${one.name} and ${other.name} both run ${stretchWords(within).join('; ')}. Let one begin when the other ends.`]
    }),
  )
}

/** When no shift runs: "14:00 to 22:00, Saturday and Sunday". Nothing is wrong with it; what is recorded then belongs to none. */
export function shiftGaps(shifts: readonly Shift[]): string[] {
  const taken = shifts.flatMap(stretchesOf).sort((one, other) => one.from - other.from)
  if (taken.length === 0) return []
  const first = taken[0]!.from
  const gaps: Stretch[] = []
  // What runs over the end of the week counts at its beginning too.
  let until = Math.max(first, ...taken.map(({ to }) => to - WEEK))
  for (const { from, to } of [...taken, { from: first + WEEK, to: first + WEEK }]) {
    if (from > until) gaps.push({ from: until, to: from })
    until = Math.max(until, to)
  }
  return stretchWords(gaps)
}
