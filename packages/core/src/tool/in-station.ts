import { KIND_WORDS, type ToolKind } from '../assembly/index.ts'
import { stationNumbers, stationOf, type MachineRecord } from '../machine/index.ts'

/** Kinds that cut only while they turn: on a lathe they need a station that drives them. */
const TURN_THEMSELVES: readonly ToolKind[] = ['end-mill', 'ball-mill', 'chamfer-mill']

/** Why a tool cannot go into a station of a turret; null where it can, and on machines without a turret on record. */
export function stationRefusal(kind: ToolKind, number: string, { turrets, name }: Pick<MachineRecord, 'turrets' | 'name'>): string | null {
  if (turrets.length === 0) return null
  const station = stationOf(turrets, number)
  if (!station) return `${name} has stations 1 to ${stationNumbers(turrets).length}; there is no station ${number || '?'}.`
  return TURN_THEMSELVES.includes(kind) && station.use !== 'driven'
    ? `Station ${number} drives no tool, and ${/^[aeiou]/.test(KIND_WORDS[kind]) ? 'an' : 'a'} ${KIND_WORDS[kind]} has to turn. Put it into a driven station.`
    : null
}
