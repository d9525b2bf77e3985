import { listed } from '@rook/core'
import type { Entry } from '@rook/contract'
import type { Connection } from '../base/db/client.ts'
import { carried } from '../base/db/schema.ts'
import { Problem } from '../base/problem.ts'
import { carryOfferOf } from './carry-offer.ts'
import type { Author } from '../base/author.ts'
import { ofSetup } from './setup-whole.ts'

/** A title names so many steps; the entry itself has all of them. */
const MOST_NAMED = 6

interface Confirmed {
  id: string
  steps: string[]
  /** Each figure as it was seen on the control. */
  figures: Readonly<Record<string, number>>
}

/**
 * Carries steps of an earlier setup over into this one: the figures stay as they are, with the measurement that they came from,
 * and the entry says who saw them on the control. What somebody has changed meanwhile is not confirmed.
 */
export function carryOver(connection: Connection, id: string, body: Confirmed, author: Author): Promise<Entry> {
  return ofSetup(
    connection,
    id,
    {
      body,
      kind: 'carried',
      async say(lane, row, { now }) {
        const { from, offers, not } = await carryOfferOf(lane, row, now)
        const steps = [...new Set(body.steps)].map((step) => {
          const offered = offers.find((one) => one.step === step)
          if (offered) return offered
          const why = not.find((one) => one.step === step)
          throw why
            ? new Problem(409, 'not-carried', `${why.title} cannot be carried over: ${why.because}. Measure it.`)
            : new Problem(409, 'not-open', 'One of these steps is done already, or the setup has no such step. Look at the list again.')
        })
        const other = steps.flatMap(({ figures }) => figures).find(({ register, value }) => body.figures[register] !== value)
        if (other)
          throw new Problem(409, 'moved-on', `${other.name} is not what you saw: ${other.by} has written it since. Look at the list again.`)
        return {
          kind: 'carried',
          title: `Carried over from job ${from!.job}: ${steps.length > MOST_NAMED ? `${steps.length} steps` : listed(steps.map(({ title }) => title))}`,
          reason: null,
          carried: steps,
        }
      },
      after: (lane, _row, { carried: steps }) =>
        lane.db
          .insert(carried)
          .values(
            steps!.flatMap(({ step, figures }) =>
              figures.map(({ register, value, origin }) => ({ entry: body.id, step, register, setup: id, value, origin })),
            ),
          ),
    },
    author,
  )
}
