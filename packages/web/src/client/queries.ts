import type { RemarkAbout } from '@rook/contract'
import type { CallName } from '@rook/contract/calls'
import { keepPreviousData, useQuery, type UseQueryReturnType } from '@tanstack/vue-query'
import { computed, toValue, type MaybeRefOrGetter } from 'vue'
import { call, Refused, type Answer, type Sent } from './call.ts'

/** Queries are known by the call and what was sent with it: `refresh.ts` says which announcement makes which of them old. */
export type KeyedName = CallName

interface Lasts {
  /** What was asked before stays in sight until the next answer is there. */
  keepsShowing?: boolean
  /** How long an answer is good when nothing is announced, milliseconds. */
  staleTime?: number
}

/** The answer to a call, kept until what the call’s row names has made it old. The hooks below say shorter what several places ask. */
export function useAnswer<Name extends CallName>(
  name: Name,
  sent: MaybeRefOrGetter<Sent<Name> | null>,
  // The live connection says when something changed; until then what is here is good.
  { staleTime = 60_000, keepsShowing = false }: Lasts = {},
): UseQueryReturnType<Answer<Name>, Error> {
  return useQuery({
    queryKey: computed(() => [name, toValue(sent)]),
    queryFn: () => call(name, toValue(sent) ?? {}),
    enabled: computed(() => toValue(sent) !== null),
    staleTime,
    ...(keepsShowing ? { placeholderData: keepPreviousData } : {}),
    // What the server has refused it will refuse again; a person is told at once.
    retry: (failures, error) => !(error instanceof Refused) && failures < 2,
    networkMode: 'always',
    // What comes from the server is replaced as a whole and never changed here: no need to watch inside it.
    shallow: true,
  }) as UseQueryReturnType<Answer<Name>, Error>
}

/** A call about one thing; not made while it is not known which. */
function askBy<Name extends CallName>(name: Name, id: MaybeRefOrGetter<string | null>, lasts?: Lasts) {
  return useAnswer(
    name,
    () => {
      const known = toValue(id)
      return known ? ({ params: { id: known } } as unknown as Sent<Name>) : null
    },
    lasts,
  )
}

export const usePeople = () => useAnswer('people', {})
export const usePersonRecords = (may: MaybeRefOrGetter<boolean>) => useAnswer('personRecords', () => (toValue(may) ? {} : null))
export const useFloor = () => useAnswer('floor', {})
export const useMachines = () => useAnswer('machines', {})
export const useGauges = () => useAnswer('gauges', {})
export const usePresetSenders = () => useAnswer('presetSenders', {})
export const useSetups = () => useAnswer('setups', {})

export const useAssembly = (id: MaybeRefOrGetter<string | null>) => askBy('assembly', id)
export const useTemplate = (machine: MaybeRefOrGetter<string | null>) => askBy('template', machine)
export const useConnection = (machine: MaybeRefOrGetter<string | null>) => askBy('connection', machine)
/** What the control holds beside the ledger; asked again when either may have changed. */
export const useControl = (machine: MaybeRefOrGetter<string | null>) => askBy('control', machine)
/** Which machines can be practised on: said once, when the server is started. */
export const usePractice = () => useAnswer('practice', {}, { staleTime: Number.POSITIVE_INFINITY })
export const useGauge = (id: MaybeRefOrGetter<string | null>) => askBy('gauge', id)
/** A page of the parts that some words are found in. */
export const useParts = (words: MaybeRefOrGetter<string> = '') =>
  useAnswer('parts', () => ({ query: { words: toValue(words) } }), { keepsShowing: true })
export const usePart = (id: MaybeRefOrGetter<string | null>) => askBy('part', id)
export const useOperation = (id: MaybeRefOrGetter<string | null>) => askBy('operation', id)
export const useHandover = (machine: MaybeRefOrGetter<string>, shift: MaybeRefOrGetter<'this' | 'before'>) =>
  useAnswer('handover', () => ({ params: { id: toValue(machine) }, query: { shift: toValue(shift) } }), { staleTime: 0 })
export const useCutMeanwhile = (entry: MaybeRefOrGetter<string | null>) => askBy('cutMeanwhile', entry)
/** What of an earlier setup can be carried over into this one. */
export const useCarryOffer = (setup: MaybeRefOrGetter<string | null>) => askBy('carryOffer', setup)
export const useRemarks = (about: MaybeRefOrGetter<RemarkAbout>, key: MaybeRefOrGetter<string>) =>
  useAnswer('remarks', () => ({ query: { about: toValue(about), key: toValue(key) } }))
/** Issues of an operation’s program. */
export const usePrograms = (operation: MaybeRefOrGetter<string | null>) => askBy('programs', operation)
/** The program of a setup against its record. */
export const useGo = (setup: MaybeRefOrGetter<string | null>) => askBy('go', setup, { staleTime: 0 })
/** Where a setup stands, and what has to be looked at before its first part. */
export const useChain = (setup: MaybeRefOrGetter<string | null>) => askBy('chain', setup)
export const useProgramLines = (issue: MaybeRefOrGetter<string>, from: MaybeRefOrGetter<number>) =>
  useAnswer('programLines', () => ({ params: { id: toValue(issue) }, query: { from: toValue(from), count: 400 } }), { keepsShowing: true })
/** What changed from one issue to another; not asked while there is none to compare with. */
export const useProgramDifference = (of: MaybeRefOrGetter<{ id: string; other: string } | null>) =>
  useAnswer('programDifference', () => {
    const params = toValue(of)
    return params && { params }
  })

/** Reasons that were given in a setup, to be offered again. */
export const useReasonsGiven = (setup: MaybeRefOrGetter<string | null>) => askBy('reasonsGiven', setup)
export const usePartCounts = (setup: MaybeRefOrGetter<string | null>) => askBy('partCounts', setup)
/** Of one part, or of all; a page of those that some words are found in. */
export const useJobs = (part: MaybeRefOrGetter<string | undefined> = undefined, words: MaybeRefOrGetter<string> = '') =>
  useAnswer('jobs', () => ({ query: { part: toValue(part), words: toValue(words) } }), { keepsShowing: true })
export const useJob = (id: MaybeRefOrGetter<string | null>) => askBy('job', id)
export const useWorkpiece = (operation: MaybeRefOrGetter<string | null>) => askBy('workpiece', operation)
export const useSetup = (id: MaybeRefOrGetter<string | null>) => askBy('setup', id)

/** The drawer, as it is looked through: a shop may have thousands of tools. */
export const useAssemblies = (query: MaybeRefOrGetter<Sent<'assemblies'>['query']>) =>
  useAnswer('assemblies', () => ({ query: toValue(query) }), { keepsShowing: true })

/** What is called by some words; nothing is asked for before there are any. */
export const useFound = (words: MaybeRefOrGetter<string>) =>
  useAnswer('find', () => (toValue(words) === '' ? null : { query: { words: toValue(words) } }), { keepsShowing: true, staleTime: 5_000 })

/** An entry never changes, so it is asked for once; what later entries say of it is announced. */
export const useEntry = (id: MaybeRefOrGetter<string | null>) => askBy('entry', id, { staleTime: Number.POSITIVE_INFINITY })

export const useScene = (machine: MaybeRefOrGetter<string | null>, setup: MaybeRefOrGetter<string | null>) =>
  useAnswer('scene', () => {
    const id = toValue(machine)
    return id ? { params: { id }, query: { setup: toValue(setup) ?? undefined } } : null
  })

/** The same as it was at a moment; not asked for while the moment is not known. */
export const useSceneAt = (
  machine: MaybeRefOrGetter<string | null>,
  setup: MaybeRefOrGetter<string | null>,
  at: MaybeRefOrGetter<string | null>,
) =>
  useAnswer('scene', () => {
    const [id, moment] = [toValue(machine), toValue(at)]
    return id && moment ? { params: { id }, query: { setup: toValue(setup) ?? undefined, at: moment } } : null
  })

export const useEntries = (query: MaybeRefOrGetter<Sent<'entries'>['query']>) => useAnswer('entries', () => ({ query: toValue(query) }))
