/** Room that a letter takes at most, in pixels, and a line of text. */
export const LETTER = 8.2
export const LINE = 18

export interface Spot {
  x: number
  y: number
}

export interface Room {
  left: number
  top: number
  right: number
  bottom: number
}

/** A text that may stand in several places; the first is the one it would like best. */
export interface Wanted {
  text: string
  places: readonly PlaceFor[]
  /** True where the picture says as much without it: it is left out rather than laid over something. */
  optional?: boolean
}

/** Where the text begins, ends or has its middle; `y` is its base line. */
export interface PlaceFor extends Spot {
  anchor: 'start' | 'middle' | 'end'
}

/** What a text should not lie on. */
export interface Hindrances {
  /** Lines, each from one spot to another. */
  lines?: readonly (readonly [Spot, Spot])[]
  /** Filled places: circles of what touches, the zero. */
  rooms?: readonly Room[]
}

/** The caption stands in the foot of the sheet, two lines of it in a narrow pane; no name lies over it. */
export const CAPTION = 42

/** What it costs to lie on something, against one step further down the list of places. */
const COST = { outside: 1_000, text: 60, room: 14, line: 7, step: 1 }

export const roomOf = (text: string, { x, y, anchor }: PlaceFor): Room => {
  const width = text.length * LETTER
  const left = anchor === 'start' ? x : anchor === 'end' ? x - width : x - width / 2
  return { left, right: left + width, top: y - LINE * 0.75, bottom: y + LINE * 0.25 }
}

export const around = ({ x, y }: Spot, r: number): Room => ({ left: x - r, right: x + r, top: y - r, bottom: y + r })

export const overlap = (one: Room, other: Room): boolean =>
  one.left < other.right && other.left < one.right && one.top < other.bottom && other.top < one.bottom

/** True where a line enters a room: what is left of it after it was cut at the four sides (Liang and Barsky). */
export function crosses([from, to]: readonly [Spot, Spot], { left, right, top, bottom }: Room): boolean {
  const [dx, dy] = [to.x - from.x, to.y - from.y]
  let [enters, leaves] = [0, 1]
  for (const [step, room] of [
    [-dx, from.x - left],
    [dx, right - from.x],
    [-dy, from.y - top],
    [dy, bottom - from.y],
  ] as const) {
    if (step === 0) {
      if (room < 0) return false
      continue
    }
    const at = room / step
    if (step < 0) enters = Math.max(enters, at)
    else leaves = Math.min(leaves, at)
    if (enters > leaves) return false
  }
  return true
}

/**
 * Gives each text the place where it lies on least, in the order in which they are given: earlier ones choose first. None goes
 * over the edge of the sheet while it has a place inside.
 */
export function placeLabels(
  wanted: readonly Wanted[],
  { lines = [], rooms = [] }: Hindrances,
  sheet: { width: number; height: number },
): (PlaceFor | null)[] {
  const taken: Room[] = []
  return wanted.map(({ text, places, optional }) => {
    let best = { cost: Number.POSITIVE_INFINITY, place: places[0]!, room: roomOf(text, places[0]!) }
    places.forEach((offered, at) => {
      const place = inside(text, offered, sheet)
      const room = roomOf(text, place)
      const cost =
        at * COST.step +
        (room.left < 0 || room.top < 0 || room.right > sheet.width || room.bottom > sheet.height ? COST.outside : 0) +
        taken.filter((other) => overlap(room, other)).length * COST.text +
        rooms.filter((other) => overlap(room, other)).length * COST.room +
        lines.filter((line) => crosses(line, room)).length * COST.line
      if (cost < best.cost) best = { cost, place, room }
    })
    if (optional && best.cost >= COST.line) return null
    taken.push(best.room)
    return best.place
  })
}

/** A text that goes a little over the side of the sheet is pushed back. */
function inside(text: string, place: PlaceFor, { width }: { width: number }): PlaceFor {
  const { left, right } = roomOf(text, place)
  const over = left < 4 ? 4 - left : right > width - 4 ? width - 4 - right : 0
  return Math.abs(over) < 100 ? { ...place, x: place.x + over } : place
}

/** The places around a spot that a text may take, nearest first. */
export function placesAround({ x, y }: Spot, away: number, first: readonly PlaceFor[] = []): PlaceFor[] {
  const rings = [away, away + 14, away + 30]
  return [
    ...first,
    ...rings.flatMap((d): PlaceFor[] => [
      { x: x + d, y: y - d * 0.5, anchor: 'start' },
      { x: x - d, y: y - d * 0.5, anchor: 'end' },
      { x: x + d, y: y + d * 0.5 + 12, anchor: 'start' },
      { x: x - d, y: y + d * 0.5 + 12, anchor: 'end' },
      { x, y: y - d - 4, anchor: 'middle' },
      { x, y: y + d + 14, anchor: 'middle' },
      { x: x + d, y: y + 5, anchor: 'start' },
      { x: x - d, y: y + 5, anchor: 'end' },
    ]),
  ]
}
