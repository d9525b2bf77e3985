import type { Announcement } from '@rook/contract'
import type { QueryClient, QueryKey } from '@tanstack/vue-query'
import type { KeyedName } from './queries.ts'

/** A call with what is sent; nothing is sent while it is not known what to ask for. */
type Named = readonly [KeyedName, (Record<string, unknown> | null)?]

/** What an announcement makes old, by the names and the sent parts of the queries; nothing else is asked for again. */
export function madeOld(said: Announcement, [name, sent]: Named, data: unknown): boolean {
  const { params = {}, query = {} } = (sent ?? {}) as { params?: Record<string, string>; query?: Record<string, string> }
  switch (said.kind) {
    case 'entry':
      return ofEntry(said, name, params, query, data)
    case 'machine':
      return name === 'machines' || name === 'floor' || (['scene', 'template'].includes(name) && params.id === said.id)
    case 'gauge':
      // Whether a figure stands good hangs on its gauges, on every machine.
      return name === 'gauges' || (name === 'gauge' && params.id === said.id) || ['scene', 'setup', 'floor', 'setups'].includes(name)
    case 'assembly':
      return name === 'assemblies' || name === 'presetSenders' || name === 'assembly' || ['scene', 'setup', 'floor'].includes(name)
    case 'shop':
      return name === 'people' || name === 'personRecords'
    default:
      return false
  }
}

type EntrySaid = Extract<Announcement, { kind: 'entry' }>

/** Entries that say something of tools in the drawer as well. */
const OF_TOOLS = ['mounted', 'tool-changed', 'preset']

function ofEntry(said: EntrySaid, name: KeyedName, params: Record<string, string>, query: Record<string, string>, data: unknown): boolean {
  switch (name) {
    case 'floor':
    case 'setups':
      return true
    case 'scene':
      return params.id === said.machine
    case 'setup':
      return params.id === said.setup || (data as { summary?: { machine: string } } | undefined)?.summary?.machine === said.machine
    case 'entries':
      return (
        (!query.machine || query.machine === said.machine) &&
        (!query.setup || query.setup === said.setup) &&
        (!query.register || !said.all || said.registers.includes(query.register) || said.refers !== null)
      )
    case 'entry':
      // An entry never changes; another one may take it back, or say that it was seen.
      return params.id === said.refers
    case 'gauge':
      return said.refers !== null || said.gauges.includes(params.id ?? '')
    case 'assemblies':
    case 'assembly':
      return OF_TOOLS.includes(said.what) || said.refers !== null
    default:
      return false
  }
}

/** Asks again for what is made old and shown; what is not shown is asked for when it is looked at. */
export function refresh(queries: QueryClient, said: readonly Announcement[]): Promise<void> {
  return queries.invalidateQueries({
    predicate: ({ queryKey, state }) => said.some((one) => madeOld(one, queryKey as QueryKey as Named, state.data)),
  })
}
