import { magnitude, minus, nm, times, type Nm } from '../length/index.ts'
import { asShown } from '../machine/index.ts'
import { isCutter, registerKey, registerName, timesInDiameter } from '../register/index.ts'
import { toldOfRecord } from './cause.ts'
import type { Check, Finding } from './finding.ts'
import { limitOf } from '../limits/index.ts'

/**
 * A cutter's diameter against the one on its record (DC). A diameter in a register that holds radii, or the
 * reverse, is off by just two; a stated diameter that creeps away from the true one was used to size a pocket.
 */
export const nominalDiameter: Check = {
  id: 'nominal-diameter',
  name: 'near the cutter\u2019s record',
  applies: {},
  run(evidence) {
    const { scene, result } = evidence
    return result.writes.flatMap((write, at): Finding[] => {
      const { machine } = scene
      const perDiameter = timesInDiameter(write.register, machine)
      if (write.register.layer !== 'geometry' || !isCutter(write.register) || perDiameter === null) return []
      const tool = scene.tools.find(({ assembly }) => assembly === write.assembly)
      const DC = tool?.properties.DC
      if (!tool || DC === undefined) return []
      const as = (value: Nm) => times(value, perDiameter)
      const off = (value: Nm) => magnitude(minus(as(value), DC))
      const limit = limitOf(machine, 'nominalOff')
      const name = registerName(write.register)
      const shown = (value: Nm) => asShown(value, machine)
      const finding = {
        check: 'nominal-diameter',
        about: name,
        name: 'near the cutter\u2019s record',
        figures: [
          { label: name, value: write.value },
          { label: 'DC on record', value: DC },
        ],
      }
      if (off(write.value) <= limit)
        return [
          {
            ...finding,
            verdict: 'clear',
            sentence: `${name} agrees with DC ${shown(DC)} on the record of T${tool.number} within ${shown(nm(off(write.value)))}.`,
          },
        ]
      const means = [registerKey(write.register)]
      const twice = off(nm(Math.round(write.value / 2))) <= limit
      const half = off(times(write.value, 2)) <= limit
      if (twice || half)
        return [
          {
            ...finding,
            means,
            verdict: 'stop',
            sentence: `${name} would be ${shown(write.value)}: ${twice ? 'twice' : 'half'} of what DC ${shown(DC)} comes to. D registers on ${machine.name} hold ${perDiameter === 2 ? 'radii; this looks like a diameter' : 'diameters; this looks like a radius'}.`,
          },
        ]
      const cause = toldOfRecord(write, at, evidence)
      if (cause)
        return [
          {
            ...finding,
            verdict: cause.verdict,
            means: [...means, ...cause.means!],
            names: true,
            sentence: `${name} would be ${shown(write.value)}; the record of T${tool.number} has DC ${shown(DC)}. ${cause.sentence}`,
          },
        ]
      return [
        {
          ...finding,
          means,
          verdict: 'query',
          sentence: `${name} would be ${shown(write.value)}; the record of T${tool.number} has DC ${shown(DC)}. A size on the part belongs in the wear; is it this cutter?`,
        },
      ]
    })
  },
}
