import { formatExact, nm, type Nm } from '../../length/index.ts'
import { drawWork, type Drawing } from '../../drawing/index.ts'
import { effectiveRadius } from '../../gauge/index.ts'
import { asShown } from '../../machine/index.ts'
import {
  chosenBetween,
  gaugesUsed,
  placeInput,
  readingInput,
  rowInput,
  sizeInput,
  wayName,
  zeroInputs,
  zeroSheet,
  type FoundSize,
  type Refusal,
  type Routine,
  type Values,
} from '../../routine/index.ts'
import { gaugeById, type Scene } from '../../scene/index.ts'
import { contactCorrection, type Direction } from '../../touch/index.ts'
import { contributorsTo, ofReadout, type Source } from '../../uncertainty/index.ts'
import { line, type WorkingLine } from '../../working/index.ts'
import { repeatRemark } from './corner.ts'
import { calibrationOf, finderInputs, type SideAxis } from './finders.ts'
import { standingReadouts } from './seen-from-zero.ts'

/**
 * Middle of two faces: a web or block touched from outside, a slot or bore touched from inside.
 * Each side is one touch, side = M − c; the middle of the two sides stands at P, so W = (a + b)/2 − P, and
 * b − a is the width. What lies between and the size of the finder cancel in the middle, not in the width.
 */
export const middle: Routine = {
  id: 'middle',
  name: 'Middle of two faces',
  manner: 'from the middle of two faces',
  purpose: 'Part zero in X or Y from the middle of a web, a slot, or a block, with its width to check it by.',
  kind: 'pick-up',
  machines: ['mill'],

  inputs(scene, raw) {
    const axis = raw.axis === 'Y' ? 'Y' : 'X'
    const ways = waysOf(raw.kind ?? null)
    return [
      ...zeroInputs(scene, raw, { square: true }),
      rowInput('axis', 'Axis', [
        { value: 'X', label: 'X' },
        { value: 'Y', label: 'Y' },
      ]),
      rowInput('kind', 'Touched', [
        { value: 'outside', label: 'Outside', note: 'a web, a block' },
        { value: 'inside', label: 'Inside', note: 'a slot, a bore' },
      ]),
      ...finderInputs(scene, raw),
      sizeInput('expected', 'Width expected', { optional: true }),
      readingInput(axis, scene.machine, `Machine ${axis}, moving ${ways ? wayName(axis, ways[0]) : 'onto the first side'}`, 'first'),
      readingInput(axis, scene.machine, `Machine ${axis}, moving ${ways ? wayName(axis, ways[1]) : 'onto the second side'}`, 'second'),
      placeInput(`Middle stands at part ${axis}`, axis),
      { ...readingInput(axis, scene.machine, `Machine ${axis}, first touch repeated`, 'again'), optional: true },
    ]
  },

  sheet(values, scene) {
    const axis = (values.choice('axis') as SideAxis | null) ?? 'X'
    const pair = pairOf(axis, values, scene)
    const place = values.length('place')
    const found = pair && place !== null ? pair.middle - place : null
    const finder = gaugeById(scene, values.choice('finder'))
    return zeroSheet({
      values,
      scene,
      square: { point: null },
      refusal: pair ? refusalOf(pair, values, scene) : null,
      found: [
        {
          axis,
          total: found,
          contributors: pair ? contributorsTo(0, pair.sources) : [],
          rests: calibrationOf(finder, scene),
        },
      ],
      lines: linesOf(axis, values, pair, scene),
      facts: pair ? [{ label: 'width', text: asShown(pair.width, scene.machine), ...wantedOf(values, scene) }] : [],
      gauges: gaugesUsed(finder?.id, chosenBetween(values, scene)?.gauge),
      readings: (['first', 'second'] as const).flatMap((id) => {
        const value = values.length(id)
        return value === null ? [] : [{ axis, label: `machine ${axis} at the ${id} side`, value }]
      }),
      sizes: pair ? [widthOf(pair, values)] : [],
      remarks: repeatRemark(values.length('first'), values.length('again'), scene, finder),
      drawing: drawingOf(axis, values, scene, pair),
      readouts: (slot) => standingReadouts(slot, 'Spindle in the middle of the two faces', [{ axis, value: place! }]),
    })
  },
}

/** Which way the axis moves onto the lower and the upper side. */
function waysOf(kind: string | null): [Direction, Direction] | null {
  if (kind === 'outside') return [1, -1]
  return kind === 'inside' ? [-1, 1] : null
}

interface Pair {
  kind: 'outside' | 'inside'
  first: Nm
  second: Nm
  /** Machine coordinates of the two sides. */
  low: Nm
  high: Nm
  middle: number
  width: Nm
  /** What c is on both sides together: added to the width outside, taken off inside. */
  radii: Nm
  thickness: Nm
  /** On the middle, and on the width. */
  sources: Source[]
}

function pairOf(axis: SideAxis, values: Values, scene: Scene): Pair | null {
  const kind = values.choice('kind') as Pair['kind'] | null
  const ways = waysOf(kind)
  const finder = gaugeById(scene, values.choice('finder'))
  const between = chosenBetween(values, scene)
  const [first, second] = [values.length('first'), values.length('second')]
  if (!kind || !ways || !finder || !between || first === null || second === null) return null
  const radius = ways.map((direction) => effectiveRadius(finder, axis, direction)) as [Nm, Nm]
  const side = (reading: Nm, at: 0 | 1) =>
    nm(reading - contactCorrection({ direction: ways[at], radius: radius[at], gauge: between.thickness }))
  const [low, high] = [side(first, 0), side(second, 1)]
  const touch = (effects: number[]): Source[] => [
    { ...ofReadout(scene.machine.increment), effects },
    { label: finder.name, standard: finder.uncertainty, effects },
  ]
  const outward = kind === 'outside' ? -2 : 2
  return {
    kind,
    first,
    second,
    low,
    high,
    middle: (low + high) / 2,
    width: nm(high - low),
    radii: nm(radius[0] + radius[1]),
    thickness: between.thickness,
    sources: [...touch([0.5, -1]), ...touch([0.5, 1]), { ...between.contributor, effects: [0, outward] }],
  }
}

function refusalOf({ kind, width, first, second }: Pair, values: Values, scene: Scene): Refusal | null {
  if (first === second) return { input: 'second', sentence: 'Both sides have the same reading; the second side has not been read yet.' }
  if (width > 0) return null
  if (second < first)
    return {
      input: 'second',
      sentence: `The second side lies on the wrong side of the first: the readings are the other way round, or this was touched from ${kind === 'outside' ? 'inside' : 'outside'}.`,
    }
  const finder = gaugeById(scene, values.choice('finder'))!
  return {
    input: 'second',
    sentence:
      kind === 'outside'
        ? `The two readings are closer together than ${finder.name} is wide, ${formatExact(finder.size, scene.machine.unit)}. Was it touched from inside?`
        : 'The two readings leave no width between the sides.',
  }
}

const wantedOf = (values: Values, scene: Scene) => {
  const expected = values.length('expected')
  return expected === null ? {} : { wanted: asShown(expected, scene.machine) }
}

function widthOf(pair: Pair, values: Values): FoundSize {
  const standard = Math.hypot(...contributorsTo(1, pair.sources).map((one) => one.standard))
  return { label: 'width', found: pair.width, standard, expected: values.length('expected') }
}

function linesOf(axis: SideAxis, values: Values, pair: Pair | null, scene: Scene): WorkingLine[] {
  const ways = waysOf(values.choice('kind'))
  const moving = (at: 0 | 1) => (ways ? `, moving ${wayName(axis, ways[at])}` : '')
  const finder = gaugeById(scene, values.choice('finder'))
  const inside = values.choice('kind') === 'inside'
  return [
    line('touch', `Machine ${axis}${moving(0)}`, values.length('first'), 'first'),
    line('touch', `Machine ${axis}${moving(1)}`, values.length('second'), 'second'),
    ...(values.choice('between') === 'typed' ? [line('touch', 'thickness between', values.length('thickness'), 'thickness')] : []),
    line('aside', `lower side, ${finder ? `radius of ${finder.name}` : 'radius'} ${inside ? 'taken off' : 'added'}`, pair?.low ?? null),
    line('aside', 'upper side alike', pair?.high ?? null),
    line('start', 'middle of the two', pair ? nm(Math.round(pair.middle)) : null),
    line('less', `Middle stands at part ${axis}`, values.length('place'), 'place'),
    line('aside', 'first touch repeated', values.length('again'), 'again'),
  ]
}

function drawingOf(axis: SideAxis, values: Values, scene: Scene, pair: Pair | null): Drawing {
  const drawing = drawWork('above', scene)
  const { box } = drawing.solids[0]!
  const [along, across] = axis === 'X' ? (['x', 'y'] as const) : (['y', 'x'] as const)
  const span = box.max[along] - box.min[along]
  const place = values.length('place') ?? nm(Math.round((box.min[along] + box.max[along]) / 2))
  const ways = waysOf(values.choice('kind'))
  const width = pair?.width ?? values.length('expected') ?? nm(Math.round(ways?.[0] === -1 ? span / 3 : span))
  const level = nm(Math.round((box.min[across] + box.max[across]) / 2))
  drawing.marks = [
    { at: axis === 'X' ? { x: place, y: level } : { x: level, y: place }, label: `${axis} ${asShown(place, scene.machine)}` },
  ]
  const finder = gaugeById(scene, values.choice('finder'))
  const sides = [nm(Math.round(place - width / 2)), nm(Math.round(place + width / 2))] as const
  sides.forEach((at, index) => {
    drawing.surfaces.push({ axis, at, label: '' })
    const direction = ways?.[index]
    if (!direction) return
    const radius = finder ? effectiveRadius(finder, axis, direction) : nm(5_000_000)
    const centre = nm(at - direction * radius)
    const id = index === 0 ? 'first' : 'second'
    drawing.touches.push({
      at: axis === 'X' ? { x: centre, y: level } : { x: level, y: centre },
      contact: axis === 'X' ? { x: at, y: level } : { x: level, y: at },
      toward: axis === 'X' ? { x: direction, y: 0 } : { x: 0, y: direction },
      radius,
      label: `${index + 1}, ${wayName(axis, direction)}`,
      lit: values.missing.find((one) => one === 'first' || one === 'second') === id,
      done: values.length(id) !== null,
    })
  })
  return drawing
}
