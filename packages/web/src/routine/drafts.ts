import type { RawInputs, RegisterKey } from '@rook/core'

import { defineStore } from 'pinia'
import { reactive, watch } from 'vue'
import { call } from '../client/call.ts'
import { forget, isKept, keep as keepHere, readKept } from '../client/kept.ts'

/** A half-done routine: everything a person has put into it. */
export interface Draft {
  routine: string
  inputs: Record<string, string>
  /** Figures whose rounding was agreed to. */
  agreed: string[]
  /** Reasons given, by finding. */
  answers: Record<string, string>
  /** Readouts ticked as seen. */
  seen: string[]
  /** Figures that were taken over the wire: what was taken, by input. */
  taken: Record<string, string>
  /** What stood in the registers when this was begun; fixed then, so that a write in between is noticed. */
  basis: Record<RegisterKey, string | null>
  /** When something was typed last on this tablet; null before anything was. */
  at: string | null
}

const filled = (inputs: RawInputs) =>
  JSON.stringify(
    Object.entries(inputs)
      .filter(([, text]) => text !== '')
      .sort(),
  )
const sameInputs = (one: RawInputs, other: RawInputs) => filled(one) === filled(other)

const nameOf = (key: string) => `draft:${key}`
const SAVE_AFTER = 800

function fresh(routine: string, inputs: RawInputs): Draft {
  return { routine, inputs: { ...inputs }, agreed: [], answers: {}, seen: [], taken: {}, basis: {}, at: null }
}

function read(key: string): Draft | null {
  const kept = readKept<Partial<Draft>>(nameOf(key))
  return kept && { ...fresh('', {}), ...kept }
}

/**
 * Half-done routines, by machine, setup and step. Kept in the browser at every keystroke and on the server
 * a moment later, so that neither a reload nor a change of tablet loses a figure.
 */
export const useDrafts = defineStore('drafts', () => {
  const drafts = reactive(new Map<string, Draft>())

  function open(key: string, routine: string, preset: RawInputs): Draft {
    const known = drafts.get(key) ?? read(key)
    const draft = reactive(known?.routine === routine ? known : fresh(routine, preset))
    drafts.set(key, draft)
    keep(key, draft)
    // Typed just before a reload, it may not have got further than this browser.
    if (known) void send(key, draft)
    return draft
  }

  /** True when something half-done waits under this key on this tablet. */
  const has = (key: string) => drafts.has(key) || isKept(nameOf(key))

  function keep(key: string, draft: Draft): void {
    let timer: ReturnType<typeof setTimeout> | undefined
    // A basis that follows what stands now is no typing.
    const stopTyping = watch(
      () => JSON.stringify(draft.inputs),
      () => (draft.at = new Date().toISOString()),
      { flush: 'sync' },
    )
    const stop = watch(
      draft,
      () => {
        if (drafts.get(key) !== draft) return (stop(), stopTyping())
        keepHere(nameOf(key), draft)
        clearTimeout(timer)
        timer = setTimeout(() => void send(key, draft), SAVE_AFTER)
      },
      { deep: true },
    )
  }

  /** What this tablet has sent of each and not been answered yet: what comes after it waits, so that it is not overtaken. */
  const onTheWay = new Map<string, Promise<unknown>>()
  function inOrder(key: string, send: () => Promise<unknown>): Promise<unknown> {
    const next = (onTheWay.get(key) ?? Promise.resolve()).then(send).catch(() => undefined)
    onTheWay.set(key, next)
    return next
  }

  async function send(key: string, draft: Draft): Promise<void> {
    await inOrder(key, async () => {
      if (drafts.get(key) !== draft) return
      const { routine, inputs, agreed, answers, taken } = draft
      // When it does not get through, the browser's own copy still stands.
      await call('keepDraft', { params: { key }, body: { routine, inputs, agreed, answers, taken } })
    })
  }

  /** What another tablet left, when this one has nothing of its own. */
  async function fetchOther(key: string, draft: Draft, preset: RawInputs): Promise<string | null> {
    if (isKept(nameOf(key))) return null
    // What this tablet has just given up may still lie on the server: it is nobody else's.
    await onTheWay.get(key)
    const other = await call('draft', { params: { key } }).catch(() => null)
    const untouched = JSON.stringify(draft.inputs) === JSON.stringify(preset)
    if (!other || other.routine !== draft.routine || !untouched) return null
    const { inputs, agreed, answers, taken } = other
    // Somebody had it open there and typed nothing: there is nothing to take over.
    if (sameInputs(inputs, draft.inputs)) return null
    Object.assign(draft, { inputs, agreed, answers, taken })
    // They are as old as they are there: bringing them here is no typing.
    draft.at = other.savedAt
    return other.by
  }

  /** Begins anew: after recording, or when the person clears it. */
  function drop(key: string, routine: string, preset: RawInputs): Draft {
    drafts.delete(key)
    forget(nameOf(key))
    void inOrder(key, () => call('dropDraft', { params: { key } }))
    return open(key, routine, preset)
  }

  return { open, has, drop, fetchOther }
})
