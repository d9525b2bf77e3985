import { api, type Operation } from '@rook/contract'
import { useQuery, type UseQueryReturnType } from '@tanstack/vue-query'
import { computed, toValue, type MaybeRefOrGetter } from 'vue'
import type { z } from 'zod'
import { call } from './call.ts'

type Answer<O extends Operation> = z.output<O['response']>

function ask<O extends Operation>(
  operation: O,
  sent: MaybeRefOrGetter<Parameters<typeof call<O>>[1] | null>,
): UseQueryReturnType<Answer<O>, Error> {
  return useQuery({
    queryKey: computed(() => [operation.id, toValue(sent)]),
    queryFn: () => call(operation, toValue(sent) ?? {}),
    enabled: computed(() => toValue(sent) !== null),
    // The live connection says when something changed; until then what is here is good.
    staleTime: 60_000,
    retry: 2,
    networkMode: 'always',
    // What comes from the server is replaced as a whole and never changed here: no need to watch inside it.
    shallow: true,
  }) as UseQueryReturnType<Answer<O>, Error>
}

export const usePeople = () => ask(api.people, {})
export const useFloor = () => ask(api.floor, {})
export const useMachines = () => ask(api.machines, {})
export const useGauges = () => ask(api.gauges, {})

export const useAssemblies = () => ask(api.assemblies, {})
export const usePresetSenders = () => ask(api.presetSenders, {})

export const useAssembly = (id: MaybeRefOrGetter<string | null>) =>
  ask(api.assembly, () => {
    const assembly = toValue(id)
    return assembly ? { params: { id: assembly } } : null
  })

export const useTemplate = (machine: MaybeRefOrGetter<string | null>) =>
  ask(api.template, () => {
    const id = toValue(machine)
    return id ? { params: { id } } : null
  })

export const useGauge = (id: MaybeRefOrGetter<string | null>) =>
  ask(api.gauge, () => {
    const gauge = toValue(id)
    return gauge ? { params: { id: gauge } } : null
  })

export const useSetups = () => ask(api.setups, {})

export const useSetup = (id: MaybeRefOrGetter<string | null>) =>
  ask(api.setup, () => {
    const setup = toValue(id)
    return setup ? { params: { id: setup } } : null
  })

export const useScene = (machine: MaybeRefOrGetter<string | null>, setup: MaybeRefOrGetter<string | null>) =>
  ask(api.scene, () => {
    const id = toValue(machine)
    return id ? { params: { id }, query: { setup: toValue(setup) ?? undefined } } : null
  })

export const useEntry = (id: MaybeRefOrGetter<string | null>) =>
  ask(api.entry, () => {
    const entry = toValue(id)
    return entry ? { params: { id: entry } } : null
  })

export const useEntries = (query: MaybeRefOrGetter<z.input<(typeof api.entries)['query']>>) =>
  ask(api.entries, () => ({ query: toValue(query) }))
