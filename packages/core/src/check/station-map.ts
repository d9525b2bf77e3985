import { listed, registerName } from '../register/index.ts'
import type { Check, Finding } from './finding.ts'

/** A lathe's offset that no mounted tool is called by: most often the number of the station beside the right one. */
export const stationMap: Check = {
  id: 'station-map',
  name: 'a tool in that station',
  applies: { stock: 'bar' },
  run({ scene, result }) {
    const { machine, tools } = scene
    if (tools.length === 0) return []
    return result.writes.flatMap(({ register, assembly }): Finding[] => {
      if (register.family !== 'tool' || tools.some(({ offset }) => offset === register.slot)) return []
      const own = tools.find((tool) => tool.assembly === assembly)
      const meant = own
        ? `T${own.number}, ${own.name}, is called by ${own.offset}`
        : `Mounted are ${listed(tools.map(({ number }) => `T${number}`))}`
      return [
        {
          check: 'station-map',
          about: registerName(register),
          name: 'a tool in that station',
          verdict: 'query',
          sentence: `No tool on ${machine.name} is called by ${register.slot}. ${meant}. Look which station is at the work, or say which program calls it so.`,
          figures: [],
        },
      ]
    })
  },
}
