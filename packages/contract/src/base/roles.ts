import type { EntryKind } from './entry-kind.ts'

/** Each may do what the ones before it may. */
export const ROLES = ['viewer', 'operator', 'setter', 'planner', 'lead'] as const
export type Role = (typeof ROLES)[number]

/** True for a role that may do what takes at least another. */
export const mayDo = (role: Role, least: Role): boolean => ROLES.indexOf(role) >= ROLES.indexOf(least)

/** "Only a planner or a lead can do this." @param what as a clause: "add a job" */
export function whoMay(least: Role, what = 'do this'): string {
  const names = ROLES.slice(ROLES.indexOf(least)).map((role) => `${/^[aeiou]/.test(role) ? 'an' : 'a'} ${role}`)
  const last = names.pop()!
  return `Only ${names.length === 0 ? last : `${names.join(', ')} or ${last}`} can ${what}.`
}

/** What it takes to make an entry of each kind; to take one back takes the same. */
export const LEAST_ROLE: Readonly<Record<EntryKind, Role>> = {
  // At the machine while parts are made.
  homed: 'operator',
  powered: 'operator',
  confirmed: 'operator',
  seen: 'operator',
  wear: 'operator',
  measured: 'operator',
  disturbed: 'operator',
  'tool-changed': 'operator',
  'stand-in': 'operator',
  correction: 'operator',
  go: 'setter',
  proven: 'operator',
  counted: 'operator',
  // What parts are made by.
  'pick-up': 'setter',
  'touch-off': 'setter',
  calibration: 'setter',
  statement: 'setter',
  skipped: 'setter',
  edited: 'setter',
  preset: 'setter',
  mounted: 'setter',
  begun: 'setter',
  carried: 'setter',
  ended: 'setter',
}
