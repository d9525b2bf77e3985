import type { Point, TurretPicture, TurretPiece } from '@rook/core'

/** Between the view from the side and the one along the spindle, pixels. */
const GAP = 24

interface Box {
  left: number
  right: number
  low: number
  high: number
}

function boxOf(pieces: readonly TurretPiece[]): Box {
  const points = pieces.flatMap((piece) => piece.points)
  return {
    left: Math.min(...points.map(({ x }) => x)),
    right: Math.max(...points.map(({ x }) => x)),
    low: Math.min(...points.map(({ y }) => y)),
    high: Math.max(...points.map(({ y }) => y)),
  }
}

/** Both views of a turret to one scale inside a room, the axis of the spindle on one line; pixels, y downward. */
export function layOutTurret(picture: TurretPicture, room: { width: number; height: number }) {
  const [side, front] = [boxOf(picture.side), boxOf(picture.front)]
  const [low, high] = [Math.min(side.low, front.low), Math.max(side.high, front.high)]
  const wide = side.right - side.left + front.right - front.left
  const perPixel = Math.max(wide / Math.max(1, room.width - GAP), (high - low) / room.height)
  const beside = (side.right - side.left) / perPixel + GAP
  const spot = ({ x, y }: Point, box: Box, from: number) => ({ x: from + (x - box.left) / perPixel, y: (high - y) / perPixel })
  const outlined = (pieces: readonly TurretPiece[], box: Box, from: number) =>
    pieces.map((piece) => ({
      ...piece,
      text: piece.points
        .map((at) => spot(at, box, from))
        .map(({ x, y }) => `${x},${y}`)
        .join(' '),
    }))
  return {
    width: beside + (front.right - front.left) / perPixel,
    height: (high - low) / perPixel,
    axis: high / perPixel,
    side: outlined(picture.side, side, 0),
    front: outlined(picture.front, front, beside),
    numbers: picture.numbers.map(({ at, ...one }) => ({ ...one, ...spot(at, front, beside) })),
  }
}
