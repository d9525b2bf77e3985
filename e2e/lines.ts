/**
 * A reader of data-setting lines of its own: it knows nothing of the product's template, only that a line says
 * G10, an L word, a P word and figures. Digits become whole nanometres without ever being a fraction.
 */
export function readLines(file: string): Map<string, bigint> {
  const perUnit = file.includes('G20') ? 25_400_000n : 1_000_000n
  const figures = new Map<string, bigint>()
  for (const line of file.split(/\r?\n/)) {
    const [, l, p, rest] = /^G10 L(\d+) P(\d+) ([^(]*)/.exec(line) ?? []
    if (!l) continue
    for (const [, letter, sign, whole, part = ''] of rest!.matchAll(/([A-Z])(-?)(\d*)(?:\.(\d*))?/g)) {
      if (!whole && !part) continue
      // Angles count in millionths of a degree, a tip direction as it is.
      const unit = letter === 'Q' ? 1n : 'ABC'.includes(letter!) ? 1_000_000n : perUnit
      const scaled = BigInt(`${whole}${part}`) * unit
      const scale = 10n ** BigInt(part!.length)
      if (scaled % scale !== 0n) throw new Error(`${line}: no whole number of nanometres`)
      figures.set(`L${l} P${p} ${letter}`, (sign ? -1n : 1n) * (scaled / scale))
    }
  }
  return figures
}

/** The line that each property of a tool is written by in the demo shop, and the word that holds it. */
const TOOL_LINES: Readonly<Record<string, [line: number, letter: string]>> = {
  length: [10, 'R'],
  diameter: [12, 'R'],
  radius: [12, 'R'],
  X: [10, 'X'],
  Z: [10, 'Z'],
  nose: [10, 'R'],
  tip: [10, 'Q'],
}

/** Where a register of the ledger has to stand in the file. */
export function placeOf(register: string): string {
  const [family, slot, property, layer] = register.split('/') as [string, string, string, string]
  if (family === 'common') return `L2 P0 ${property}`
  if (family === 'work') return `${slot.includes('P') ? `L20 P${slot.split('P')[1]}` : `L2 P${Number(slot.slice(1)) - 53}`} ${property}`
  // Setters, stations and probes are the ledger's own: no line holds them.
  const [line, letter] = (family === 'tool' && TOOL_LINES[property]) || [0, '']
  return `L${line + (layer === 'wear' ? 1 : 0)} P${slot} ${letter}`
}
