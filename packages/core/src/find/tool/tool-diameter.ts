import { nm, roundToIncrement, times, type Nm } from '../../length/index.ts'
import { drawWork } from '../../drawing/index.ts'
import { diameterRegister } from '../../register/index.ts'
import {
  chosenTool,
  directionInput,
  gaugeInput,
  measuredWith,
  readingInput,
  resultCell,
  rowInput,
  sizeInput,
  toolInput,
  wearInput,
  wearRemarks,
  wearWrites,
  type InputSpec,
  type Routine,
  type Sheet,
  type Slip,
  type Values,
  type Write,
} from '../../routine/index.ts'
import { toolByNumber, type MountedTool, type Scene } from '../../scene/index.ts'
import { combine } from '../../uncertainty/index.ts'
import { edgeCount, edgeReadings, edgesInput } from './edges.ts'
import { METHODS, type Found, type Method } from './diameter-methods.ts'
import { spindleInputs } from './spindle.ts'

/**
 * Cutter diameter: as the record has it, with a caliper or micrometer, or on a setter's stylus whose middle C
 * and width A are known.
 * - one side, d the direction moved: r = d·(C − M) − A/2, from M = C − d·(r + A/2)
 * - both sides: D = |M₂ − M₁| − A; the middle cancels out
 *
 * Always thought of as a diameter; where the machine's register holds radii the halving is a line of the sum.
 */
export const toolDiameter: Routine = {
  id: 'tool-diameter',
  name: 'Cutter diameter',
  manner: 'by diameter',
  purpose: 'How wide a cutter cuts: from its record, with a caliper, or on a setter from one side or both.',
  kind: 'touch-off',
  machines: ['mill'],

  inputs(scene, raw) {
    const tool = toolByNumber(scene, raw.tool ?? null)
    const axis = raw.axis === 'Y' ? 'Y' : 'X'
    return [
      toolInput(scene),
      rowInput('method', 'How', [
        { value: 'nominal', label: 'As on record', note: 'an estimate' },
        { value: 'measured', label: 'Measured', note: 'caliper, micrometer' },
        { value: 'one-side', label: 'Setter, one side', note: 'its sides on record' },
        { value: 'both-sides', label: 'Setter, both sides', note: 'its width on record' },
      ]),
      ...methodInputs(raw.method as Method | undefined, axis, tool, scene, raw),
      ...wearInput(tool && diameterRegister(scene.machine, tool.diameterOffset), scene),
    ]
  },

  sheet(values, scene) {
    const tool = chosenTool(values, scene)
    const method = values.choice('method') as Method | null
    return tool && method ? sheetOf(METHODS[method](values, scene, tool), tool, values, scene) : blankSheet(tool, scene)
  },
}

/** Before tool and method are chosen there is nothing to add up. */
function blankSheet(tool: MountedTool | null, scene: Scene): Sheet {
  const target = tool && diameterRegister(scene.machine, tool.diameterOffset)
  return {
    targets: target ? [target] : [],
    refusal: null,
    working: {
      unit: scene.machine.unit,
      columns: [''],
      lines: [],
      results: [{ label: tool ? `D${tool.diameterOffset}` : 'Diameter', cells: [resultCell(target, null, null)] }],
      facts: [],
    },
    drawing: drawWork('above', scene),
    result: null,
  }
}

function sheetOf(found: Found, tool: MountedTool, values: Values, scene: Scene): Sheet {
  const target = diameterRegister(scene.machine, tool.diameterOffset)
  const write = found.value !== null && !found.refusal ? writeOf(found, tool, scene) : null
  const alsoWritten = wearWrites(values, target, tool.assembly, scene)
  return {
    targets: [target, ...alsoWritten.map(({ register }) => register)],
    refusal: found.refusal,
    working: {
      unit: scene.machine.unit,
      columns: [''],
      lines: found.lines,
      results: [
        {
          label: `D${tool.diameterOffset} ${target.property}`,
          cells: [resultCell(target, write?.value ?? null, write?.uncertainty ?? null)],
        },
      ],
      facts: found.facts,
    },
    drawing: found.drawing ?? drawWork('above', scene),
    result: write && {
      writes: [write, ...alsoWritten],
      readings: found.readings,
      readouts: [],
      gauges: found.gauges,
      remarks: [...found.remarks, ...wearRemarks(values, target, scene)],
    },
  }
}

function methodInputs(
  method: Method | undefined,
  axis: 'X' | 'Y',
  tool: MountedTool | null,
  scene: Scene,
  raw: Readonly<Record<string, string>>,
): InputSpec[] {
  const sides = rowInput('axis', 'Axis', [
    { value: 'X', label: 'X' },
    { value: 'Y', label: 'Y' },
  ])
  const setter = gaugeInput('setter', 'Setter', scene, ['setter'])
  switch (method) {
    case 'measured':
      return [
        measuredWith(scene, raw, ['caliper', 'micrometer'], ['diameter']),
        { ...sizeInput('diameter', 'Diameter measured'), given: false },
      ]
    case 'one-side':
      return [
        setter,
        sides,
        directionInput(axis, { '+': 'onto its low side', '-': 'onto its high side' }),
        ...spindleInputs(raw),
        ...edgesInput(tool),
        ...edgeReadings(axis, scene.machine, edgeCount(raw.edges)),
      ]
    case 'both-sides':
      return [
        setter,
        sides,
        ...spindleInputs(raw),
        readingInput(axis, scene.machine, `Machine ${axis}, moving minus`, 'high'),
        readingInput(axis, scene.machine, `Machine ${axis}, moving plus`, 'low'),
      ]
    default:
      return []
  }
}

function writeOf(found: Found, tool: MountedTool, scene: Scene): Write {
  const { increment } = scene.machine
  const value = roundToIncrement(found.value!, increment)
  return {
    register: diameterRegister(scene.machine, tool.diameterOffset),
    value,
    state: found.state,
    uncertainty: combine(found.contributors, increment),
    assembly: tool.assembly,
    rests: found.rests,
    slips: slipsOf(value),
  }
}

/** A radius taken for a diameter, or the reverse. */
function slipsOf(value: Nm): Slip[] {
  return [
    { id: 'half', phrase: 'the figure were a radius in place of a diameter', corrected: times(value, 2) },
    { id: 'half', phrase: 'the figure were twice what it should be', corrected: roundToIncrement(value / 2, nm(1)) },
  ]
}
