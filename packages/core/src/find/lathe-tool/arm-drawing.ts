import type { Drawing } from '../../drawing/index.ts'
import { mm, nm, type Nm } from '../../length/index.ts'
import type { MountedTool } from '../../scene/index.ts'
import { faceWords, type ArmFace } from './arm-face.ts'

const PLAIN_STYLUS = mm(10)

interface Parts {
  face: ArmFace | null
  tool: MountedTool | null
  width: Nm | null
  name: string
  lit: boolean
}

/** The stylus of a setter arm from the side, Z to the right and X up, with a tool's tip at the face that it moves onto. */
export function armDrawing({ face, tool, width, name, lit }: Parts): Drawing {
  const half = nm(Math.round((width ?? PLAIN_STYLUS) / 2))
  const drawing: Drawing = {
    view: 'front',
    horizontal: 'Z',
    vertical: 'X',
    toScale: true,
    zeroName: 'middle',
    solids: [
      {
        kind: 'setter',
        label: name,
        box: { min: { x: nm(-half), y: nm(-half) }, max: { x: half, y: half } },
        ...(width === null ? { nominal: true } : {}),
      },
    ],
    touches: [],
    surfaces: [],
    formerZero: null,
  }
  if (!face || !tool) return drawing
  const at = face.axis === 'X' ? { x: nm(0), y: nm(-face.direction * half) } : { x: nm(-face.direction * half), y: nm(0) }
  const toward = face.axis === 'X' ? { x: 0, y: face.direction } : { x: face.direction, y: 0 }
  const far = { x: nm(at.x - toward.x * mm(24)), y: nm(at.y - toward.y * mm(24)) }
  const side = mm(4)
  drawing.solids.push({
    kind: 'tool',
    label: `T${tool.number}`,
    nominal: true,
    box:
      face.axis === 'X'
        ? { min: { x: nm(-side), y: nm(Math.min(at.y, far.y)) }, max: { x: side, y: nm(Math.max(at.y, far.y)) } }
        : { min: { x: nm(Math.min(at.x, far.x)), y: nm(-side) }, max: { x: nm(Math.max(at.x, far.x)), y: side } },
    tool: { kind: tool.kind, properties: tool.properties },
  })
  drawing.touches.push({ at, contact: at, toward, radius: null, label: `T${tool.number}, moving ${faceWords(face)}`, lit, done: !lit })
  return drawing
}
