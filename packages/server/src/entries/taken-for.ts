import type { EntryContent } from '@rook/contract'
import type { Assessment } from '@rook/core'
import type { Lane } from '../base/db/transaction.ts'
import { Problem } from '../base/problem.ts'
import { takenBy } from '../ledger/taken.ts'

/**
 * The evidence behind figures that are said to have come over the wire.
 * @throws Problem where nothing was taken under an id, or the figure is another one than was taken
 */
export async function takenFor(
  lane: Pick<Lane, 'db'>,
  name: string,
  machine: string,
  said: Record<string, string>,
  { inputs, values }: Assessment,
): Promise<NonNullable<EntryContent['taken']>> {
  const rows = await takenBy(lane, Object.values(said))
  return Object.entries(said).map(([id, take]) => {
    const input = inputs.find((one) => one.id === id)
    const label = input?.label ?? id
    const row = rows.get(take)
    if (!row || row.machine !== machine)
      throw new Problem(422, 'not-taken', `${label}: nothing was taken from ${name} for it. Take it again, or type it.`)
    const figure = input?.kind === 'length' ? values.length(id) : null
    const sent =
      row.gauge?.value ?? row.positions.find(({ axis }) => input?.kind === 'length' && !input.otherDisplay && axis === input.axis)?.value
    if (figure === null || figure !== sent)
      throw new Problem(422, 'not-taken', `${label}: the figure is another one than was taken over the wire. Take it again, or type it.`)
    return { input: id, taken: row }
  })
}
