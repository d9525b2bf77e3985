import { doubtBy } from '../../limits/index.ts'
import { formatAngle, microdegrees, radiansOf, type Microdegrees } from '../../angle/index.ts'
import { nm, plus, roundToIncrement, type Nm } from '../../length/index.ts'
import { drawWork, type Drawing } from '../../drawing/index.ts'
import { asShown, type Axis } from '../../machine/index.ts'
import { workRegister } from '../../register/index.ts'
import {
  resultCell,
  rotationInto,
  rowInput,
  sizeInput,
  slotInput,
  standingRotation,
  type Refusal,
  type Remark,
  type Routine,
  type Values,
  type Write,
} from '../../routine/index.ts'
import { partFrame, slotOffset, turnDoubt, turned as turnedBy, workTotal, type PartFrame, type Scene } from '../../scene/index.ts'
import { restingOn } from '../../reach/index.ts'
import { combine, ofReadout } from '../../uncertainty/index.ts'
import type { WorkingLine } from '../../working/index.ts'

/**
 * Row or grid of parts: from the zero of the first part one zero for each of the others, along a run of slots.
 * W(i, j) = W(first) + R(θ)·(i·pitch X, j·pitch Y); the pitch is given, or part size + gap.
 */
export const partsGrid: Routine = {
  id: 'parts-grid',
  name: 'Row or grid of parts',
  manner: 'from the first part and the pitch',
  purpose: 'Zeros for a row or grid of equal parts, from the first part\u2019s zero: one slot each, shown before they are written.',
  kind: 'pick-up',
  machines: ['mill'],

  inputs(scene, raw) {
    const bySize = raw.by === 'size'
    return [
      { ...slotInput(scene, 'First part stands in'), id: 'from' },
      rowInput('columns', 'Parts along X', counts(1)),
      rowInput('rows', 'Parts along Y', counts(1)),
      rowInput('by', 'Spaced by', [
        { value: 'pitch', label: 'pitch' },
        { value: 'size', label: 'size + gap' },
      ]),
      ...(['X', 'Y'] as const)
        .filter((axis) => Number(raw[axis === 'X' ? 'columns' : 'rows'] ?? 1) > 1)
        .flatMap((axis) =>
          bySize
            ? [
                sizeInput(`size${axis}`, `Part size in ${axis}`, { given: false }),
                sizeInput(`gap${axis}`, `Gap in ${axis}`, { given: false }),
              ]
            : [sizeInput(`pitch${axis}`, `Pitch in ${axis}`, { given: false })],
        ),
      { kind: 'angle', id: 'turned', label: 'Fixture turned by', optional: true, hint: standsTurned(scene, raw.from) },
    ]
  },

  sheet(values, scene) {
    const from = values.choice('from')
    const frame = from ? partFrame(scene, from) : null
    const grid = gridOf(values, frame)
    const refusal = refusalOf(from, grid, values, scene)
    const cells = grid && from && !refusal ? cellsOf(grid, from, scene) : null
    const writes =
      cells
        ?.slice(1)
        .flatMap((cell) => [...writesOf(cell, cells[0]!, from!, grid!, frame!, scene), ...rotationOf(cell.slot, grid!, frame!, scene)]) ??
      null
    if (writes && cells) writes.push(...rotationOf(cells[0]!.slot, grid!, frame!, scene))
    return {
      targets: writes?.map(({ register }) => register) ?? [],
      refusal,
      working: {
        unit: scene.machine.unit,
        columns: ['X', 'Y'],
        lines: linesOf(values, scene, from, grid),
        results: cells
          ? cells.map((cell, at) => ({
              label: at === 0 ? `${cell.slot}, stands` : cell.slot,
              cells: (['X', 'Y'] as const).map((axis) => {
                const write = writes!.find(({ register }) => register.slot === cell.slot && register.property === axis)
                return write
                  ? resultCell(write.register, write.value, write.uncertainty)
                  : resultCell(null, nm(Math.round(axis === 'X' ? cell.x : cell.y)), null)
              }),
            }))
          : [{ label: 'Zeros', cells: [null, null] }],
        facts: [],
      },
      drawing: drawingOf(scene, cells, grid, from),
      result: writes && {
        writes,
        readings: [],
        readouts: [],
        gauges: [],
        remarks: [...overlap(grid!, scene), ...turnedParts(grid!, scene), ...turnedOtherwise(grid!, frame!)],
      },
    }
  },
}

const counts = (from: number) => Array.from({ length: 6 }, (_, at) => ({ value: String(from + at), label: String(from + at) }))

interface Grid {
  columns: number
  rows: number
  pitchX: Nm
  pitchY: Nm
  /** Radians. */
  turned: number
  rotation: Microdegrees
}

/** Turned as it is typed, or as the first part's slot stands turned. */
function gridOf(values: Values, frame: PartFrame | null): Grid | null {
  const [columns, rows] = [Number(values.choice('columns') ?? 0), Number(values.choice('rows') ?? 0)]
  const pitch = (axis: 'X' | 'Y', count: number): Nm | null => {
    if (count === 1) return nm(0)
    if (values.choice('by') !== 'size') return values.length(`pitch${axis}`)
    const [size, gap] = [values.length(`size${axis}`), values.length(`gap${axis}`)]
    return size === null || gap === null ? null : plus(size, gap)
  }
  const [pitchX, pitchY] = [pitch('X', columns), pitch('Y', rows)]
  if (!columns || !rows || values.choice('by') === null || pitchX === null || pitchY === null) return null
  const turned = values.angle('turned')
  return {
    columns,
    rows,
    pitchX,
    pitchY,
    turned: turned === null ? (frame?.radians ?? 0) : radiansOf(turned),
    rotation: turned ?? frame?.rotation ?? (0 as Microdegrees),
  }
}

interface Cell {
  slot: string
  column: number
  row: number
  /** Machine coordinates of its part zero. */
  x: number
  y: number
}

function runOf(from: string, scene: Scene): string[] {
  const codes = scene.machine.slots.map(({ code }) => code)
  return codes.slice(codes.indexOf(from))
}

function cellsOf({ columns, rows, pitchX, pitchY, turned }: Grid, from: string, scene: Scene): Cell[] {
  const [firstX, firstY] = [workTotal(scene, from, 'X')!, workTotal(scene, from, 'Y')!]
  const run = runOf(from, scene)
  const [cos, sin] = [Math.cos(turned), Math.sin(turned)]
  return Array.from({ length: columns * rows }, (_, at) => {
    const [column, row] = [at % columns, Math.floor(at / columns)]
    const [x, y] = [column * pitchX, row * pitchY]
    return { slot: run[at]!, column, row, x: firstX + cos * x - sin * y, y: firstY + sin * x + cos * y }
  })
}

function refusalOf(from: string | null, grid: Grid | null, values: Values, scene: Scene): Refusal | null {
  if (from && (!slotOffset(scene, from, 'X') || !slotOffset(scene, from, 'Y')))
    return { input: 'from', sentence: `${from} has no X and Y yet; pick up the first part before the others are counted from it.` }
  if (!from || !grid) return null
  if (grid.columns * grid.rows < 2) return { input: 'columns', sentence: 'One part alone needs no grid; choose two or more along X or Y.' }
  const none = (['X', 'Y'] as const).find(
    (axis) => (axis === 'X' ? grid.columns : grid.rows) > 1 && (axis === 'X' ? grid.pitchX : grid.pitchY) === 0,
  )
  if (none)
    return {
      input: values.choice('by') === 'size' ? `size${none}` : `pitch${none}`,
      sentence: `Pitch in ${none}: parts would lie on top of each other; a pitch is not zero.`,
    }
  const run = runOf(from, scene)
  const needed = grid.columns * grid.rows
  if (run.length < needed)
    return {
      input: 'rows',
      sentence: `${needed} parts need ${needed} slots, and from ${from} on ${scene.machine.name} has ${run.length}. Make fewer, or begin in an earlier slot.`,
    }
  return offTable(cellsOf(grid, from, scene), scene)
}

function offTable(cells: Cell[], scene: Scene): Refusal | null {
  for (const { slot, column, row, x, y } of cells)
    for (const [axis, value] of [
      ['X', x],
      ['Y', y],
    ] as [Axis, number][]) {
      const travel = scene.machine.travels.find((one) => one.axis === axis)
      if (travel && (value < travel.min || value > travel.max))
        return {
          input: axis === 'X' ? 'columns' : 'rows',
          sentence: `${slot}, part ${column + 1} along X and ${row + 1} along Y, would lie at machine ${axis} ${asShown(nm(Math.round(value)), scene.machine)}, off the travel of ${scene.machine.name}.`,
        }
    }
  return null
}

function writesOf({ slot, x, y }: Cell, zero: Cell, from: string, { rotation, turned }: Grid, frame: PartFrame, scene: Scene): Write[] {
  const { increment } = scene.machine
  // A rotation that was typed is as it was typed; one that stands is as good as it was measured, and far parts feel it.
  const standard = rotation === frame.rotation ? (frame.turnedBy?.standard ?? null) : null
  const doubt = turnDoubt(inverse({ x: x - zero.x, y: y - zero.y }, turned), turned, standard)
  return (['X', 'Y'] as const).map((axis) => {
    const first = slotOffset(scene, from, axis)!
    const shift = workTotal(scene, from, axis)! - first.value
    const lever = { label: `${from} rotation`, standard: axis === 'X' ? doubt.x : doubt.y }
    return {
      register: workRegister(slot, axis),
      value: roundToIncrement((axis === 'X' ? x : y) - shift, increment),
      state: 'set',
      uncertainty: combine([ofReadout(increment), restingOn(`${from} ${axis}`, first), doubtBy('fixturePitch', scene), lever], increment),
      assembly: null,
      rests: frame.rests,
    }
  })
}

const inverse = (distance: { x: number; y: number }, radians: number) => turnedBy(distance, 0 - radians)

/** Parts on a turned fixture are turned with it: the control has to know, where it can. */
function rotationOf(slot: string, { rotation }: Grid, frame: PartFrame, scene: Scene): Write[] {
  return scene.machine.rotates ? rotationInto(slot, rotation, scene, rotation === frame.rotation ? frame : null) : []
}

const standsTurned = (scene: Scene, from: string | undefined): string => {
  const known = scene.machine.slots.some(({ code }) => code === from)
  const rotation = known ? standingRotation(from!, scene) : 0
  return rotation === 0 ? 'degrees, counter-clockwise' : `as ${from} stands, ${formatAngle(rotation as Microdegrees)}, if nothing is typed`
}

/** A typed turn beside another one that stands: one of the two is not this fixture's. */
function turnedOtherwise({ rotation }: Grid, frame: PartFrame): Remark[] {
  if (frame.rotation === 0 || rotation === frame.rotation) return []
  return [
    {
      id: 'turned-otherwise',
      name: 'one rotation',
      verdict: 'query',
      sentence: `${frame.slot} stands turned by ${formatAngle(frame.rotation)}; here the fixture is turned by ${formatAngle(rotation)}, and ${frame.slot} would be too. Say which of the two holds, or leave the field empty.`,
      figures: [
        { label: `${frame.slot} rotation, millionths of a degree`, value: nm(frame.rotation) },
        { label: 'typed, millionths of a degree', value: nm(rotation) },
      ],
    },
  ]
}

function turnedParts({ turned }: Grid, scene: Scene): Remark[] {
  if (turned === 0 || scene.machine.rotates) return []
  const angle = microdegrees((turned * 180) / Math.PI)
  return [
    {
      id: 'turned',
      name: 'lies square',
      verdict: 'query',
      sentence: `The zeros follow the turned fixture, but each part is turned by ${formatAngle(angle)} too, and ${scene.machine.name} cannot turn with it. Seat the fixture square, or turn the program.`,
      figures: [{ label: 'turned, millionths of a degree', value: nm(angle) }],
    },
  ]
}

/** Equal parts must not overlap: the pitch is the part and a gap. */
function overlap({ columns, rows, pitchX, pitchY }: Grid, scene: Scene): Remark[] {
  const stock = scene.plan?.stock
  if (!stock) return []
  const room = (axis: 'X' | 'Y') => Math.abs(axis === 'X' ? pitchX : pitchY) - (stock[axis].to - stock[axis].from)
  // Parts at a pitch of their own size touch: there is no gap for a cutter, and nearly always it was forgotten.
  const tight = (['X', 'Y'] as const).filter((axis) => (axis === 'X' ? columns : rows) > 1 && room(axis) <= 0)
  return [
    {
      id: 'overlap',
      name: 'parts apart',
      verdict: tight.length > 0 ? 'query' : 'clear',
      sentence:
        tight.length > 0
          ? `The pitch in ${tight.join(' and ')} is ${tight.some((axis) => room(axis) < 0) ? 'less than the stock: the parts would overlap' : 'the size of the stock: the parts would touch'}. Was the gap forgotten?`
          : 'The parts stand clear of each other.',
      figures: tight.map((axis) => ({ label: `pitch in ${axis}`, value: axis === 'X' ? pitchX : pitchY })),
    },
  ]
}

function linesOf(values: Values, scene: Scene, from: string | null, grid: Grid | null): WorkingLine[] {
  const first = (['X', 'Y'] as const).map((axis) => ({ figure: from ? workTotal(scene, from, axis) : null }))
  const along = (['X', 'Y'] as const).map((axis) => Number(values.choice(axis === 'X' ? 'columns' : 'rows') ?? 1) > 1)
  const row = (label: string, id: string): WorkingLine => ({
    operation: 'touch',
    label,
    cells: (['X', 'Y'] as const).map((axis, at) => (along[at] ? { figure: values.length(`${id}${axis}`), input: `${id}${axis}` } : null)),
  })
  return [
    { operation: 'start', label: from ? `first part, as ${from} stands` : 'first part', cells: first },
    ...(values.choice('by') === 'size'
      ? [row('part size', 'size'), row('gap', 'gap')]
      : values.choice('by')
        ? [row('pitch', 'pitch')]
        : []),
    {
      operation: 'aside',
      label: 'from one part to the next',
      cells: [along[0] ? { figure: grid?.pitchX ?? null } : null, along[1] ? { figure: grid?.pitchY ?? null } : null],
    },
  ]
}

function drawingOf(scene: Scene, cells: Cell[] | null, grid: Grid | null, from: string | null): Drawing {
  const drawing = drawWork('above', scene)
  const { box } = drawing.solids[0]!
  if (!cells || !grid || !from) return drawing
  const [cos, sin] = [Math.cos(grid.turned), Math.sin(grid.turned)]
  const [first] = cells
  drawing.outlines = cells.map((cell, at) => {
    const corner = (x: number, y: number) => ({
      x: nm(Math.round(cell.x - first!.x + cos * x - sin * y)),
      y: nm(Math.round(cell.y - first!.y + sin * x + cos * y)),
    })
    return {
      kind: 'part',
      points: [corner(box.min.x, box.min.y), corner(box.max.x, box.min.y), corner(box.max.x, box.max.y), corner(box.min.x, box.max.y)],
      label: at === 0 ? `${cell.slot}, stands` : cell.slot,
    }
  })
  drawing.marks = cells
    .slice(1)
    .map((cell) => ({ at: { x: nm(Math.round(cell.x - first!.x)), y: nm(Math.round(cell.y - first!.y)) }, label: '' }))
  return drawing
}
