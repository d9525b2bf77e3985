import type { MachineRecord } from '../machine/index.ts'
import {
  afterFlip,
  boreBoss,
  byHeight,
  capture,
  corner,
  edge,
  face,
  facePlane,
  fromStock,
  knownFeatures,
  middle,
  movedZero,
  partsGrid,
  turnedCorner,
} from '../pickup/index.ts'
import { probeInRing, probeOnWall } from '../probe/index.ts'
import type { Routine } from '../routine/index.ts'
import { deliberateZero } from '../statement/index.ts'
import { setterConstantRoutine, toolLength, turnedDiameter } from '../tool/index.ts'

/** Every routine there is. A new one is a file of its own and a line here. */
export const ROUTINES: readonly Routine[] = [
  edge,
  corner,
  middle,
  boreBoss,
  turnedCorner,
  knownFeatures,
  capture,
  face,
  facePlane,
  byHeight,
  fromStock,
  movedZero,
  partsGrid,
  afterFlip,
  toolLength,
  turnedDiameter,
  setterConstantRoutine,
  probeInRing,
  probeOnWall,
  deliberateZero,
]

export function routineById(id: string): Routine | null {
  return ROUTINES.find((routine) => routine.id === id) ?? null
}

/** The routines that a machine of this kind can use, with the reason where one does not fit it. */
export function routinesFor(machine: MachineRecord): { routine: Routine; unfit: string | null }[] {
  return ROUTINES.filter((routine) => routine.machines.includes(machine.kind)).map((routine) => ({
    routine,
    unfit: routine.unfit?.(machine) ?? null,
  }))
}
