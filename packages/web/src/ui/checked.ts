import { computed, ref, toValue, type MaybeRefOrGetter } from 'vue'
import type * as z from 'zod/mini'

/** A sentence for each field that something is wrong with, by the field's path; under '' stands what is about no single one. */
export type Problems = Readonly<Record<string, string>>

/** The first thing that is wrong with each field. */
export function problemsOf(issues: readonly { path: PropertyKey[]; message: string }[]): Problems {
  const found: Record<string, string> = {}
  for (const { path, message } of issues) found[path.join('.')] ??= message
  return found
}

/**
 * Zod behind a form: what is typed is read by a schema, and each field says in a sentence what is wrong with it. Nothing is
 * complained of before somebody wants to send it; from then on a sentence goes as soon as its field is mended.
 * @param schema may depend on something else that is chosen: a machine's unit
 * @param typed what is in the fields now
 */
export function useChecked<Schema extends z.ZodMiniType>(schema: MaybeRefOrGetter<Schema>, typed: () => z.input<Schema>) {
  const tried = ref(false)
  const read = computed(() => toValue(schema).safeParse(typed()))
  const problems = computed<Problems>(() => (tried.value && read.value.error ? problemsOf(read.value.error.issues) : {}))

  /** What the form says, in the shape that is sent; null where something is wrong, and then each field says what. */
  function take(): z.output<Schema> | null {
    tried.value = true
    return read.value.success ? (read.value.data as z.output<Schema>) : null
  }

  /** What the form says as it stands, where it can be read whole; nobody has to have sent it. */
  const said = computed(() => (read.value.success ? (read.value.data as z.output<Schema>) : null))
  // A form that was emptied begins anew.
  const begin = () => (tried.value = false)
  return { problems, take, said, begin, sentences: computed(() => [...new Set(Object.values(problems.value))]) }
}

/** How the library's own form item shows what is wrong with its field. */
export const underField = (problems: Problems, field: string): { validateStatus?: 'error'; help?: string } =>
  problems[field] ? { validateStatus: 'error', help: problems[field] } : {}
