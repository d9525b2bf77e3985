import { radiansOf } from '../../angle/index.ts'
import { looksOf, showsOnCone, type ConeWall } from '../lathe-tool/nose-by-cone.ts'
import { onRecord } from '../lathe-tool/nose-on-record.ts'
import { magnitude, minus, mm, nm, type Nm } from '../../length/index.ts'
import { asShown } from '../../machine/index.ts'
import { noseRegister, registerKey, tipRegister } from '../../register/index.ts'
import type { Remark, Values } from '../../routine/index.ts'
import type { MountedTool, Scene } from '../../scene/index.ts'
import { combine, ofReadout } from '../../uncertainty/index.ts'
import { doubtOfOne, lacking } from './correction.ts'

/** Nose radii that inserts come with (ISO 1832). */
const RADII = [0.1, 0.2, 0.4, 0.8, 1.2, 1.6, 2.4].map(mm)

/** A nose explains a cone when it leaves no more than so many standard uncertainties of the measurement. */
const WITHIN = 2.5

/**
 * By how much a cone's diameter comes out too large with a nose r where the control compensates with r'. What is left along the
 * normal is (r \u2212 r')\u00b7share (see `showsOnCone`); across the axis that is divided by cos \u03b8, and a diameter has it twice.
 */
export function diameterByNose(nose: Nm, entered: Nm, wall: ConeWall, tip: number): Nm {
  return nm(Math.round((2 * (nose - entered) * showsOnCone(wall, tip)) / Math.cos(radiansOf(wall.angle))))
}

/**
 * Whether a wrong nose radius is why a cone is off. Cylinders and faces come out right with any nose, so a wear that mends the cone
 * would spoil them.
 * @param inside true for a cone in a bore: what is left there makes it smaller
 */
export function noseRemarks(values: Values, tool: MountedTool | null, inside: boolean, scene: Scene): Remark[] {
  const [lacks, angle, looks] = [lacking(values, ''), values.angle('cone'), looksOf(values.choice('looks'))]
  const [entered, tip] = [noseRegister, tipRegister].map((register) => tool && scene.standing[registerKey(register(tool.offset))]?.value)
  if (lacks === null || angle === null || looks === null || !tool || entered == null || tip == null) return []
  const wall = { angle, inside, looks }
  const over = nm((inside ? 1 : -1) * lacks)
  const doubt = combine([ofReadout(scene.machine.increment), doubtOfOne(values, scene)], nm(1)).standard
  const figures = [
    { label: 'nose radius entered', value: entered },
    { label: 'target less measured', value: lacks },
  ]
  const about = { id: 'nose-of-cone', figures }
  if (magnitude(over) <= WITHIN * doubt)
    return [{ ...about, name: 'nose as entered', verdict: 'clear', sentence: 'The cone is as the nose radius in the control makes it.' }]
  const box = onRecord(tool)
  const [nearest] = [...new Set([...(box === null ? [] : [box]), ...RADII])]
    .filter((radius) => radius !== entered)
    .map((radius) => ({ radius, left: magnitude(minus(over, diameterByNose(radius, entered, wall, tip))) }))
    .filter(({ left }) => left <= WITHIN * doubt)
    .sort((a, b) => a.left - b.left)
  if (!nearest)
    return [{ ...about, name: 'nose as entered', verdict: 'clear', sentence: 'No nose radius that inserts have explains this cone.' }]
  const shown = (value: Nm) => asShown(value, scene.machine)
  return [
    {
      ...about,
      name: 'nose as entered',
      verdict: 'stop',
      sentence: `The cone would be off like this with a nose of ${shown(nearest.radius)}${nearest.radius === box ? ', as the insert on record has,' : ''} where the control holds ${shown(entered)}. Look at the insert and put the nose radius right: wear would mend the cone and spoil every diameter.`,
    },
  ]
}
