import type { MountedTool, Scene, ToolFamily } from '../scene/index.ts'

/** What a program gets for a number that it calls. */
export interface CalledInScene {
  /** The family that is called by the number; null where the number is a tool's own. */
  family: ToolFamily | null
  /** The tool that cuts: the one of the family that is in use, or the one under the number; null where none is there. */
  tool: MountedTool | null
}

/** The tool that cuts where a program calls a number. */
export function calledTool({ families, tools }: Pick<Scene, 'families' | 'tools'>, called: string): CalledInScene {
  const family = families.find((one) => one.called === called) ?? null
  const number = family ? family.inUse : called
  return { family, tool: tools.find((one) => one.number === number) ?? null }
}

/** Numbers by which a tool can be called: its own, and that of the family it stands in for. */
export const calledBy = ({ families }: Pick<Scene, 'families'>, number: string): string[] => [
  number,
  ...families.filter(({ members }) => members.includes(number)).map(({ called }) => called),
]
