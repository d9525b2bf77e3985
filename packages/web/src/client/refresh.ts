import type { Announcement } from '@rook/contract'
import { CALLS, type Call, type EntriesThat } from '@rook/contract/calls'
import type { QueryClient, QueryKey } from '@tanstack/vue-query'
import type { KeyedName } from './queries.ts'

/** A call with what is sent; nothing is sent while it is not known what to ask for. */
type Named = readonly [KeyedName, (Record<string, unknown> | null)?]

interface Asked {
  params: Record<string, string>
  query: Record<string, string>
  data: unknown
}

/** Where it is not said which thing has changed, it may be this one. */
const isOwn = (id: string, { params, query }: Asked) => id === '' || id === (params.id ?? query.key)

/** Entries that begin and end a setup or count its parts; to take one back is the same. */
const OF_SETUPS = ['begun', 'carried', 'ended', 'counted', 'go', 'proven']

type EntrySaid = Extract<Announcement, { kind: 'entry' }>

/** Entries that say something of tools in the drawer as well. */
const OF_TOOLS = ['mounted', 'tool-changed', 'preset']

const ofSetups = (said: EntrySaid) => OF_SETUPS.includes(said.what) || said.refers !== null

const BY_ENTRY: Readonly<Record<EntriesThat, (said: EntrySaid, asked: Asked) => boolean>> = {
  any: () => true,
  machine: ({ machine }, { params }) => params.id === machine,
  setup: ({ setup, machine }, { params, data }) =>
    params.id === setup || (data as { summary?: { machine: string } } | undefined)?.summary?.machine === machine,
  'own-setup': ({ setup }, { params }) => params.id === setup,
  listed: (said, { query }) =>
    (!query.machine || query.machine === said.machine) &&
    (!query.setup || query.setup === said.setup) &&
    (!query.register || !said.all || said.registers.includes(query.register) || said.refers !== null),
  refers: ({ refers }, { params }) => params.id === refers,
  gauge: ({ refers, gauges }, { params }) => refers !== null || gauges.includes(params.id ?? ''),
  tools: (said) => OF_TOOLS.includes(said.what) || said.refers !== null,
  setups: ofSetups,
  counts: (said, { params }) => ofSetups(said) && (said.setup === null || said.setup === params.id),
}

/** What an announcement makes old, by the names and the sent parts of the queries; nothing else is asked for again. */
export function madeOld(said: Announcement, [name, sent]: Named, data: unknown): boolean {
  const { params = {}, query = {} } = (sent ?? {}) as Partial<Asked>
  const asked = { params, query, data }
  const call: Call = CALLS[name]
  if (said.kind === 'session-ended' || call.method !== 'get') return false
  if (said.kind === 'entry') return call.oldBy.entry !== undefined && BY_ENTRY[call.oldBy.entry](said, asked)
  const old = call.oldBy[said.kind]
  return old === 'any' || (old === 'own' && isOwn(said.id, asked))
}

/** Asks again for what is made old and shown; what is not shown is asked for when it is looked at. */
export function refresh(
  queries: QueryClient,
  said: readonly Announcement[],
  only: (name: KeyedName) => boolean = () => true,
): Promise<void> {
  return queries.invalidateQueries({
    predicate: ({ queryKey, state }) =>
      only((queryKey as QueryKey as Named)[0]) && said.some((one) => madeOld(one, queryKey as QueryKey as Named, state.data)),
  })
}
