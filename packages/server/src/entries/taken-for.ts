import type { EntryContent } from '@rook/contract'
import { IN_SPINDLE, spindleSays, type Assessment, type Scene } from '@rook/core'
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
  scene: Scene,
  raw: Readonly<Record<string, string>>,
  { inputs, values }: Assessment,
): Promise<NonNullable<EntryContent['taken']>> {
  const rows = await takenBy(lane, Object.values(said))
  refuseOtherTool(name, [...rows.values()], scene, raw, inputs)
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

/** What the machine said of its spindle when the position was taken is what the entry says of it. */
function refuseOtherTool(
  name: string,
  rows: readonly { what: string; tool: string | null }[],
  scene: Scene,
  raw: Readonly<Record<string, string>>,
  inputs: Assessment['inputs'],
): void {
  const input = inputs.find(({ id }) => id === IN_SPINDLE)
  if (!input) return
  const said = rows.filter(({ what }) => what === 'position').flatMap(({ tool }) => spindleSays(tool, scene) ?? [])
  if (said.some((stood) => stood !== raw[IN_SPINDLE]))
    throw new Problem(
      422,
      'not-taken',
      `${input.label}: ${name} said T${rows.find(({ tool }) => tool !== null)!.tool} when the position was taken. Leave that, or take the position again.`,
    )
}
