import { asRegister, parseRegisterKey, registerName, stepOf } from '../register/index.ts'
import type { Refusal, Sheet } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import { sumOf } from '../working/index.ts'

/**
 * The evidence of an entry is its working: what stands under the double rule must be what the lines add up to, but for
 * the one rounding at the end. A routine that breaks this is at fault, and nothing it found is recorded.
 * @returns the refusal; null when every sum agrees, or there is none
 */
export function sumRefusal({ working }: Sheet, scene: Pick<Scene, 'machine' | 'gauges'>): Refusal | null {
  const { machine } = scene
  // The results after the first are the same sum in another register, but where a line enters one of them alone.
  const own = new Set(working.lines.flatMap(({ of }) => of ?? []))
  const checked = working.results.filter(({ label }, at) => at === 0 || own.has(label))
  for (const [label, column, cell] of checked.flatMap((row) => row.cells.map((one, at) => [row.label, at, one] as const))) {
    const sum = sumOf(
      working.lines.filter(({ of }) => of === undefined || of === label),
      column,
    )
    if (!cell?.register || cell.figure === null || sum === null) continue
    const register = parseRegisterKey(cell.register)
    // Every derived line may be half a nanometre beside what it stands for.
    const allowed = stepOf(register, machine) / 2 + working.lines.length
    if (Math.abs(sum - cell.figure) <= allowed) continue
    const shown = (value: typeof sum) => asRegister(cell.register!, value, machine)
    return {
      input: null,
      sentence: `${registerName(register, scene.gauges)}: the lines add up to ${shown(sum)}, and ${shown(cell.figure)} would be recorded. That is a fault of this program: record nothing by it, and tell whoever looks after it.`,
    }
  }
  return null
}
