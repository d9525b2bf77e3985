import type { Operation, WorkingLine } from '@rook/core'

const WORDS: Record<Operation, string> = { start: '', add: 'plus', less: 'less', aside: 'noted', touch: '' }

/**
 * "less edge stands at part X": the operation first, the label after it as running text. Only a field's
 * label begins with a capital that is not a name's.
 */
export function lineWords({ operation, label, cells }: WorkingLine): { operation: string; label: string } {
  const word = WORDS[operation]
  return { operation: word, label: word && cells.some((cell) => cell?.input) ? label[0]!.toLowerCase() + label.slice(1) : label }
}
