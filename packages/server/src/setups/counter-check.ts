import { asShown, counterChecks, type Nm } from '@rook/core'
import type { Entry } from '@rook/contract'
import type { Connection } from '../base/db/client.ts'
import { Problem } from '../base/problem.ts'
import { loadSetupPlan } from './load.ts'
import { append } from '../ledger/append.ts'
import type { Author } from '../base/author.ts'
import { BLANK, headingOf } from '../ledger/heading.ts'
import { onceOnly, sentBy } from '../ledger/sending.ts'
import { loadMachine } from '../ledger/machine.ts'
import { loadScene } from '../ledger/scene.ts'

type Seen = { id: string; key: string; value: Nm }

/** Notes a counter-check as seen, if it is what the ledger asks for now. */
export function seeCounterCheck(connection: Connection, setupId: string, { id, key, value }: Seen, author: Author): Promise<Entry> {
  return onceOnly(connection, sentBy(author, 'counter-check', setupId, { id, key, value }), async (lane) => {
    const { plan } = await loadSetupPlan(lane.db, setupId)
    const machine = await loadMachine(lane, plan.machine, true)
    const scene = await loadScene(lane, machine, setupId, author.now, 'write')
    const asked = counterChecks(scene).find((one) => one.key === key)
    if (!asked) throw new Problem(422, 'readout-unknown', 'This is not among the counter-checks of the setup now.')
    if (asked.value !== value)
      throw new Problem(
        409,
        'register-moved-on',
        'What must be read has changed since this was opened: somebody wrote a zero or a length in between. Look again.',
      )
    const appended = await append(lane, machine.head, {
      ...BLANK,
      ...(await headingOf(lane, author, id, machine)),
      kind: 'seen',
      title: `Counter-check seen: ${asked.axis} ${asShown(value, scene.machine, 'always')}`,
      setup: setupId,
      operation: plan.id,
      readouts: [asked],
      seen: [key],
    })
    return { ...appended, correctedBy: null, seen: [key] }
  })
}
