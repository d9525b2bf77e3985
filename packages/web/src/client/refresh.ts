import type { Announcement } from '@rook/contract'
import type { QueryClient, QueryKey } from '@tanstack/vue-query'
import type { KeyedName } from './queries.ts'

/** A call with what is sent; nothing is sent while it is not known what to ask for. */
type Named = readonly [KeyedName, (Record<string, unknown> | null)?]

interface Asked {
  params: Record<string, string>
  query: Record<string, string>
  data: unknown
}

/** For each call whose answer something of a kind may change: whether this one does. */
type ByName<Said> = Partial<Record<KeyedName, (said: Said, asked: Asked) => boolean>>

const always = () => true
const named = ({ id }: { id: string }, { params }: Asked) => params.id === id

const BY_THING: Readonly<
  Record<'machine' | 'gauge' | 'assembly' | 'workpiece' | 'plan' | 'handover' | 'remark' | 'shop', ByName<{ id: string }>>
> = {
  machine: { machines: always, floor: always, scene: named, template: named, connection: named, control: named, go: always },
  // Whether a figure stands good hangs on its gauges, on every machine.
  gauge: { go: always, carryOffer: always, gauges: always, gauge: named, scene: always, setup: always, floor: always, setups: always },
  assembly: {
    go: always,
    carryOffer: always,
    assemblies: always,
    presetSenders: always,
    assembly: always,
    scene: always,
    setup: always,
    floor: always,
  },
  // How the work is held is part of the scene of whatever machine has the operation.
  workpiece: { workpiece: named, scene: always },
  // A setup keeps its own edition and says that there is a newer one.
  plan: {
    programs: always,
    go: always,
    parts: always,
    part: always,
    operation: always,
    jobs: always,
    job: always,
    floor: always,
    setups: always,
    setup: always,
  },
  handover: { handover: named, floor: always },
  remark: { remarks: ({ id }, { query }) => id === '' || query.key === id },
  shop: { people: always, personRecords: always },
}

/** Entries that begin and end a setup or count its parts; to take one back is the same. */
const OF_SETUPS = ['begun', 'carried', 'ended', 'counted', 'go', 'proven']

type EntrySaid = Extract<Announcement, { kind: 'entry' }>

/** Entries that say something of tools in the drawer as well. */
const OF_TOOLS = ['mounted', 'tool-changed', 'preset']

const ofTools = (said: EntrySaid) => OF_TOOLS.includes(said.what) || said.refers !== null

const ofSetups = (said: EntrySaid) => OF_SETUPS.includes(said.what) || said.refers !== null

const BY_ENTRY: ByName<EntrySaid> = {
  floor: () => true,
  setups: () => true,
  scene: ({ machine }, { params }) => params.id === machine,
  // What it holds is held against what stands.
  control: ({ machine }, { params }) => params.id === machine,
  setup: ({ setup, machine }, { params, data }) =>
    params.id === setup || (data as { summary?: { machine: string } } | undefined)?.summary?.machine === machine,
  entries: (said, { query }) =>
    (!query.machine || query.machine === said.machine) &&
    (!query.setup || query.setup === said.setup) &&
    (!query.register || !said.all || said.registers.includes(query.register) || said.refers !== null),
  // An entry never changes; another one may take it back, or say that it was seen.
  entry: ({ refers }, { params }) => params.id === refers,
  gauge: ({ refers, gauges }, { params }) => refers !== null || gauges.includes(params.id ?? ''),
  assemblies: ofTools,
  assembly: ofTools,
  parts: ofSetups,
  part: ofSetups,
  operation: ofSetups,
  jobs: ofSetups,
  job: ofSetups,
  cutMeanwhile: () => true,
  // Whatever writes a register or does a step on its machine, or on any: nobody looks at more than one.
  carryOffer: () => true,
  // It rests on every figure of its machine, and on what was proven.
  go: () => true,
  programs: ofSetups,
  reasonsGiven: ({ setup }, { params }) => params.id === setup,
  partCounts: (said, { params }) => ofSetups(said) && (said.setup === null || said.setup === params.id),
}

/** What an announcement makes old, by the names and the sent parts of the queries; nothing else is asked for again. */
export function madeOld(said: Announcement, [name, sent]: Named, data: unknown): boolean {
  const { params = {}, query = {} } = (sent ?? {}) as Partial<Asked>
  const asked = { params, query, data }
  if (said.kind === 'session-ended') return false
  return (said.kind === 'entry' ? BY_ENTRY[name]?.(said, asked) : BY_THING[said.kind][name]?.(said, asked)) ?? false
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
