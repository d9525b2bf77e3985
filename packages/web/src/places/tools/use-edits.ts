import {
  assessEdits,
  parseRegisterKey,
  readEdits,
  readRegister,
  type Edit,
  type EditWorth,
  type Nm,
  type RegisterKey,
  type Scene,
} from '@rook/core'
import { useKept } from '../../client/kept.ts'
import { computed, toValue, type MaybeRefOrGetter } from 'vue'

interface Pending {
  texts: Record<RegisterKey, string>
  /** By how much each wear is meant to change, where somebody typed it. */
  bys: Record<RegisterKey, string>
  worth: EditWorth
  reason: string
  /** The entry behind each register when it was first typed over: a write in between is noticed. */
  basis: Record<RegisterKey, string | null>
}

const nothing = (): Pending => ({ texts: {}, bys: {}, worth: 'measured', reason: '', basis: {} })

/** Figures typed into a machine's tools table and not recorded yet; kept in this browser at every keystroke. */
export function useEdits(machine: string, scene: MaybeRefOrGetter<Scene | null>) {
  const pending = useKept<Pending>(`edits:${machine}`, nothing)
  const edits = computed<Edit[]>(() =>
    Object.entries(pending.value.texts).map(([register, text]) => {
      const by = byOf(register)
      return by === '' ? { register, text } : { register, text, by }
    }),
  )
  // What an older version of this page has kept knows of none.
  const byOf = (register: RegisterKey): string => (pending.value.bys as Pending['bys'] | undefined)?.[register] ?? ''
  const typeBy = (register: RegisterKey, text: string) => (pending.value.bys = { ...pending.value.bys, [register]: text })
  const read = computed(() => {
    const at = toValue(scene)
    return at ? readEdits(edits.value, pending.value.worth, at) : null
  })
  /** With the checks: worked out only while somebody looks at the changes. */
  const assessed = computed(() => {
    const at = toValue(scene)
    return at ? assessEdits(edits.value, pending.value.worth, at) : null
  })

  function type(register: RegisterKey, text: string): void {
    const standing = toValue(scene)?.standing[register]
    if (!(register in pending.value.basis)) pending.value.basis[register] = standing?.entry ?? null
    pending.value.texts[register] = text
  }

  /** What stands is shown again, as if nothing had been typed. */
  function drop(register: RegisterKey): void {
    pending.value.texts = Object.fromEntries(Object.entries(pending.value.texts).filter(([key]) => key !== register))
    pending.value.bys = Object.fromEntries(Object.entries(pending.value.bys ?? {}).filter(([key]) => key !== register))
    pending.value.basis = Object.fromEntries(Object.entries(pending.value.basis).filter(([key]) => key !== register))
  }

  /** The person has seen what was written in between and goes on from there. */
  function accept(register: RegisterKey): void {
    pending.value.basis[register] = toValue(scene)?.standing[register]?.entry ?? null
  }

  /** The figure as it will be: what is typed where it can be read, else what stands. */
  function shownValue(register: RegisterKey): Nm | null {
    const at = toValue(scene)
    const text = pending.value.texts[register]
    if (at && text !== undefined) {
      const reading = readRegister(text, parseRegisterKey(register), at.machine, '')
      if (reading.kind === 'value' || reading.kind === 'finer') return reading.value
    }
    return at?.standing[register]?.value ?? null
  }

  const worth = computed({ get: () => pending.value.worth, set: (value) => (pending.value.worth = value) })
  const reason = computed({ get: () => pending.value.reason, set: (text) => (pending.value.reason = text) })

  return {
    pending,
    edits,
    read,
    assessed,
    worth,
    reason,
    byOf,
    typeBy,
    type,
    drop,
    accept,
    shownValue,
    clear: () => (pending.value = nothing()),
  }
}

export type EditsState = ReturnType<typeof useEdits>
