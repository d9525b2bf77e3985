import { Chance, GAUGES, PLAYS } from '@rook/testing'
import { expect, it } from 'vitest'
import { routineById } from '../catalogue/index.ts'
import { nm, type Nm } from '../length/index.ts'
import type { Gauge } from '../gauge/index.ts'
import { assess } from './index.ts'

const FAMILIES = [...new Set(GAUGES.map(({ family }) => family))]
/** From none at all to a kilometre, which is the largest that anybody can put on record. */
const SIZES = [0, 1, 1_000_000_000_000].map(nm)

it.each(PLAYS.map((play) => [play.name, play] as const))(
  '%s is worked out or refused, whatever gauge is chosen anywhere',
  (name, { routine, play }) => {
    const { raw, scene } = play(new Chance(`any gauge for ${name}`))
    const odd = (family: Gauge['family'], size: Nm, uncertainty: Nm): Gauge => ({
      ...GAUGES[0]!,
      id: 'odd',
      name: 'Odd one',
      family,
      size,
      uncertainty,
    })
    for (const family of FAMILIES)
      for (const size of SIZES)
        for (const uncertainty of size > 1 ? [nm(1), size] : [nm(1)]) {
          const gauges = [...scene.gauges, odd(family, size, uncertainty)]
          for (const key of Object.keys(raw))
            expect(
              () => assess(routineById(routine)!, { ...raw, [key]: 'odd' }, { ...scene, gauges }, []),
              `${key} ${family} ${size}`,
            ).not.toThrow()
        }
  },
)
