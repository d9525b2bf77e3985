import type { Drawing } from '../drawing/index.ts'
import { radiansOf, type Microdegrees } from '../angle/index.ts'
import { commonRegister, registerKey, rotationRegister, workRegister } from '../register/index.ts'
import { nm, roundToIncrement, type Nm } from '../length/index.ts'
import { turned, type Marks, type Scene } from '../scene/index.ts'
import type { Fact, WorkingLine } from '../working/index.ts'
import type { FoundSize, Readout, Reading, Refusal, Remark, Sheet, TouchedFace, Write } from './sheet.ts'
import type { Values } from './values.ts'
import { keptRemark, keptRotation } from './kept-rotation.ts'
import { heightsAround } from './heights-around.ts'
import { rotaryFacts, rotaryStands } from './rotary-stands.ts'
import { standingRotation } from './rotation-write.ts'
import { framesOf, placeZero, rotationChosen, type FoundZero, type PlacedZero } from './zero.ts'

/** What the part display shows at a place of the part: the place itself where the display turns with the part. */
export type Seen = (place: { x: Nm; y: Nm }) => { x: Nm; y: Nm }

/** What a pick-up makes of its inputs, before its zero goes into a slot. */
export interface ZeroParts {
  /**
   * For what is picked up along the machine's own axes in X or Y: the place on the part of the point that was found,
   * where it is one point on both axes. A rotation that stays in the slot turns that place too.
   */
  square?: { point: { x: Nm; y: Nm } | null }
  values: Values
  scene: Scene
  /** One for each column, unless `columns` names more. */
  found: FoundZero[]
  /** Headings where touches need more columns than the result has; each result stands under its own axis. */
  columns?: string[]
  lines: WorkingLine[]
  facts?: Fact[]
  refusal?: Refusal | null
  gauges: string[]
  readings: Reading[]
  /** The sides and faces that were touched. */
  touched?: TouchedFace[]
  sizes?: FoundSize[]
  remarks?: Remark[]
  drawing: Drawing
  /**
   * @param active the slot that has to be active when they are looked at
   * @param seen what the part display shows at a place of the part, with the rotation that is about to stand there
   */
  readouts?(active: string, seen: Seen): Readout[]
  /** What else is written into each slot that the part lies in: a rotation. */
  alsoWritten?(slot: string): Write[]
}

/** The three panes' contents of a pick-up on one or more axes. */
export function zeroSheet(parts: ZeroParts): Sheet {
  const { values, scene, found, refusal = null } = parts
  const frames = framesOf(values)
  const rotation = parts.square ? rotationChosen(values, frames, scene) : { writes: [], kept: [] }
  const kept = new Map(rotation.kept.map((slot) => [slot, keptRotation(slot, parts.square!.point, scene)]))
  const foundIn = (slot: string | null): readonly FoundZero[] => {
    if (refusal) return found.map((one) => ({ ...one, total: null }))
    const own = slot === null ? undefined : kept.get(slot)
    return own ? found.map(own.turn) : found
  }
  const placed = placeZero(values, scene, foundIn)
  const alsoWritten =
    placed.active && placed.writes && !refusal ? [...frames.flatMap((slot) => parts.alsoWritten?.(slot) ?? []), ...rotation.writes] : []
  const shown = foundIn(placed.active)
  const axes = found.map(({ axis }) => axis as string)
  const columns = parts.columns ?? (axes.length === 1 ? [''] : axes)
  const under = <C>(cells: readonly (C | null)[]) =>
    cells.length === columns.length ? cells : columns.map((column) => cells[axes.indexOf(column)] ?? null)
  const stands = rotaryStands(values, scene)
  return {
    targets: [...placed.targets, ...alsoWritten.map(({ register }) => register)],
    refusal,
    working: {
      unit: scene.machine.unit,
      columns,
      lines: [...parts.lines, ...turnedLines(kept, found, frames), ...placed.lines].map((one) => ({ ...one, cells: under(one.cells) })),
      results: placed.results.map((one) => ({ ...one, cells: under(one.cells) })),
      facts: [...(parts.facts ?? []), ...rotaryFacts(stands, scene)],
    },
    drawing: { ...parts.drawing, formerZero: parts.drawing.formerZero ?? formerZero(parts.drawing, scene, shown, placed.active) },
    result: refusal ? null : resultOf(parts, shown, placed, alsoWritten, rotation.kept, stands),
  }
}

/** What each rotation that stays takes off; a line of its own for each slot where there are several. */
function turnedLines(kept: ReadonlyMap<string, ReturnType<typeof keptRotation>>, found: readonly FoundZero[], frames: readonly string[]) {
  const alone = found.length === 1 ? ` ${found[0]!.axis}` : ''
  return [...kept].map(([slot, own]) => own.line(found, frames.length > 1 ? `${slot}${alone}` : undefined))
}

function seenIn(active: string, written: readonly Write[], scene: Scene): Seen {
  const into = registerKey(rotationRegister(active))
  const own = written.find(({ register }) => registerKey(register) === into)
  const rotation = (own ? own.value : standingRotation(active, scene)) as number as Microdegrees
  if (scene.machine.displayTurns || rotation === 0) return (place) => place
  return (place) => {
    const at = turned(place, radiansOf(rotation))
    const { increment } = scene.machine
    return { x: roundToIncrement(at.x, increment), y: roundToIncrement(at.y, increment) }
  }
}

function resultOf(
  parts: ZeroParts,
  found: readonly FoundZero[],
  { writes, active }: PlacedZero,
  alsoWritten: Write[],
  kept: readonly string[],
  angles: Marks['angles'],
): Sheet['result'] {
  if (!writes) return null
  return {
    writes: [...writes.map((write) => ({ ...write, angles })), ...alsoWritten],
    readings: parts.readings,
    readouts: active ? (parts.readouts?.(active, seenIn(active, alsoWritten, parts.scene)) ?? []) : [],
    gauges: parts.gauges,
    touched: parts.touched ?? [],
    sizes: [...(parts.sizes ?? []), ...heightsAround(found, active, parts.scene)],
    remarks: [...(parts.remarks ?? []), ...kept.map((slot) => keptRemark(slot, parts.square?.point ?? null, parts.scene))],
  }
}

/** Where the slot's last zero lies, seen from the new one. */
function formerZero(drawing: Drawing, scene: Scene, found: readonly FoundZero[], active: string | null): Drawing['formerZero'] {
  if (!active) return null
  const moved = (axis: 'X' | 'Y' | 'Z') => {
    const total = found.find((one) => one.axis === axis)?.total ?? null
    const former = scene.standing[registerKey(workRegister(active, axis))]
    const common = scene.standing[registerKey(commonRegister(axis))]?.value ?? 0
    return total === null || !former ? null : Math.round(former.value + common - total)
  }
  const [x, y] = [moved(drawing.horizontal), moved(drawing.vertical)]
  return x === null && y === null ? null : { x: nm(x ?? 0), y: nm(y ?? 0) }
}
