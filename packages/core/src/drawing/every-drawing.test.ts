import { describe, expect, it } from 'vitest'
import { assess } from '../assessment/index.ts'
import { routineById } from '../catalogue/index.ts'
import { mm, nm } from '../length/index.ts'
import { layoutOf, workRegister } from '../register/index.ts'
import type { RawInputs } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import { Chance, PLAYS, run, scene, stands } from '@rook/testing'
import { drawStock, isToScale } from './index.ts'

const stock = scene().plan!.stock!
const sheetOf = (id: string, raw: RawInputs, at: Scene) => assess(routineById(id)!, raw, at).sheet
/** Readings, not choices: what a person has not typed yet at the beginning. */
const choicesOf = (id: string, raw: RawInputs, at: Scene) => {
  const lengths = routineById(id)!
    .inputs(at, raw)
    .filter(({ kind }) => kind === 'length')
    .map((input) => input.id)
  return Object.fromEntries(Object.entries(raw).filter(([key]) => !lengths.includes(key)))
}

/** Drawn on a lathe without its work: the stylus of a setter arm and the nose of an insert do not turn. */
const STILL = ['arm-constant', 'tool-on-arm', 'nose-and-tip', 'station-datum', 'station-centre', 'on-centre', 'tool-stick-out', 'tool-y']

describe.each(PLAYS.map((play) => [play.name, play] as const))('the picture of %s', (name, { routine: id, play }) => {
  const { raw, scene: at } = play(new Chance(`picture of ${name}`))

  it('has each stylus its radius away from the wall, on the side it came from', () => {
    for (const { at: centre, contact, toward, radius } of sheetOf(id, raw, at).drawing.touches) {
      const reach = Math.hypot(toward.x, toward.y)
      if (radius === null || reach === 0) continue
      expect(reach).toBeCloseTo(1, 6)
      const along = (contact.x - centre.x) * toward.x + (contact.y - centre.y) * toward.y
      const across = (contact.x - centre.x) * toward.y - (contact.y - centre.y) * toward.x
      // What lies between may hold it further off, never nearer.
      expect(along).toBeGreaterThanOrEqual(radius - 2_000)
      expect(Math.abs(across)).toBeLessThanOrEqual(2_000)
    }
  })

  it('says that it is to scale only where every thing in it has a size on record', () => {
    const { drawing } = sheetOf(id, raw, at)
    if (!isToScale(drawing)) return
    expect(drawing.solids.filter(({ kind }) => kind === 'shim' || kind === 'setter' || kind === 'table')).toEqual([])
    for (const { kind, label, box } of drawing.solids) {
      if (kind !== 'tool') continue
      const tool = at.tools.find(({ number }) => label === `T${number}`)
      expect(box.max.x - box.min.x).toBe(tool?.properties.DC)
    }
  })

  it('lights at most one touch at a time, and none once everything is read', () => {
    const started = sheetOf(id, choicesOf(id, raw, at), at).drawing.touches
    expect(started.filter(({ lit }) => lit).length).toBeLessThanOrEqual(1)
    expect(sheetOf(id, raw, at).drawing.touches.filter(({ lit }) => lit)).toEqual([])
  })

  it('can be drawn at any moment: whole nanometres, boxes the right way round, axes of its view', () => {
    for (const inputs of [{}, choicesOf(id, raw, at), raw]) {
      const drawing = sheetOf(id, inputs, at).drawing
      // A bar turns about Z, drawn to the right with X up; a block stands on its table.
      const front = layoutOf(at.machine).stock === 'bar' ? ['Z', 'X'] : ['X', 'Z']
      const axes = { above: ['X', 'Y'], along: ['Y', 'X'], front }
      expect([drawing.horizontal, drawing.vertical]).toEqual(axes[drawing.view])
      expect(drawing.turns ?? false).toBe(layoutOf(at.machine).stock === 'bar' && !STILL.includes(id))
      for (const { box } of drawing.solids) {
        expect(box.min.x).toBeLessThanOrEqual(box.max.x)
        expect(box.min.y).toBeLessThanOrEqual(box.max.y)
      }
      const points = [
        ...drawing.solids.flatMap(({ box }) => [box.min, box.max]),
        ...drawing.touches.flatMap((touch) => [touch.at, touch.contact]),
        ...(drawing.rounds ?? []).map(({ centre }) => centre),
        ...(drawing.outlines ?? []).flatMap((outline) => outline.points),
        ...(drawing.marks ?? []).map((mark) => mark.at),
        ...(drawing.deviations ?? []).map(({ from }) => from),
      ]
      expect(points.filter(({ x, y }) => !Number.isSafeInteger(x) || !Number.isSafeInteger(y))).toEqual([])
    }
  })
})

describe('the stock', () => {
  it('stands in part coordinates: seen from above in X and Y, from the front in X and Z', () => {
    expect(drawStock('above', stock).solids[0]?.box).toEqual({ min: { x: 0, y: 0 }, max: { x: mm(92), y: mm(63) } })
    expect(drawStock('front', stock).solids[0]?.box).toEqual({ min: { x: 0, y: mm(-18) }, max: { x: mm(92), y: mm(0.8) } })
  })

  it('is a plain block where its size is not on record, and the picture says that it is not to scale', () => {
    expect(drawStock('above', stock).toScale).toBe(true)
    const plain = drawStock('above', null)
    expect(plain.toScale).toBe(false)
    expect(plain.solids[0]!.box.max.x).toBeGreaterThan(plain.solids[0]!.box.min.x)
  })
})

describe('the zero that stood before', () => {
  const edge = { slot: 'G54', axis: 'X', direction: '+', finder: 'finder', between: 'none', reading: '-318.2040', place: '0' }
  const stood = (x: number) => scene([[workRegister('G54', 'X'), stands(mm(x))]])

  it('lies where it was as seen from the new one', () => {
    // New −313.2040; the old one at −310 lies 3.2040 to the right.
    expect(run('edge', edge, stood(-310)).sheet.drawing.formerZero).toMatchObject({ x: mm(3.204) })
    expect(run('edge', edge, stood(-313.204)).sheet.drawing.formerZero).toMatchObject({ x: 0 })
  })

  it('is not drawn where the register was unset, or the new one is not known yet', () => {
    expect(run('edge', edge, scene()).sheet.drawing.formerZero).toBeNull()
    expect(run('edge', { ...edge, reading: '' }, stood(-310)).sheet.drawing.formerZero).toBeNull()
  })
})

describe('an edge', () => {
  const raw = { slot: 'G54', axis: 'X', finder: 'finder', between: 'none', reading: '-318.2040', place: '0' }

  it('is touched from the left moving right, and from the right moving left', () => {
    const [right] = run('edge', { ...raw, direction: '+' }, scene()).sheet.drawing.touches
    expect(right).toMatchObject({ toward: { x: 1, y: 0 }, radius: mm(5), contact: { x: 0 }, at: { x: mm(-5) } })
    const [left] = run('edge', { ...raw, direction: '-', place: '92' }, scene()).sheet.drawing.touches
    expect(left).toMatchObject({ toward: { x: -1, y: 0 }, contact: { x: mm(92) }, at: { x: mm(97) } })
  })

  it('with something between stands that much further off', () => {
    const [touch] = run('edge', { ...raw, direction: '+', between: 'shim' }, scene()).sheet.drawing.touches
    expect(touch?.at.x).toBe(nm(-6_000_000))
  })
})
