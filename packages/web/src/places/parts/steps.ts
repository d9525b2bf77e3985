import type { PlannedStep } from '@rook/core'

/** The same list with one thing in another place. */
export function moved<Item>(list: readonly Item[], from: number, to: number): Item[] {
  const rest = list.filter((_, place) => place !== from)
  return to < 0 || to >= list.length ? [...list] : [...rest.slice(0, to), list[from]!, ...rest.slice(to)]
}

const TITLES: Readonly<Record<PlannedStep['kind'], string>> = {
  homed: 'Homed',
  confirm: 'Checked',
  routine: 'Measured',
  tools: 'Tools',
  seen: 'Seen on the control',
}

/** A step under an id that no other has: entries name it, so it is never given again within the list. */
export function newStep(steps: readonly PlannedStep[], kind: PlannedStep['kind']): PlannedStep {
  const taken = new Set(steps.map(({ id }) => id))
  let n = 1
  while (taken.has(`${kind}-${n}`)) n++
  return { id: `${kind}-${n}`, title: TITLES[kind], detail: null, kind, routine: null, preset: {} }
}
