import { asShown, familyState, layoutOf, standsOut, stationOf, type Scene, type StationUse } from '@rook/core'

const USES: Readonly<Record<StationUse, string>> = { turning: 'for turning', drilling: 'for tools on centre', driven: 'driven' }

/** What the machine says of a tool that sits in it: its station and how far it stands out, and how its family stands with it. */
export function factsOnMachine(assembly: string, scene: Scene): { label: string; text: string }[] {
  const { machine, tools, families } = scene
  const tool = tools.find((one) => one.assembly === assembly)
  if (!tool) return []
  const station = stationOf(machine.turrets, tool.number)
  const [x, z] = [standsOut(tool, 'X', scene), standsOut(tool, 'Z', scene)]
  const out = x === null || z === null ? null : `${asShown(x, machine)} toward the axis, ${asShown(z, machine)} toward the chuck`
  return [
    ...(station
      ? [{ label: `station ${station.number}`, text: `${USES[station.use]}${station.spindle === 'sub' ? ', at the sub-spindle' : ''}` }]
      : []),
    ...(out === null ? [] : [{ label: 'stands out of it', text: out }]),
    ...families
      .filter(({ members }) => members.includes(tool.number))
      .flatMap((family) => {
        const own = familyState(family, scene).members.find(({ number }) => number === tool.number)!
        return [{ label: family.name, text: own.because ? `${own.word}: ${own.because}` : own.word }]
      }),
  ]
}

/** The numbers that a program calls a tool's offsets by, in the machine's own letters; nothing where its station says it. */
export function calledBy(
  number: string,
  { offset, diameterOffset }: { offset: string; diameterOffset: string },
  scene: Scene | null,
): string {
  if (!scene || layoutOf(scene.machine).countsLengths) return `H${offset} D${diameterOffset}`
  return offset === number ? '' : `offset ${offset}`
}
