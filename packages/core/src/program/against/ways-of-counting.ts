import { listed, layoutOf, reachRegister, registerKey } from '../../register/index.ts'
import { toolsRun } from './runs-by.ts'
import type { Found, GoCheck } from './finding.ts'

/**
 * Lengths of one program are counted from one thing. Where they carry part zero, a tool that was set on a block's height beside others
 * that were set on the part works that height too low or too high.
 */
export const waysOfCounting: GoCheck = (against) => {
  const { machine, standing } = against.scene
  if (!layoutOf(machine).countsLengths) return []
  const run = toolsRun(against).flatMap(({ tool, line }) => {
    const register = registerKey(reachRegister(machine, tool))
    const stands = standing[register]
    return stands && stands.state === 'set' ? [{ name: `T${tool.number}`, line, register, fromHeight: stands.fromHeight }] : []
  })
  const [high, part] = [run.filter(({ fromHeight }) => fromHeight), run.filter(({ fromHeight }) => !fromHeight)]
  if (high.length === 0 || part.length === 0) return []
  const odd = high.length <= part.length ? high : part
  const finding: Found = {
    id: 'ways-of-counting',
    verdict: 'stop',
    line: odd[0]!.line,
    register: odd[0]!.register,
    mend: 'tool',
    sentence: `Lengths of this program are counted in two ways: ${listed(high.map(({ name }) => name))} from a reference height, ${listed(part.map(({ name }) => name))} otherwise. Measure ${listed(odd.map(({ name }) => name))} again as the others were.`,
  }
  return [finding]
}
