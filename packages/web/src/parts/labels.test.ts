import { assess, drawSetup, isToScale, ROUTINES, routineById, type Drawing } from '@rook/core'
import { Chance, PLAYS, scene } from '@rook/testing'
import { describe, expect, it } from 'vitest'
import { captionOf } from './drawing-caption.ts'
import { fitDrawing } from './drawing-scale.ts'
import { layOut } from './lay-out.ts'
import { readableTurn } from './magnify.ts'
import { around, CAPTION, crosses, overlap, placeLabels, placesAround, roomOf } from './place-labels.ts'

const STILL = { x: 0, y: 0, k: 1 }
/** The drawing on a desktop with and without the touch from the side, on an upright tablet, on a phone. */
const SHEETS = [
  { width: 350, height: 480 },
  { width: 350, height: 205 },
  { width: 690, height: 300 },
  { width: 366, height: 260 },
]

function faultsOf(drawing: Drawing, sheet: { width: number; height: number }): string[] {
  const laid = layOut(drawing, fitDrawing(drawing, sheet.width, sheet.height, STILL), sheet)
  const rooms = laid.texts.map((text) => ({ name: text.text, look: text.look, room: roomOf(text.text, text) }))
  const faults: string[] = []
  rooms.forEach(({ name, look, room }, at) => {
    for (const other of rooms.slice(at + 1)) if (overlap(room, other.room)) faults.push(`${name} lies over ${other.name}`)
    if (overlap(room, around(laid.zero, 4)) && !look.includes('inside')) faults.push(`${name} lies over the zero`)
    if (room.left < 0 || room.right > sheet.width || room.top < 0) faults.push(`${name} goes over the edge`)
    if (room.bottom > sheet.height - CAPTION) faults.push(`${name} lies over the caption`)
  })
  return faults
}

describe.each(PLAYS.map((play) => [play.name, play] as const))('the names in the drawing of %s', (name, { routine: id, play }) => {
  const { raw, scene: at } = play(new Chance(`names of ${name}`))
  const routine = routineById(id)!

  it.each(SHEETS)('never lie over each other, over the zero or over the edge, $width x $height', (sheet) => {
    // As it is at the beginning, with the first choices, and when all is read.
    for (const given of [{}, Object.fromEntries(Object.entries(raw).slice(0, 4)), raw])
      expect(faultsOf(assess(routine, given, at).sheet.drawing, sheet)).toEqual([])
  })
})

describe('the names in the drawing of a setup', () => {
  it.each(SHEETS)('never lie over each other, $width x $height', (sheet) => {
    for (const holding of [
      { kind: 'vise' as const, count: 2, fixedJaw: 'Y+' as const, grip: null, parallels: null },
      { kind: 'plate' as const, thickness: null },
      null,
    ]) {
      const plan = { ...scene().plan!, holding }
      expect(faultsOf(drawSetup(scene([], { plan }))!, sheet)).toEqual([])
    }
  })
})

describe('the place of a name', () => {
  const sheet = { width: 300, height: 200 }
  const spot = { x: 150, y: 100 }

  it('is the one that it would like best where nothing is in its way', () => {
    const [place] = placeLabels([{ text: 'zero', places: placesAround(spot, 10) }], {}, sheet)
    expect(place).toEqual(placesAround(spot, 10)[0])
  })

  it('is another one where a line, a filled place or an earlier name is in its way', () => {
    const first = placesAround(spot, 10)[0]!
    const room = roomOf('zero', first)
    const put = (hindrances: Parameters<typeof placeLabels>[1]) =>
      placeLabels([{ text: 'zero', places: placesAround(spot, 10) }], hindrances, sheet)[0]!
    const line = [
      { x: room.left, y: room.top },
      { x: room.right, y: room.bottom },
    ] as const
    expect(crosses(line, roomOf('zero', put({ lines: [line] })))).toBe(false)
    expect(overlap(room, roomOf('zero', put({ rooms: [room] })))).toBe(false)
    const [one, other] = placeLabels(
      [1, 2].map(() => ({ text: 'zero', places: placesAround(spot, 10) })),
      {},
      sheet,
    )
    expect(overlap(roomOf('zero', one!), roomOf('zero', other!))).toBe(false)
  })

  it('is none at all for a name that the picture does without, when every place is taken', () => {
    const places = placesAround(spot, 10).slice(0, 1)
    const taken = [roomOf('fixed jaw', places[0]!)]
    expect(placeLabels([{ text: 'fixed jaw', places, optional: true }], { rooms: taken }, sheet)).toEqual([null])
    expect(placeLabels([{ text: 'fixed jaw', places }], { rooms: taken }, sheet)[0]).not.toBeNull()
  })

  it('is pushed back from the side of the sheet', () => {
    const [place] = placeLabels([{ text: 'part zero', places: [{ x: 290, y: 100, anchor: 'start' }] }], {}, sheet)
    expect(roomOf('part zero', place!).right).toBeLessThanOrEqual(300)
  })

  it('a line crosses a room or misses it', () => {
    const room = { left: 10, right: 20, top: 10, bottom: 20 }
    const line = (x1: number, y1: number, x2: number, y2: number) =>
      crosses(
        [
          { x: x1, y: y1 },
          { x: x2, y: y2 },
        ],
        room,
      )
    expect(line(0, 15, 30, 15)).toBe(true)
    expect(line(12, 12, 13, 13)).toBe(true)
    expect(line(0, 0, 9, 30)).toBe(false)
    expect(line(0, 25, 25, 0)).toBe(true)
    expect(line(0, 5, 30, 5)).toBe(false)
    expect(line(15, 25, 15, 40)).toBe(false)
  })
})

describe('what is drawn too large', () => {
  it('is a small turn, by a round factor that the caption says', () => {
    // 0.25° is 0.00436 rad; twenty times that is 5°, fifty times 12.5°.
    expect(readableTurn([(0.25 * Math.PI) / 180])).toBe(20)
    expect(readableTurn([(20 * Math.PI) / 180])).toBe(1)
    expect(readableTurn([])).toBe(1)
    const drawing = assess(ROUTINES[0]!, {}, scene()).sheet.drawing
    expect(captionOf(drawing, { deviations: 1, turn: 20 }, null)).toContain('turn 20 times too large')
    expect(captionOf(drawing, { deviations: 1, turn: 1 }, null)).not.toContain('too large')
  })

  it('turns about part zero, counterclockwise for a positive angle', () => {
    const plain = assess(ROUTINES[0]!, {}, scene()).sheet.drawing
    const [a, b] = [plain.solids[0]!.box.min, plain.solids[0]!.box.max]
    const drawing: Drawing = { ...plain, outlines: [{ kind: 'turned', turn: 0.001, points: [a, { x: b.x, y: a.y }, b] }] }
    const [sheet] = SHEETS
    const { outlines, magnified } = layOut(drawing, fitDrawing(drawing, sheet!.width, sheet!.height, STILL), sheet!)
    expect(magnified.turn).toBe(100)
    const [left, right] = outlines[0]!.corners
    // On the screen y counts down: the right end is higher, by a tenth of its distance.
    expect((left!.y - right!.y) / (right!.x - left!.x)).toBeCloseTo(Math.tan(0.1), 4)
  })
})

describe('what the picture says of its scale', () => {
  it('is true of every routine\u2019s first picture', () => {
    for (const routine of ROUTINES) {
      const { drawing } = assess(routine, {}, scene()).sheet
      const said = captionOf(drawing, { deviations: 1, turn: 1 }, null)
      expect(said.includes('to scale') && !said.includes('not to scale'), routine.id).toBe(isToScale(drawing) && !drawing.section)
    }
  })
})
