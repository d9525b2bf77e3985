import { randomUUID } from 'node:crypto'
import { firstOf, listed, parseRegisterKey, provenanceOf, registerName } from '@rook/core'
import type { EntryWrite } from '@rook/contract'
import type { Lane } from '../base/db/transaction.ts'
import { Problem } from '../base/problem.ts'
import { BEDROCK, type BedField } from './bedrock.ts'
import { append } from '../ledger/append.ts'
import type { Author } from '../base/author.ts'
import { BLANK, headingOf, OF_RECORD } from '../ledger/heading.ts'
import type { Machine } from '../ledger/machine.ts'
import { loadScene } from '../ledger/scene.ts'

/**
 * A lead corrects the unit, the increment or a convention of a machine. With no figure on record it is free. Otherwise it takes a
 * reason, and one entry marks every figure that stands as disturbed: each has to be measured again.
 * @throws Problem 409 without a reason, with the figures that would have to be measured again
 */
export async function shake(lane: Lane, machine: Machine, fields: readonly BedField[], reason: string, author: Author): Promise<void> {
  const { record, head } = machine
  const { standing, gauges } = await loadScene(lane, machine, null, author.now, 'read')
  const figures = Object.entries(standing).filter(([, { state }]) => state !== 'disturbed')
  if (figures.length === 0) return
  const names = figures.map(([register]) => registerName(parseRegisterKey(register), gauges))
  const what = firstOf(names)
  const words = listed(fields.map((field) => BEDROCK[field].words))
  if (reason.length < 3 || fields.includes('kind'))
    throw new Problem(
      409,
      'entries-rest-on-it',
      fields.includes('kind')
        ? `${record.name}: ${what} ${figures.length === 1 ? 'rests' : 'rest'} on its kind, which stays. Add another machine.`
        : `${record.name}: ${what} ${figures.length === 1 ? 'rests' : 'rest'} on its ${words}. To put it right all the same, say why: what rests on it is marked disturbed until it is measured again.`,
      {
        fields: {
          reason: 'Reason: say why you correct the record.',
          ...Object.fromEntries(fields.map((field) => [field, 'Figures rest on this.'])),
        },
      },
    )
  await append(lane, head, {
    ...BLANK,
    ...(await headingOf(lane, author, randomUUID(), machine)),
    kind: 'disturbed',
    routine: OF_RECORD,
    title: `Record put right: ${words} of ${record.name}`,
    reason,
    writes: figures.map(([register, one], at): EntryWrite => ({
      register,
      name: names[at]!,
      before: one.value,
      beforeEntry: one.entry,
      after: one.value,
      state: 'disturbed',
      standard: one.standard,
      expanded: null,
      assembly: one.assembly,
      ...provenanceOf(one),
    })),
  })
}
