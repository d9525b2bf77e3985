import { ZERO, type Nm } from '../length/index.ts'
import {
  holdsLength,
  parseRegisterKey,
  registerKey,
  registersOfTool,
  wearOf,
  type RegisterKey,
  type RegisterRef,
} from '../register/index.ts'
import type { MountedTool, Scene } from '../scene/index.ts'

/** What can happen to the cutting part of an assembly while it is in use. */
export type ToolEvent = 'insert-changed' | 'reground' | 'broken' | 'life-reset'

/** What an event makes of one register: the figure after it and what that figure is then worth. */
export interface Consequence {
  register: RegisterKey
  value: Nm
  state: 'estimated' | 'deliberately-zero' | 'disturbed'
  /** Half a sentence for the list that is shown before it is recorded. */
  why: string
}

/**
 * What follows for a tool's registers from something that happened to it. A new insert or a regrind makes
 * the geometry an estimate (near, not measured) and puts its wear to zero, for that wear was the old edge's;
 * a broken tool's geometry must not be used at all. Setting the life counter back changes no register.
 */
export function consequencesOf(event: ToolEvent, tool: MountedTool, scene: Pick<Scene, 'machine' | 'standing'>): Consequence[] {
  if (event === 'life-reset') return []
  return measuredOn(tool, scene).flatMap((register): Consequence[] => {
    const [key, worn] = [registerKey(register), registerKey(wearOf(register))]
    const geometry = scene.standing[key]
    const wear = scene.standing[worn]
    const found: Consequence[] = []
    if (event === 'broken') return geometry ? [{ register: key, value: geometry.value, state: 'disturbed', why: 'the tool is broken' }] : []
    if (geometry && geometry.state !== 'deliberately-zero')
      found.push({ register: key, value: geometry.value, state: 'estimated', why: WHY[event] })
    // A reference tool stays the reference; but what was measured against the old edge no longer holds.
    if (geometry?.state === 'deliberately-zero')
      found.push({ register: key, value: geometry.value, state: 'disturbed', why: 'the reference has a new edge' })
    if (wear && wear.value !== 0)
      found.push({ register: worn, value: ZERO, state: 'deliberately-zero', why: 'the wear was the old edge\u2019s' })
    return found
  })
}

/** Every geometry register with a figure of this tool, under whichever numbers programs call it. */
function measuredOn(tool: MountedTool, { machine, standing }: Pick<Scene, 'machine' | 'standing'>): RegisterRef[] {
  const own = registersOfTool(tool, machine).filter(holdsLength)
  const keys = new Set(own.map(registerKey))
  const others = Object.keys(standing)
    .filter((key) => standing[key]!.assembly === tool.assembly && !keys.has(key))
    .map(parseRegisterKey)
    .filter(({ family, layer }) => family === 'tool' && layer === 'geometry')
  return [...own, ...others]
}

const WHY: Readonly<Record<'insert-changed' | 'reground', string>> = {
  'insert-changed': 'near the old edge, to be measured',
  reground: 'smaller than it was, to be measured',
}

/** Whether the event begins a new life of the edge. */
export const beginsLife = (event: ToolEvent): boolean => event !== 'broken'
