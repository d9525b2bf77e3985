import type { Nm } from '../length/index.ts'
import { registerKey, type RegisterRef } from '../register/index.ts'
import type { Uncertainty } from '../uncertainty/index.ts'
import type { ResultCell } from '../working/index.ts'

/** What stands under the double rule: the figure, its ±U and the two largest causes of it. */
export function resultCell(register: RegisterRef | null, figure: Nm | null, uncertainty: Uncertainty | null): ResultCell {
  const shown = figure === null ? null : uncertainty
  return {
    register: register && registerKey(register),
    figure,
    expanded: shown?.expanded ?? null,
    largest: shown?.contributors.slice(0, 2).map(({ label }) => label) ?? [],
  }
}
