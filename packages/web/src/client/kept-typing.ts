import { computed, inject, provide, reactive, ref, unref, watch, type InjectionKey, type Ref } from 'vue'
import type { Sender } from './use-send.ts'
import { forget, keep, readKept } from './kept.ts'

/** What a dialog knows of the text in it. */
export interface Typing {
  /** Something stands in it that was typed and not sent. */
  typed: Readonly<Ref<boolean>>
  /** It goes on from what was typed before it was closed. */
  resumed: Readonly<Ref<boolean>>
  /** What it is about has changed since that was typed. */
  movedOn: Readonly<Ref<boolean>>
  startOver(): void
  /** It is sent: nothing is kept any more. */
  over(): void
}
export const TYPING: InjectionKey<Typing> = Symbol('typing')

interface Kept {
  from: string
  typed: Record<string, unknown>
}

const asText = (value: unknown) => JSON.stringify(value)
/** Read through whatever is reactive, so that a change deep in a form is seen as well. */
const copyOf = (value: unknown): unknown => (value === undefined ? null : JSON.parse(JSON.stringify(value)))

const isForm = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value)
const withFresh = (fresh: unknown, kept: unknown): unknown => (isForm(fresh) && isForm(kept) ? { ...fresh, ...kept } : kept)

/**
 * Keeps what is typed into a dialog on this tablet until it is sent or started over: pressed away by a glove, or closed to look
 * something up, it stands there again when the dialog is opened once more.
 * @param name tells one dialog, and what it is about, from another
 * @param fields what can be typed: refs, or a reactive form. PINs and files have no place among them
 * @param sender whatever it records makes the text its own; nothing is kept any more then
 */
export function useKeptTyping(name: string, fields: Record<string, Ref<unknown> | object>, sender?: Pick<Sender, 'outcome'>): Typing {
  const store = `dialog:${name}`
  const now = () => Object.fromEntries(Object.entries(fields).map(([key, field]) => [key, copyOf(unref(field))]))
  const put = (values: Record<string, unknown>) => {
    for (const [key, field] of Object.entries(fields)) {
      if (!(key in values)) continue
      const value = copyOf(values[key])
      if (isRef(field)) field.value = value
      else if (Array.isArray(field)) field.splice(0, field.length, ...(value as unknown[]))
      else Object.assign(field, value)
    }
  }
  const fresh = now()
  const from = asText(fresh)
  const kept = readKept<Kept>(store)
  const sameShape = kept !== null && asText(Object.keys(kept.typed).sort()) === asText(Object.keys(fresh).sort())
  const resumed = ref(sameShape && asText(kept.typed) !== from)
  const movedOn = ref(resumed.value && kept!.from !== from)
  // A form that has a field more than when it was typed in has that one as it is fresh.
  if (resumed.value) put(Object.fromEntries(Object.entries(kept!.typed).map(([key, value]) => [key, withFresh(fresh[key], value)])))
  const isOver = ref(false)
  const state = computed(now)
  const typed = computed(() => !isOver.value && asText(state.value) !== from)
  watch(state, (values) => {
    if (isOver.value) return
    if (typed.value) keep(store, { from: movedOn.value ? kept!.from : from, typed: values } satisfies Kept)
    else forget(store)
  })
  function over(): void {
    isOver.value = true
    forget(store)
  }
  if (sender)
    watch(
      sender.outcome,
      ({ kind }) => {
        if (kind === 'recorded') over()
      },
      { flush: 'sync' },
    )
  const typing: Typing = reactive({
    typed,
    resumed: computed(() => resumed.value && typed.value),
    movedOn: computed(() => movedOn.value && typed.value),
    startOver() {
      put(fresh)
      movedOn.value = false
      forget(store)
    },
    over,
  }) as unknown as Typing
  provide(TYPING, typing)
  return typing
}

const isRef = (field: object): field is Ref<unknown> => '__v_isRef' in field

/** For a dialog's frame: what is known of the text in it; nothing where it has none. */
export const useTyping = (): Typing | null => inject(TYPING, null)
