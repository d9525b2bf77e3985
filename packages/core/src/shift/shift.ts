/** A shift of the shop, by its own clock: "06:00" to "14:00"; one that ends before it starts passes midnight. */
export interface Shift {
  name: string
  starts: string
  ends: string
}

const clocks = new Map<string, Intl.DateTimeFormat>()

/** Making a formatter costs more than everything else here, so each zone's is kept. */
function clockIn(timeZone: string): Intl.DateTimeFormat {
  const known = clocks.get(timeZone)
  if (known) return known
  const clock = new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit', minute: '2-digit', hourCycle: 'h23' })
  clocks.set(timeZone, clock)
  return clock
}

/**
 * The name of the shift that runs at a moment; null when none does.
 * @param at ISO 8601
 * @param timeZone the shop's IANA zone
 */
export function shiftAt(shifts: readonly Shift[], timeZone: string, at: string): string | null {
  const time = clockIn(timeZone).format(new Date(at))
  const runs = ({ starts, ends }: Shift) => (starts < ends ? time >= starts && time < ends : time >= starts || time < ends)
  return shifts.find(runs)?.name ?? null
}
