import { minus, nm } from '../../length/index.ts'
import { drawWork } from '../../drawing/index.ts'
import type { Axis } from '../../machine/index.ts'
import { registerKey, type RegisterKey, reachRegister } from '../../register/index.ts'
import {
  chosenTool,
  gaugeInput,
  gaugesUsed,
  placeInput,
  readingInput,
  rowInput,
  toolInput,
  zeroInputs,
  zeroSheet,
  type FoundZero,
  type InputSpec,
  type Routine,
  type Values,
} from '../../routine/index.ts'
import { gaugeById, type MountedTool, type Scene } from '../../scene/index.ts'
import type { Gauge } from '../../gauge/index.ts'
import { reachOf, restingOn, wearIn } from '../../reach/index.ts'
import { ofReadout } from '../../uncertainty/index.ts'
import type { WorkingLine } from '../../working/index.ts'
import { lengthRefusal } from './length-usable.ts'
import { placeLabel, standingReadouts } from './seen-from-zero.ts'

const AXES: Readonly<Record<string, Axis[]>> = { XY: ['X', 'Y'], X: ['X'], Y: ['Y'], Z: ['Z'] }

/**
 * Capture: part zero from where the machine stands now, over a scribed line, a pointer's mark or a place
 * swept true with an indicator. W = M − H − P; nothing touches, so there is no contact correction.
 */
export const capture: Routine = {
  id: 'capture',
  name: 'Where it stands',
  manner: 'from where the machine stood',
  purpose: 'Part zero from the present position: over crossed lines, a pointer, or a bore swept true with an indicator.',
  kind: 'pick-up',
  machines: ['mill'],

  inputs(scene, raw) {
    const axes = AXES[raw.axes ?? ''] ?? []
    return [
      ...zeroInputs(scene, raw, { square: axes.some((axis) => axis !== 'Z') }),
      rowInput('axes', 'Axes', [
        { value: 'XY', label: 'X and Y' },
        { value: 'X', label: 'X' },
        { value: 'Y', label: 'Y' },
        { value: 'Z', label: 'Z' },
      ]),
      gaugeInput('finder', 'Lined up with', scene, ['by-eye', 'indicator']),
      ...(axes.includes('Z') ? [toolInput(scene, 'Tool in the spindle')] : []),
      ...axes.flatMap((axis): InputSpec[] => [
        readingInput(axis, scene.machine, `Machine ${axis} now`, `reading${axis}`, 'now'),
        placeInput(`It stands over part ${axis}`, axis, `place${axis}`),
      ]),
    ]
  },

  sheet(values, scene) {
    const axes = AXES[values.choice('axes') ?? ''] ?? []
    const finder = gaugeById(scene, values.choice('finder'))
    const tool = axes.includes('Z') ? chosenTool(values, scene) : null
    const reach = tool ? reachOf(tool, scene) : undefined
    const register = tool ? registerKey(reachRegister(scene.machine, tool)) : null
    const found = axes.map((axis) => foundOn(axis, values, scene, finder, axis === 'Z' ? { tool, reach, register } : null))
    const [x, y] = [values.length('placeX'), values.length('placeY')]
    return zeroSheet({
      values,
      scene,
      ...(axes.includes('Z') ? {} : { square: { point: axes.length === 2 && x !== null && y !== null ? { x, y } : null } }),
      found: found.length > 0 ? found : [{ axis: 'X', total: null, contributors: [] }],
      refusal: tool ? lengthRefusal(tool, scene) : null,
      lines: linesOf(axes, values, tool, reach?.value ?? null),
      gauges: gaugesUsed(finder?.id),
      readings: axes.flatMap((axis) => {
        const value = values.length(`reading${axis}`)
        return value === null ? [] : [{ axis, label: `machine ${axis} now`, value }]
      }),
      drawing: drawingOf(axes, values, scene),
      readouts: (slot, seen) => {
        const point = axes.includes('X') && axes.includes('Y') && !axes.includes('Z') ? seen({ x: x!, y: y! }) : null
        return standingReadouts(
          slot,
          'Standing where it stands now',
          axes.map((axis) => {
            if (point) return { axis, value: axis === 'X' ? point.x : point.y }
            const place = values.length(`place${axis}`)!
            return { axis, value: axis === 'Z' && tool ? minus(place, wearIn(tool, scene)) : place }
          }),
        )
      },
    })
  },
}

interface Reach {
  tool: MountedTool | null
  reach: ReturnType<typeof reachOf>
  register: RegisterKey | null
}

function foundOn(axis: Axis, values: Values, scene: Scene, finder: Gauge | null, inZ: Reach | null): FoundZero {
  const reading = values.length(`reading${axis}`)
  const place = values.length(`place${axis}`)
  const known = inZ ? (inZ.reach?.value ?? null) : nm(0)
  const total = reading === null || place === null || known === null || !finder ? null : reading - known - place
  const { increment } = scene.machine
  return {
    axis,
    total,
    byEye: finder?.family === 'by-eye',
    contributors: [
      ofReadout(increment),
      ...(finder ? [{ label: finder.name, standard: finder.uncertainty }] : []),
      ...(inZ?.reach ? [restingOn(`T${inZ.tool!.number} length`, inZ.reach)] : []),
    ],
    rests: inZ?.register && inZ.reach ? [inZ.register] : [],
  }
}

function linesOf(axes: Axis[], values: Values, tool: MountedTool | null, reach: number | null): WorkingLine[] {
  return [
    {
      operation: 'start',
      label: 'Machine, as it stands',
      cells: axes.map((axis) => ({ figure: values.length(`reading${axis}`), input: `reading${axis}` })),
    },
    ...(axes.includes('Z')
      ? [
          {
            operation: 'less' as const,
            label: tool ? `T${tool.number} length` : 'tool length',
            cells: [{ figure: reach === null ? null : nm(reach) }],
          },
        ]
      : []),
    {
      operation: 'less',
      label: 'It stands over the part at',
      cells: axes.map((axis) => ({ figure: values.length(`place${axis}`), input: `place${axis}` })),
    },
  ]
}

function drawingOf(axes: Axis[], values: Values, scene: Scene) {
  const drawing = drawWork(axes.includes('Z') ? 'front' : 'above', scene)
  const { box } = drawing.solids[0]!
  const at = {
    x: values.length('placeX') ?? nm(Math.round((box.min.x + box.max.x) / 2)),
    y: values.length(axes.includes('Z') ? 'placeZ' : 'placeY') ?? nm(Math.round((box.min.y + box.max.y) / 2)),
  }
  const label =
    placeLabel(
      scene,
      axes.map((axis) => [axis, values.length(`place${axis}`)] as const),
    ) || 'where it stands'
  return { ...drawing, marks: [{ at, label }] }
}
