import { familyProblem, listed, whyNot, type Scene, type ToolFamily } from '@rook/core'
import { mayDo, type Entry, type FamilyBody } from '@rook/contract'
import type { Connection } from '../base/db/client.ts'
import { toolFamily } from '../base/db/schema.ts'
import { Problem } from '../base/problem.ts'
import type { Author } from '../base/author.ts'
import { loadMachine } from '../ledger/machine.ts'
import { loadScene } from '../ledger/scene.ts'
import { firstTime, onceOnly, sentBy } from '../ledger/sending.ts'
import { recordConsequences } from '../ledger/several-figures.ts'

/** Says which tools stand in for each other, or which of them cuts from now on: an entry on the machine, and the family's newest row. */
export function sayFamily(connection: Connection, machineId: string, body: FamilyBody, author: Author): Promise<Entry> {
  return onceOnly(connection, sentBy(author, 'family', machineId, body), async (lane) => {
    const machine = await loadMachine(lane, machineId, true)
    await firstTime(lane)
    const scene = await loadScene(lane, machine, null, author.now, 'read')
    const now = scene.families.find(({ name }) => name === body.name) ?? null
    refuseOld(body, now)
    refuseUnlessMay(body, now, author)
    if (body.members.length > 0) refuseUnfit(body, scene)
    const { id, reason } = body
    const entry = await recordConsequences(
      lane,
      machine,
      { id, kind: 'stand-in', title: titleOf(body, now), reason: reason || null },
      [],
      author,
    )
    const { name, called, members, inUse } = body
    const at = entry.content.at
    await lane.db.insert(toolFamily).values({ entry: id, machine: machineId, name, called, members, inUse, at })
    return entry
  })
}

/** Nobody changes what they have not seen. */
function refuseOld({ basis, name, members }: FamilyBody, now: ToolFamily | null): void {
  if (basis === (now?.entry ?? null)) return
  throw new Problem(
    409,
    now === null ? 'no-family' : 'family-moved-on',
    now === null
      ? `There is no family ${name} any more. ${members.length > 0 ? 'Make it anew.' : 'Nothing is left to give up.'}`
      : `Somebody has changed ${name} meanwhile: T${now.inUse ?? ''} of T${now.members.join(', T')}. Look at it again.`,
  )
}

/** At the machine one may put the next tool in use; which tools belong together is a setter's. */
function refuseUnlessMay(body: FamilyBody, now: ToolFamily | null, { person }: Author): void {
  const same = now !== null && now.called === body.called && JSON.stringify(now.members) === JSON.stringify(body.members)
  if (!same && !mayDo(person.role, 'setter'))
    throw new Problem(403, 'role', 'Which tools stand in for each other is said by a setter. You may put the next one in use.')
}

function refuseUnfit(body: FamilyBody, scene: Scene): void {
  const problem = familyProblem(body, scene.families)
  if (problem) throw new Problem(422, 'family', problem.sentence, { fields: { [problem.field]: problem.sentence } })
  const why = body.inUse === null ? null : whyNot(body.inUse, scene)
  // The one that is in use may have been measured badly since; it is only a new one that has to be good.
  const before = scene.families.find(({ name }) => name === body.name)?.inUse
  if (why !== null && body.inUse !== before)
    throw new Problem(409, 'not-ready', `T${body.inUse} cannot take its place: ${why}.`, { fields: { inUse: `T${body.inUse}: ${why}.` } })
}

function titleOf({ name, called, members, inUse }: FamilyBody, now: ToolFamily | null): string {
  if (members.length === 0) return `${name}: given up, its tools stand for themselves`
  const numbers = listed(members.map((number) => `T${number}`))
  if (now === null) return `${name}, called by ${called}: ${numbers} stand in for each other${inUse === null ? '' : `, T${inUse} in use`}`
  if (inUse !== now.inUse)
    return `${name}: ${inUse === null ? 'none' : `T${inUse}`} in use${now.inUse === null ? '' : ` in place of T${now.inUse}`}`
  return `${name}, called by ${called}: ${numbers} stand in for each other`
}
