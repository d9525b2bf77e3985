import { layOut, renumber, retarget, type LayoutOrder } from '@rook/core'

/** What is to be done to a program, as it is chosen. */
export interface Wanted {
  what: 'slot' | 'layout' | 'offset'
  from: string
  to: string
  /** Slots to lay it out over, in their order. */
  slots: readonly string[]
  order: LayoutOrder
  letter: 'H' | 'D'
  /** Offset numbers as they are typed. */
  old: string
  fresh: string
}

export type Changed = { lines: string[] } | { refused: string }

/** The text as it would be. Comments behind a semicolon are comments on every machine that reads them so. */
export function changed(lines: readonly string[], wanted: Wanted): Changed {
  if (wanted.what === 'slot')
    return wanted.from && wanted.to
      ? { lines: retarget(lines, new Map([[wanted.from, wanted.to]]), true) }
      : { refused: 'Choose both slots.' }
  if (wanted.what === 'offset') {
    const isNumber = (text: string) => /^[1-9]\d{0,3}$/.test(text)
    if (!isNumber(wanted.old) || !isNumber(wanted.fresh)) return { refused: 'Numbers: 1 to 9999, the one that is called and the new one.' }
    return { lines: renumber(lines, { [wanted.letter]: new Map([[wanted.old, wanted.fresh]]) }, true) }
  }
  if (!wanted.from || wanted.slots.length === 0) return { refused: 'Choose the slot that it calls, and those it shall run in.' }
  const out = layOut(lines, wanted.from, wanted.slots, wanted.order, true)
  return 'refused' in out ? out : { lines: out }
}

/** A line that is otherwise, with what it was; for a text of another length the new lines alone. */
export interface ChangedLine {
  number: number
  was: string | null
  is: string
}

/** So many are shown; the file has all of them. */
const SHOWN = 400

export function changedLines(before: readonly string[], after: readonly string[]): { lines: ChangedLine[]; inAll: number } {
  const isSameLength = before.length === after.length
  const lines = after.flatMap((is, at): ChangedLine[] => {
    const was = isSameLength ? before[at]! : null
    return was === is ? [] : [{ number: at + 1, was, is }]
  })
  return { lines: lines.slice(0, SHOWN), inAll: lines.length }
}

/** A name of its own: nothing is written over. */
export const newName = (name: string, what: Wanted['what']): string =>
  name.replace(/(\.[^.]*)?$/, (ending) => `-${{ slot: 'other-slot', layout: 'laid-out', offset: 'renumbered' }[what]}${ending}`)
