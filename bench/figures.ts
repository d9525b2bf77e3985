import { formatLength, nm, readLength } from '@rook/core'

const FIGURES = 1_000_000

/** Reads and writes a million typed figures; answers with how many a second. */
export function benchFigures(): number {
  const typed = Array.from({ length: 1000 }, (_, at) => {
    const value = ((at * 7919) % 600_000) / 1000
    // One in twenty is a sum, a fraction or another unit, as on a real shop floor.
    if (at % 20 === 0) return `${value.toFixed(3)}-3/8`
    if (at % 20 === 10) return `${(value / 25.4).toFixed(4)} in`
    return `-${value.toFixed(3)}`
  })
  const grid = nm(1)
  let sum = 0
  const pass = () => {
    for (let at = 0; at < FIGURES; at++) {
      const reading = readLength(typed[at % typed.length]!, { name: 'Machine X', unit: 'mm', grid })
      if (reading.kind === 'length' || reading.kind === 'finer') sum += formatLength(reading.value, { unit: 'mm', decimals: 4 }).length
    }
  }
  pass()
  const began = performance.now()
  pass()
  const seconds = (performance.now() - began) / 1000
  if (sum === 0) throw new Error('nothing was read')
  return FIGURES / seconds
}
