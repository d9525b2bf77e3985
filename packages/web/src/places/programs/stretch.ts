/** So many lines are shown before the one that somebody came for. */
const BEFORE = 40

/** The first line of the stretch that is shown around a line; from the beginning where none is asked for. */
export const stretchAround = (line: number | null): number => (line === null ? 1 : Math.max(1, line - BEFORE))
