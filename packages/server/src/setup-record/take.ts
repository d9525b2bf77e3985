import type { OperationRecord } from '@rook/contract'
import type { Lane } from '../base/db/transaction.ts'
import { Problem } from '../base/problem.ts'
import type { Author } from '../base/author.ts'
import { addOperation, changeOperation } from '../plan/operations.ts'
import { addPart } from '../plan/parts.ts'
import { compareRecord } from './compare.ts'

/**
 * Takes what a record plans into the shop: the part and the operation where they are not here, or what differs as a new edition
 * of the operation that is. Figures never come along.
 */
export async function takeRecord(
  lane: Lane,
  document: Readonly<Record<string, unknown>>,
  as: 'new' | 'edition',
  author: Author,
): Promise<OperationRecord> {
  const { record, plan, here } = await compareRecord(lane.db, document)
  if (as === 'edition') {
    if (!here.operation) throw new Problem(409, 'nothing-here', 'There is no such operation here any more. Take it as a new one.')
    return changeOperation(lane, here.operation.id, { edition: here.operation.edition, plan }, author)
  }
  if (here.operation)
    throw new Problem(
      409,
      'is-here',
      `${here.operation.name} of ${here.operation.partName} is here already. Take it as a new edition, or leave it.`,
    )
  const { number, name, material, revision } = record.part
  const part = here.part ?? (await addPart(lane, { number, name, material, revision, change: '' }, author))
  return addOperation(lane, part.id, plan, author)
}
