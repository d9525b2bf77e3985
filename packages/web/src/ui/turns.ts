/** Milliseconds between two turns: a frame and a half, in which what is there is painted and a finger answered. */
const BREATH = 24

/** Where turns are waited for, first come, first served. */
export function makeTurns(later: (go: () => void, after: number) => void = (go, after) => setTimeout(go, after)) {
  const waiting: (() => void)[] = []
  function next(): void {
    const turn = waiting[0]
    if (!turn) return
    turn()
    waiting.shift()
    if (waiting.length > 0) later(next, BREATH)
  }
  return {
    /** Calls `turn` when it is next; answers with how to give it up. */
    wait(turn: () => void): () => void {
      waiting.push(turn)
      if (waiting.length === 1) later(next, BREATH)
      return () => {
        const place = waiting.indexOf(turn)
        // The first one is kept, so that whoever waits behind it is not called twice.
        if (place > 0) waiting.splice(place, 1)
        else if (place === 0) waiting[0] = () => undefined
      }
    },
  }
}

/** The one queue of the page. */
export const turns = makeTurns()
