import { limitOf } from '../../limits/index.ts'
import { nm } from '../../length/index.ts'
import { asShown, axesOf } from '../../machine/index.ts'
import { registerKey, registerName, workRegister, type RegisterRef } from '../../register/index.ts'
import { reachesOf, slotsRun, toolsRun } from './runs-by.ts'
import type { Against, Found, GoCheck } from './finding.ts'

/**
 * Whether zeros and lengths are known well enough for what the operation has to hold: \u00b1U (k = 2, twice the standard uncertainty)
 * against the whole width of the tightest tolerance that they serve. A zero that is known less well than that makes scrap by chance.
 */
export const fineEnough: GoCheck = (against) => [...zeros(against), ...depths(against)]

function zeros(against: Against): Found[] {
  const { machine, plan, standing } = against.scene
  const tolerance = plan?.tolerance ?? null
  if (tolerance === null) return []
  return slotsRun(against).flatMap(({ slot, line }) =>
    axesOf(machine).flatMap((axis) => {
      const ref = workRegister(slot, axis)
      const stands = standing[registerKey(ref)]
      return stands?.standard ? coarse(ref, 2 * stands.standard, stands.byEye, tolerance, line, against, 'zero') : []
    }),
  )
}

/** A depth is cut by the length of its tool. */
function depths(against: Against): Found[] {
  const { plan, standing } = against.scene
  return toolsRun(against).flatMap((one) => {
    const own = (plan?.sizes ?? [])
      .filter(({ kind, tool }) => kind === 'depth' && tool === one.called)
      .map(({ upper, lower }) => upper - lower)
    if (own.length === 0) return []
    return reachesOf(one, against).flatMap((ref) => {
      const stands = ref.property === 'X' ? undefined : standing[registerKey(ref)]
      return stands?.standard ? coarse(ref, 2 * stands.standard, stands.byEye, Math.min(...own), one.line, against, 'tool') : []
    })
  })
}

function coarse(
  ref: RegisterRef,
  expanded: number,
  byEye: boolean,
  tolerance: number,
  line: number | null,
  { scene: { machine } }: Against,
  mend: 'zero' | 'tool',
): Found[] {
  if (expanded <= limitOf(machine, 'toleranceShare') * tolerance) return []
  const register = registerKey(ref)
  const shown = (value: number) => asShown(nm(Math.round(value)), machine)
  const known = `known to \u00b1${shown(expanded)}${byEye ? ', by eye' : ''}`
  const beyond = expanded > tolerance
  return [
    {
      id: `fine ${register}`,
      verdict: beyond ? 'stop' : 'query',
      line,
      register,
      mend,
      sentence: '',
      same: {
        cause: `fine ${known} ${tolerance}`,
        name: registerName(ref),
        says: (names, many) =>
          `${names} ${many ? 'are' : 'is'} ${known}, ${beyond ? 'wider than' : 'a large part of'} the ${shown(tolerance)} that ${mend === 'zero' ? 'the operation has' : 'its depth has'} to hold. Find ${many ? 'them' : 'it'} more closely${beyond ? '' : ', or say why it is enough'}.`,
      },
    },
  ]
}
