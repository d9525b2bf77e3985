import { LEAST_ROLE, mayDo, whoMay, type EntryKind, type Person, type Role } from '@rook/contract'
import { Problem } from '../problem.ts'

/** Refuses what takes more than a person's role, and says whose it is. */
export function refuseUnlessMay({ role }: Pick<Person, 'role'>, least: Role): void {
  if (!mayDo(role, least)) throw new Problem(403, 'role', `${whoMay(least)} What you typed is kept.`)
}

/** The same for what an entry of a kind takes. */
export const refuseUnlessMayRecord = (person: Pick<Person, 'role'>, kind: EntryKind) => refuseUnlessMay(person, LEAST_ROLE[kind])
