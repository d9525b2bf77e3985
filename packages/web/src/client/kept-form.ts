import { computed, ref, watch, type Ref } from 'vue'
import { forget, isKept as isKeptHere, keep, readKept } from './kept.ts'

const nameOf = (name: string) => `form:${name}`
const asText = (value: unknown) => JSON.stringify(value)

interface Kept<T> {
  /** The record, as text, that it was begun from. */
  from: string
  typed: T
}

/** What was kept under a name; nothing when it is of another shape than the form now has. */
function readForm<T extends object>(name: string, record: T): Kept<T> | null {
  const kept = readKept<Kept<T>>(nameOf(name))
  return kept && asText(Object.keys(kept.typed).sort()) === asText(Object.keys(record).sort()) ? kept : null
}

/** True when something typed is kept under a name. */
export const isKept = (name: string) => isKeptHere(nameOf(name))

/**
 * A form over a record, kept on this tablet from the first change until it is sent or given up, so that a reload
 * loses nothing. While nothing is typed it follows the record.
 * @param name tells one form from another; what was kept under it is taken up when it becomes known
 * @param record the record in the form's shape, plain JSON; null while there is none, or none is to be changed
 */
export function useKeptForm<T extends object>(name: () => string, record: () => T | null | undefined) {
  const form = ref(null) as Ref<T | null>
  const began = ref('')
  const resumed = ref(false)
  const typed = computed(() => form.value !== null && asText(form.value) !== began.value)

  function begin(): void {
    const now = record() ?? null
    began.value = asText(now)
    form.value = JSON.parse(began.value) as T | null
    resumed.value = false
    forget(nameOf(name()))
  }

  function open(): void {
    const now = record()
    const kept = now && readForm(name(), now)
    if (!kept) return begin()
    began.value = kept.from
    form.value = kept.typed
    resumed.value = true
  }

  watch(
    () => (record() ? name() : null),
    (now) => (now === null ? (form.value = null) : open()),
    { immediate: true },
  )
  watch(
    () => asText(record() ?? null),
    () => !typed.value && record() && begin(),
  )
  watch(
    form,
    () => {
      if (!form.value) return
      if (typed.value) keep(nameOf(name()), { from: began.value, typed: form.value } satisfies Kept<T>)
      else forget(nameOf(name()))
    },
    { deep: true },
  )

  return {
    form,
    /** True when it goes on from what was typed before a reload. */
    resumed: computed(() => resumed.value && typed.value),
    /** True when the record has become another one since the typing began. */
    movedOn: computed(() => typed.value && Boolean(record()) && asText(record()) !== began.value),
    /** Gives up what was typed, or starts over from the record that has just been sent. */
    begin,
  }
}
