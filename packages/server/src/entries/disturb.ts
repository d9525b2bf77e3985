import { provenanceOf, parseRegisterKey, registerName } from '@rook/core'
import type { Entry } from '@rook/contract'
import { Problem } from '../base/problem.ts'
import type { Connection } from '../base/db/client.ts'
import { refuseUnlessMayRecord } from '../base/http/may.ts'
import { append } from '../ledger/append.ts'
import type { Author } from '../base/author.ts'
import { BLANK, headingOf } from '../ledger/heading.ts'
import { onceOnly, sentBy } from '../ledger/sending.ts'
import { loadMachine } from '../ledger/machine.ts'
import { loadScene } from '../ledger/scene.ts'

/**
 * Marks what a register rests on as disturbed: a reference tool pulled, a setter knocked. The figure stays
 * where it is, but nothing may be worked out with it, and what was is stale, until it is measured again.
 */
export async function disturb(
  connection: Connection,
  machineId: string,
  { id, register, reason }: { id: string; register: string; reason: string },
  author: Author,
): Promise<Entry> {
  refuseUnlessMayRecord(author.person, 'disturbed')
  return onceOnly(connection, sentBy(author, 'disturb', machineId, { id, register, reason }), async (lane) => {
    const machine = await loadMachine(lane, machineId, true)
    const { standing: all, gauges } = await loadScene(lane, machine, null, author.now, 'read')
    const standing = Object.hasOwn(all, register) ? all[register] : undefined
    if (!standing) throw new Problem(404, 'not-found', 'This register is unset; there is nothing to be disturbed.')
    const name = registerName(parseRegisterKey(register), gauges)
    if (standing.state === 'disturbed')
      throw new Problem(409, 'disturbed-already', `${name} is marked disturbed already, by ${standing.by}.`)
    const appended = await append(lane, machine.head, {
      ...BLANK,
      ...(await headingOf(lane, author, id, machine)),
      kind: 'disturbed',
      title: `Marked disturbed: ${name}`,
      setup: standing.setup,
      operation: standing.operation,
      reason,
      writes: [
        {
          register,
          name,
          before: standing.value,
          beforeEntry: standing.entry,
          after: standing.value,
          state: 'disturbed',
          standard: standing.standard,
          expanded: null,
          assembly: standing.assembly,
          ...provenanceOf(standing),
        },
      ],
    })
    return { ...appended, correctedBy: null, seen: [] }
  })
}
