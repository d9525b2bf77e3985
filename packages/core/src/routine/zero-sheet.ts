import type { Axis } from '../machine/index.ts'
import { formatAngle } from '../angle/index.ts'
import type { Drawing } from '../drawing/index.ts'
import { commonRegister, registerKey, workRegister } from '../register/index.ts'
import { nm, type Nm } from '../length/index.ts'
import { partFrame, turnDoubt, type Scene } from '../scene/index.ts'
import type { Fact, WorkingLine } from '../working/index.ts'
import type { FoundSize, Readout, Reading, Refusal, Remark, Sheet, Write } from './sheet.ts'
import type { Values } from './values.ts'
import { standingRotation } from './rotation-write.ts'
import { placeZero, rotationChosen, type FoundZero } from './zero.ts'

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
  sizes?: FoundSize[]
  remarks?: Remark[]
  drawing: Drawing
  /** @param active the slot that has to be active when they are looked at */
  readouts?(active: string): Readout[]
  /** What is written besides, once the slot is known: a rotation. */
  besides?(active: string): Write[]
}

/** The three panes' contents of a pick-up on one or more axes. */
export function zeroSheet(parts: ZeroParts): Sheet {
  const { values, scene, found, refusal = null } = parts
  const active = values.choice('slot')
  const kept = parts.square && values.choice('rotation') === 'keep' && active ? keptRotation(active, parts.square.point, scene) : null
  const shown = refusal ? found.map((one) => ({ ...one, total: null })) : kept ? found.map(kept.turn) : found
  const placed = placeZero(values, scene, shown)
  const rotation = parts.square ? rotationChosen(values, placed.slots, scene) : { writes: [], kept: [] }
  const besides = placed.active && placed.writes && !refusal ? [...(parts.besides?.(placed.active) ?? []), ...rotation.writes] : []
  const axes = found.map(({ axis }) => axis as string)
  const columns = parts.columns ?? (axes.length === 1 ? [''] : axes)
  const under = <C>(cells: readonly (C | null)[]) =>
    cells.length === columns.length ? cells : columns.map((column) => cells[axes.indexOf(column)] ?? null)
  return {
    targets: [...placed.targets, ...besides.map(({ register }) => register)],
    refusal,
    working: {
      unit: scene.machine.unit,
      columns,
      lines: [...parts.lines, ...(kept ? [kept.line(found)] : []), ...placed.lines].map((one) => ({ ...one, cells: under(one.cells) })),
      results: placed.results.map((one) => ({ ...one, cells: under(one.cells) })),
      facts: parts.facts ?? [],
    },
    drawing: { ...parts.drawing, formerZero: parts.drawing.formerZero ?? formerZero(parts.drawing, scene, shown, placed.active) },
    result:
      placed.writes && !refusal
        ? {
            writes: [...placed.writes, ...besides],
            readings: parts.readings,
            readouts: placed.active ? (parts.readouts?.(placed.active) ?? []) : [],
            gauges: parts.gauges,
            sizes: parts.sizes ?? [],
            remarks: [...(parts.remarks ?? []), ...rotation.kept.map((slot) => keptRemark(slot, kept?.point ?? null, scene))],
          }
        : null,
  }
}

/** A rotation that stays turns the place of the point: W = point \u2212 R(\u03b8)\u00b7P in place of point \u2212 P. */
function keptRotation(slot: string, point: { x: Nm; y: Nm } | null, scene: Scene) {
  const frame = partFrame(scene, slot)
  const at = point && frame.turn(point)
  const more: Partial<Record<Axis, number>> = at ? { X: at.x - point.x, Y: at.y - point.y } : {}
  const doubt = point ? turnDoubt(point, frame.radians, frame.turnedBy?.standard ?? null) : { x: 0, y: 0 }
  const by: Partial<Record<Axis, number>> = { X: doubt.x, Y: doubt.y }
  return {
    point,
    turn: (one: FoundZero): FoundZero => ({
      ...one,
      total: one.total === null ? null : one.total - (more[one.axis] ?? 0),
      contributors: [...one.contributors, { label: `${slot} rotation`, standard: by[one.axis] ?? 0 }],
      rests: [...(one.rests ?? []), ...frame.rests.slice(2)],
      slips: one.slips.map((slip) => ({ ...slip, corrected: slip.corrected - (more[one.axis] ?? 0) })),
    }),
    line: (found: readonly FoundZero[]): WorkingLine => ({
      operation: 'less',
      label: `the place turned by ${formatAngle(frame.rotation)}, more by`,
      cells: found.map(({ axis }) => (more[axis] === undefined ? null : { figure: nm(Math.round(more[axis])) })),
    }),
  }
}

function keptRemark(slot: string, point: { x: Nm; y: Nm } | null, scene: Scene): Remark {
  const rotation = standingRotation(slot, scene)
  const stays = `The rotation of ${slot}, ${formatAngle(rotation)}, stays`
  return {
    id: 'rotation-kept',
    name: 'rotation of this part',
    verdict: 'query',
    sentence: point
      ? `${stays}, and the place on the part is turned with it. Say that this part lies turned like the one before.`
      : `${stays}: a side touched along the axis is then not square to it, and its place is counted as if it were. Put it to zero, or say why it stays.`,
    figures: [{ label: `${slot} rotation, millionths of a degree`, value: nm(rotation) }],
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
