import { drawSetup, holdingPieces, outlineSeen, type Drawing, type PartOutline, type Point, type Scene } from '@rook/core'
import type { Page } from './page.ts'

const TALLEST = 170

/** Where zero lies on the stock, seen from above, to scale; nothing where the stock is not on record. */
export function drawZero(page: Page, scene: Scene, outline: PartOutline | null): void {
  const drawing = drawSetup(scene)
  if (!drawing) return
  const held = holdingPieces(drawing)
  const points = [
    ...drawing.solids.flatMap(({ box }) => [box.min, box.max]),
    ...held.flatMap((piece) => piece.points),
    ...(drawing.outlines ?? []).flatMap((outline) => outline.points),
    { x: 0, y: 0 } as Point,
  ]
  const [left, right] = [Math.min(...points.map(({ x }) => x)), Math.max(...points.map(({ x }) => x))]
  const [low, high] = [Math.min(...points.map(({ y }) => y)), Math.max(...points.map(({ y }) => y))]
  const scale = Math.min((page.width * 0.62) / (right - left || 1), TALLEST / (high - low || 1))
  page.need((high - low) * scale + 24)
  const top = page.y + 10
  const { doc } = page
  const x = (value: number) => page.left + 10 + (value - left) * scale
  const y = (value: number) => top + (high - value) * scale
  const polygon = (corners: readonly Point[]) => doc.polygon(...corners.map((one): [number, number] => [x(one.x), y(one.y)]))
  for (const piece of held) polygon(piece.points).lineWidth(0.5).fillAndStroke('#eeece4', '#8a8777')
  for (const { box } of drawing.solids)
    doc
      .rect(x(box.min.x), y(box.max.y), (box.max.x - box.min.x) * scale, (box.max.y - box.min.y) * scale)
      .lineWidth(0.9)
      .fillAndStroke('#f3ecdf', '#1c2b2a')
  for (const { points: line, closed } of outlineSeen(drawing, outline)) {
    const all = closed && line[0] ? [...line, line[0]] : line
    for (const [at, point] of all.entries()) doc[at === 0 ? 'moveTo' : 'lineTo'](x(point.x), y(point.y))
    doc.lineWidth(0.6).stroke('#8a8777')
  }
  for (const outline of drawing.outlines ?? []) polygon(outline.points).lineWidth(0.6).stroke('#1c2b2a')
  if (drawing.turns)
    doc
      .moveTo(x(left) - 8, y(0))
      .lineTo(x(right) + 8, y(0))
      .dash(8, { space: 3 })
      .lineWidth(0.5)
      .stroke('#8a8777')
      .undash()
  rounds(doc, drawing, x, y, scale)
  doc
    .circle(x(0), y(0), 5)
    .moveTo(x(0) - 11, y(0))
    .lineTo(x(0) + 11, y(0))
    .moveTo(x(0), y(0) - 11)
    .lineTo(x(0), y(0) + 11)
    .lineWidth(1)
    .stroke('#1c6b5c')
  page.y = y(0) - 18
  page.text(drawing.zeroName ?? 'part zero', { size: 9, bold: true, colour: '#1c6b5c' }, x(0) + 8, 90)
  page.y = top + (high - low) * scale + 8
}

function rounds(
  doc: PDFKit.PDFDocument,
  drawing: Drawing,
  x: (value: number) => number,
  y: (value: number) => number,
  scale: number,
): void {
  for (const { centre, radius } of drawing.rounds ?? [])
    doc
      .circle(x(centre.x), y(centre.y), radius * scale)
      .lineWidth(0.6)
      .stroke('#1c2b2a')
  for (const { at } of drawing.marks ?? []) doc.circle(x(at.x), y(at.y), 1.6).fill('#1c2b2a')
}
