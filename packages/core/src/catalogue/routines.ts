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
  rotaryZero,
  turnedCorner,
} from '../find/zero/index.ts'
import {
  knownDiameter,
  noseAndTip,
  onCentre,
  runOut,
  stationCentreRoutine,
  stationDatumRoutine,
  toolOnArm,
  toolStickOut,
  toolY,
  turnedDiameter,
} from '../find/lathe-tool/index.ts'
import { armConstant, probeInRing, probeOnWall, setterConstantRoutine } from '../find/calibrate/index.ts'
import { readInputs, type Routine } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import { copiedOffset, deliberateZero } from '../find/state/index.ts'
import { setterSides, toolDiameter, toolLength } from '../find/tool/index.ts'
import { boringHead, depthSize, sideSize, turnedSize } from '../find/wear/index.ts'

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
  rotaryZero,
  toolLength,
  toolDiameter,
  turnedDiameter,
  knownDiameter,
  toolOnArm,
  onCentre,
  toolY,
  toolStickOut,
  noseAndTip,
  sideSize,
  depthSize,
  turnedSize,
  boringHead,
  runOut,
  setterConstantRoutine,
  armConstant,
  stationDatumRoutine,
  stationCentreRoutine,
  setterSides,
  probeInRing,
  probeOnWall,
  copiedOffset,
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

/** The routines that measure or correct one mounted tool, with the reason where one cannot as things stand. */
export function routinesForTool(number: string, scene: Scene): { routine: Routine; refusal: string | null }[] {
  return routinesFor(scene.machine)
    .filter(({ routine, unfit }) => unfit === null && (routine.kind === 'touch-off' || routine.kind === 'wear'))
    .filter(({ routine }) =>
      routine
        .inputs(scene, {})
        .some((input) => input.id === 'tool' && input.kind === 'choice' && input.options.some(({ value }) => value === number)),
    )
    .map(({ routine }) => {
      const raw = { tool: number }
      const { refusal } = routine.sheet(readInputs(routine.inputs(scene, raw), raw, scene), scene)
      return { routine, refusal: refusal?.input === 'tool' ? refusal.sentence : null }
    })
}
