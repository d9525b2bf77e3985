import { dialectOf, layOut, readProgram, recordHeader, renumber, retarget, withHeader, type LayoutOrder, type Scene } from '@rook/core'

/** What is to be done to a program, as it is chosen. */
export interface Wanted {
  what: 'slot' | 'layout' | 'offset' | 'header'
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

/** The record that a header is made from, and when and by whom. */
export interface FromRecord {
  scene: Scene
  at: string
  by: string
}

/** The text as it would be. Comments behind a semicolon are comments on every machine that reads them so. */
export function changed(lines: readonly string[], wanted: Wanted, record: FromRecord | null = null): Changed {
  if (wanted.what === 'header') {
    if (!record) return { refused: 'Choose the setup whose figures it shall say.' }
    const read = readProgram(() => [lines.join('\n')], dialectOf(record.scene.machine))
    return { lines: withHeader(lines, recordHeader(read, record.scene, record), true) }
  }
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

/** A line that differs: what it was and what it is. Where lines are added or taken out, one of the two is null. */
export interface ChangedLine {
  number: number
  was: string | null
  is: string | null
}

/** So many are shown; the file has all of them. */
const SHOWN = 400

export function changedLines(before: readonly string[], after: readonly string[]): { lines: ChangedLine[]; inAll: number } {
  const lines = before.length === after.length ? lineByLine(before, after) : between(before, after)
  return { lines: lines.slice(0, SHOWN), inAll: lines.length }
}

const lineByLine = (before: readonly string[], after: readonly string[]) =>
  after.flatMap((is, at): ChangedLine[] => (before[at] === is ? [] : [{ number: at + 1, was: before[at]!, is }]))

/** What goes and what comes between a beginning and an end that stay. */
function between(before: readonly string[], after: readonly string[]): ChangedLine[] {
  const shorter = Math.min(before.length, after.length)
  let head = 0
  while (head < shorter && before[head] === after[head]) head++
  let tail = 0
  while (tail < shorter - head && before[before.length - 1 - tail] === after[after.length - 1 - tail]) tail++
  return [
    ...before.slice(head, before.length - tail).map((was, at): ChangedLine => ({ number: head + at + 1, was, is: null })),
    ...after.slice(head, after.length - tail).map((is, at): ChangedLine => ({ number: head + at + 1, was: null, is })),
  ]
}

/** A name of its own: nothing is written over. */
export const newName = (name: string, what: Wanted['what']): string =>
  name.replace(
    /(\.[^.]*)?$/,
    (ending) => `-${{ slot: 'other-slot', layout: 'laid-out', offset: 'renumbered', header: 'with-record' }[what]}${ending}`,
  )
