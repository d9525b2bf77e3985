import { KIND_WORDS } from '@rook/core'
import type { AssemblyRecord } from '@rook/contract'

/** True when every word stands somewhere in what is said of a tool: what is shown already is narrowed down before the server answers. */
export function fitsWords({ name, id, holder, kind, mounted }: AssemblyRecord, text: string): boolean {
  const said = `${name} ${id} ${holder ?? ''} ${KIND_WORDS[kind]} ${mounted?.machineName ?? ''}`.toLowerCase()
  return text
    .toLowerCase()
    .split(/\s+/)
    .every((word) => said.includes(word))
}
