import { judgeLife } from '../life/index.ts'
import { propertyOf, registerKey, registerName, registersOfTool, type RegisterRef } from '../register/index.ts'
import type { MountedTool, Scene, ToolFamily } from '../scene/index.ts'
import { isSuspect, standingNote } from '../standing/index.ts'
import { calledBy } from './called.ts'

/** How a member of a family stands: in use, ready to take its place, or why it cannot. */
export type MemberWord = 'in use' | 'ready' | 'not ready' | 'life over' | 'empty'

export interface FamilyMember {
  number: string
  /** Null where nothing is mounted under the number. */
  tool: MountedTool | null
  word: MemberWord
  /** Why it cannot be used as it is, or what is said of its life; null where nothing is. */
  because: string | null
}

export interface FamilyState {
  family: ToolFamily
  members: FamilyMember[]
  /** Why the one in use should not cut on; null while it may. */
  wornOut: string | null
  /** The one that is offered in its place: the first ready one after it, in the family's own order. */
  next: FamilyMember | null
}

/**
 * A family of tools that stand in for each other, as it stands: the program calls one number, and its members have offsets, life and
 * load of their own. A member without good offsets, or whose life is over, is never ready.
 */
export function familyState(family: ToolFamily, scene: Scene): FamilyState {
  const members = family.members.map((number) => memberState(number, family, scene))
  const at = family.members.indexOf(family.inUse ?? '')
  const after = [...members.slice(at + 1), ...members.slice(0, Math.max(at, 0))]
  const own = members.find(({ number }) => number === family.inUse)
  const wornOut = own === undefined ? 'none of them is in use' : whyNot(own.number, scene)
  return { family, members, wornOut, next: after.find(({ word }) => word === 'ready') ?? null }
}

function memberState(number: string, { inUse }: ToolFamily, scene: Scene): FamilyMember {
  const tool = scene.tools.find((one) => one.number === number) ?? null
  if (!tool) return { number, tool, word: 'empty', because: `nothing is mounted in T${number}` }
  const why = whyNot(number, scene)
  const life = tool.life ? judgeLife(tool.life, tool.lifeUsed) : null
  if (number === inUse) return { number, tool, word: 'in use', because: why ?? (life?.verdict === 'query' ? life.sentence : null) }
  if (life?.verdict === 'stop') return { number, tool, word: 'life over', because: life.sentence }
  return { number, tool, word: why === null ? 'ready' : 'not ready', because: why }
}

/** Why a tool must not cut: it is not there, its life is over, or an offset that it needs is not good; null where it may. */
export function whyNot(number: string, scene: Scene): string | null {
  const tool = scene.tools.find((one) => one.number === number)
  if (!tool) return `nothing is mounted in T${number}`
  const life = tool.life ? judgeLife(tool.life, tool.lifeUsed) : null
  if (life?.verdict === 'stop') return life.sentence
  for (const register of neededOf(tool, scene)) {
    const note = standingNote(registerKey(register), scene)
    const name = registerName(register)
    if (note.word === 'unset') return `${name} is unset`
    if (note.word === 'estimated') return `${name} is only estimated`
    if (isSuspect(note)) return `${name} is ${note.word}: ${note.because}`
  }
  return null
}

/** Offsets without which a tool cannot cut: how far it reaches on each axis; across only where its program compensates. */
function neededOf(tool: MountedTool, scene: Scene): RegisterRef[] {
  const { machine, plan } = scene
  // What the plan says of the number that is called holds for whichever of the family answers to it.
  const called = calledBy(scene, tool.number)
  const compensates = plan?.tools.some(({ number, diameter }) => diameter === true && called.includes(number)) ?? false
  return registersOfTool(tool, machine).filter((register) => {
    const { neededToCut } = propertyOf(register)
    return neededToCut === 'always' || (neededToCut === 'compensated' && compensates)
  })
}

/** Why a family cannot be kept as it is said; null where it can. Each number belongs to one family, and two make one. */
export function familyProblem(
  { name, called, members, inUse }: Omit<ToolFamily, 'entry'>,
  others: readonly ToolFamily[],
): { field: 'name' | 'called' | 'members' | 'inUse'; sentence: string } | null {
  if (name.trim() === '') return { field: 'name', sentence: 'Name: say what they do, “roughing 80°”, say.' }
  if (members.length < 2) return { field: 'members', sentence: 'Tools: two at least, or none stands in for another.' }
  if (new Set(members).size < members.length) return { field: 'members', sentence: 'Tools: each once.' }
  const taken = others.find((one) => one.name !== name && one.members.some((number) => members.includes(number)))
  if (taken) {
    const number = taken.members.find((one) => members.includes(one))!
    return { field: 'members', sentence: `T${number} belongs to ${taken.name} already. Take it out there first.` }
  }
  const same = others.find((one) => one.name !== name && one.called === called)
  if (same) return { field: 'called', sentence: `Called by: ${same.name} is called by ${called} already.` }
  if (inUse !== null && !members.includes(inUse)) return { field: 'inUse', sentence: `In use: T${inUse} is none of them.` }
  return null
}
