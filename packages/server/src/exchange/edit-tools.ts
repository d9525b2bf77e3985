import { assessEdits, isEdited, readRegisterKey, registerNames } from '@rook/core'
import type { EditsBody, Entry } from '@rook/contract'
import type { Connection } from '../base/db/client.ts'
import type { Lane } from '../base/db/transaction.ts'
import { Problem } from '../base/problem.ts'
import type { Author } from '../base/author.ts'
import { onceOnly, sentBy } from '../ledger/sending.ts'
import { withRelease, type Released } from '../ledger/release.ts'
import { loadMachine } from '../ledger/machine.ts'
import { loadScene } from '../ledger/scene.ts'
import { recordTogether } from '../ledger/several-figures.ts'

/** Records figures typed into the tools table: read, worked out and checked again here, then all or none. */
export function editTools(connection: Connection, machineId: string, body: EditsBody, author: Author): Promise<Entry> {
  const work = (released: Released | null) => async (lane: Lane) => {
    const machine = await loadMachine(lane, machineId, true)
    const scene = await loadScene(lane, machine, body.setup, author.now, 'write')
    const unknown = body.edits.find(({ register: key }) => {
      const register = readRegisterKey(key)
      return !register || !isEdited(register, machine.record, body.from)
    })
    if (unknown) throw new Problem(422, 'not-a-register', `\u201c${unknown.register}\u201d is not an offset of ${machine.record.name}.`)
    const { problems, changes, sheet, findings } = assessEdits(body.edits, body.worth, scene, body.from)
    const [first] = Object.values(problems)
    if (first) throw new Problem(422, 'incomplete', `${first} Nothing was recorded.`, { fields: problems })
    if (changes.length === 0) throw new Problem(422, 'no-change', 'Every figure equals what stands; there is nothing to record.')
    const title = `${registerNames(sheet.targets)} ${body.from === 'table' ? 'typed into the tools table' : 'as the control holds it'}`
    return recordTogether(lane, machine, scene, { ...body, kind: 'edited', title, sheet, findings, released }, author)
  }
  return withRelease(connection, body.release, author, (released) =>
    onceOnly(connection, sentBy(author, 'edit-tools', machineId, body), work(released)),
  )
}
