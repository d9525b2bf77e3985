import { asShown, type MachineRecord } from './record.ts'
import { stationOf } from './turning.ts'

type Asked = Pick<MachineRecord, 'turrets' | 'turning' | 'spindles' | 'travels' | 'kind' | 'unit' | 'increment'>

/** Why a record's turrets cannot be as they are said to be, by field. */
export function turretProblems({
  turrets,
  turning,
  spindles,
  travels,
  ...machine
}: Asked): [field: 'turrets' | 'turning', sentence: string][] {
  const problems: [field: 'turrets' | 'turning', sentence: string][] = []
  if (new Set(turrets.map(({ name }) => name)).size < turrets.length) problems.push(['turrets', 'Turrets: each has a name of its own.'])
  for (const { special = [] } of turrets)
    for (const { number, spindle } of special) {
      if (!stationOf(turrets, String(number))) problems.push(['turrets', `Stations: there is no station ${number}.`])
      if (!spindles.includes(spindle)) problems.push(['turrets', `Stations: ${number} works at a sub-spindle, and the machine has none.`])
    }
  for (const [spindle, number] of Object.entries(turning.masters)) {
    if (!spindles.includes(spindle as 'main')) problems.push(['turning', `Master: the machine has no ${spindle} spindle.`])
    if (turrets.length > 0 && !stationOf(turrets, number)) problems.push(['turning', `Master: there is no station ${number}.`])
  }
  for (const axis of ['X', 'Z'] as const) {
    const at = turning.changeAt?.[axis]
    const travel = travels.find((one) => one.axis === axis)
    if (at !== undefined && travel && (at < travel.min || at > travel.max))
      problems.push([
        'turning',
        `Change position ${axis}: ${asShown(at, machine)} lies outside the travel, ${asShown(travel.min, machine)} to ${asShown(travel.max, machine)}.`,
      ])
  }
  return problems
}
