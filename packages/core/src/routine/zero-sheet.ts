import type { Drawing } from '../drawing/index.ts'
import { commonRegister, registerKey, workRegister } from '../register/index.ts'
import { nm, type Nm } from '../length/index.ts'
import type { Marks, Scene } from '../scene/index.ts'
import type { Fact, WorkingLine } from '../working/index.ts'
import type { FoundSize, Readout, Reading, Refusal, Remark, Sheet, TouchedFace, Write } from './sheet.ts'
import type { Values } from './values.ts'
import { keptRemark, keptRotation } from './kept-rotation.ts'
import { heightsAround } from './heights-around.ts'
import { rotaryFacts, rotaryStands } from './rotary-stands.ts'
import { placeZero, rotationChosen, type FoundZero, type PlacedZero } from './zero.ts'

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
  /** @param active the slot that has to be active when they are looked at */
  readouts?(active: string): Readout[]
  /** What else is written once the slot is known: a rotation. */
  alsoWritten?(active: string): Write[]
}

/** The three panes' contents of a pick-up on one or more axes. */
export function zeroSheet(parts: ZeroParts): Sheet {
  const { values, scene, found, refusal = null } = parts
  const kept = parts.square ? keptRotation(values, parts.square.point, scene) : null
  const turned = kept ? found.map(kept.turn) : found
  const shown = refusal ? found.map((one) => ({ ...one, total: null })) : turned
  const placed = placeZero(values, scene, shown)
  const rotation = parts.square ? rotationChosen(values, placed.slots, scene) : { writes: [], kept: [] }
  const alsoWritten = placed.active && placed.writes && !refusal ? [...(parts.alsoWritten?.(placed.active) ?? []), ...rotation.writes] : []
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
      lines: [...parts.lines, ...(kept ? [kept.line(found)] : []), ...placed.lines].map((one) => ({ ...one, cells: under(one.cells) })),
      results: placed.results.map((one) => ({ ...one, cells: under(one.cells) })),
      facts: [...(parts.facts ?? []), ...rotaryFacts(stands, scene)],
    },
    drawing: { ...parts.drawing, formerZero: parts.drawing.formerZero ?? formerZero(parts.drawing, scene, shown, placed.active) },
    result: refusal ? null : resultOf(parts, shown, placed, alsoWritten, rotation.kept, stands),
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
    readouts: active ? (parts.readouts?.(active) ?? []) : [],
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
