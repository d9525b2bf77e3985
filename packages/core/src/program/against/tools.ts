import { ZERO } from '../../length/index.ts'
import { judgeLife } from '../../life/index.ts'
import {
  diameterRegister,
  geometryRegister,
  layoutOf,
  noseRegister,
  reachRegister,
  registerKey,
  registerName,
  tipRegister,
  type RegisterRef,
} from '../../register/index.ts'
import type { MountedTool, Scene, ToolFamily } from '../../scene/index.ts'
import { isSuspect, standingNote } from '../../standing/index.ts'
import { calledTool } from '../../tool/index.ts'
import type { CalledTool } from '../read.ts'
import type { GoCheck, Found } from './finding.ts'

/** Tools and offsets that the program calls against what sits in the machine and what stands. */
export const tools: GoCheck = ({ calls, scene }) => [
  ...(calls.beforeTool === null
    ? []
    : [
        {
          id: 'before-tool',
          verdict: 'query' as const,
          line: calls.beforeTool,
          register: null,
          mend: 'program' as const,
          sentence: 'It cuts before any tool is called: whatever is in the spindle.',
        },
      ]),
  ...calls.tools.flatMap((called) => ofTool(called, scene)),
  ...notCalled(calls.tools, scene),
]

function ofTool(called: CalledTool, scene: Scene): Found[] {
  const { machine, plan } = scene
  const line = called.lines[0] ?? null
  const { family, tool } = calledTool(scene, called.number)
  const finding = { line, register: null, mend: 'mount' as const }
  if (!tool)
    return [
      {
        ...finding,
        id: `tool ${called.number}`,
        verdict: 'stop',
        sentence: family
          ? `${called.number} calls ${family.name}, and none of them is in use.`
          : `T${called.number} is called, and nothing sits in it on ${machine.name}.`,
      },
    ]
  const found: Found[] = []
  if (plan && plan.tools.length > 0 && !plan.tools.some((one) => one.number === called.number))
    found.push({
      ...finding,
      id: `unplanned ${called.number}`,
      verdict: 'query',
      mend: 'plan',
      sentence: `T${called.number} is called, and ${plan.operationName} does not plan it.`,
    })
  found.push(
    ...ofOthers(called),
    ...ofLengths(called, tool, family, scene),
    ...ofDiameters(called, tool, family, scene),
    ...ofSpindle(called, tool, scene),
    ...ofLife(tool, line),
  )
  return found
}

/** A figure that has to stand. */
function stands(ref: RegisterRef, line: number | null, scene: Scene, whose: string): Found[] {
  const register = registerKey(ref)
  const note = standingNote(register, scene)
  const finding = { id: `value ${register}`, line: line || null, register, mend: 'tool' as const }
  const name = registerName(ref)
  if (note.word === 'unset') return [{ ...finding, verdict: 'stop', sentence: `${name}${whose} is unset, which is not zero. Measure it.` }]
  if (isSuspect(note)) return [{ ...finding, verdict: 'stop', sentence: `${name}${whose} is ${note.word}: ${note.because}.` }]
  if (note.word === 'estimated')
    return [
      {
        ...finding,
        verdict: 'query',
        sentence: '',
        same: {
          cause: `estimated${whose}`,
          name,
          says: (names, many) =>
            many
              ? `${names}${whose} are only estimates. Measure them before they cut.`
              : `${names}${whose} is only an estimate. Measure it before it cuts.`,
        },
      },
    ]
  return [{ ...finding, verdict: 'clear', sentence: `${name} is ${note.word}.` }]
}

/** A tool with the further pairs of offsets that it is called by. */
const pairsOf = (tool: MountedTool, { tools: all }: Scene) =>
  all.filter(({ number, pairOf }) => number === tool.number || pairOf === tool.number)

function ofLengths(called: CalledTool, tool: MountedTool, family: ToolFamily | null, scene: Scene): Found[] {
  const { machine } = scene
  const layout = layoutOf(machine)
  const own = pairsOf(tool, scene)
  const found = called.lengths.flatMap(({ offset, line }): Found[] => {
    const pair = own.find((one) => one.offset === offset)
    if (pair)
      return layout.countsLengths
        ? stands(reachRegister(machine, pair), line, scene, '')
        : (['X', 'Z'] as const).flatMap((axis) => stands(geometryRegister(offset, axis), line, scene, ''))
    const other = scene.tools.find((one) => one.offset === offset)
    const letter = layout.countsLengths ? 'H' : 'offset '
    const finding = { id: `offset ${called.number} ${offset}`, line, register: null }
    if (family && other && tool.number !== called.number)
      return [
        {
          ...finding,
          verdict: 'stop',
          mend: 'mount',
          sentence: `${called.number} calls ${family.name}, of which T${tool.number} is in use, with ${letter}${offset}: that is the offset of T${other.number}. ${
            family.members.includes(other.number)
              ? `Put T${other.number} in use, or call T${tool.number} with its own ${letter}${tool.offset}.`
              : `Its own is ${letter}${tool.offset}.`
          }`,
        },
      ]
    return [
      {
        ...finding,
        verdict: other ? 'stop' : 'query',
        mend: 'program',
        sentence: `T${called.number} is run with ${letter}${offset}; its own is ${letter}${tool.offset}${other ? `, and ${letter}${offset} belongs to T${other.number}` : ''}.`,
      },
    ]
  })
  if (called.cutsWithoutLength !== null && (layout.countsLengths || called.lengths.length === 0))
    found.push({
      id: `no-length ${called.number}`,
      verdict: 'stop',
      line: called.cutsWithoutLength,
      register: null,
      mend: 'program',
      sentence: `T${called.number} cuts before a length is called for it (${layout.countsLengths ? 'G43 with its H' : 'its offset in the T word'}).`,
    })
  return found
}

/** What was called for another tool, and is still on while this one moves. */
function ofOthers({ number, under }: CalledTool): Found[] {
  return under.map(({ what, of, offset, line }) => {
    const whose = of === null ? 'called before any tool' : `of T${of}`
    const [is, letter] = what === 'length' ? ['moves in Z with the length', 'H'] : ['cuts with the cutter compensation', 'D']
    return {
      id: `under ${what} ${number}`,
      verdict: 'stop',
      line,
      register: null,
      mend: 'program',
      sentence: `T${number} ${is} ${whose} still on${offset === null ? '' : ` (${letter}${offset})`}. Call its own before this line.`,
    }
  })
}

function ofDiameters(called: CalledTool, tool: MountedTool, family: ToolFamily | null, scene: Scene): Found[] {
  const { machine } = scene
  const [first] = called.compensates
  if (!first) return []
  if (!layoutOf(machine).countsLengths)
    return [noseRegister(tool.offset), tipRegister(tool.offset)].flatMap((ref) => [
      ...stands(ref, first.line, scene, `, which ${first.side === 'left' ? 'G41' : 'G42'} needs,`),
      ...atNought(ref, first, scene),
    ])
  if (called.diameters.length === 0)
    return [
      {
        id: `no-d ${called.number}`,
        verdict: 'stop',
        line: first.line,
        register: null,
        mend: 'program',
        sentence: `T${called.number} compensates for its cutter, and no D is called.`,
      },
    ]
  const own = pairsOf(tool, scene)
  return called.diameters.flatMap(({ offset, line }): Found[] => {
    const ref = diameterRegister(machine, offset)
    if (!own.some((one) => one.diameterOffset === offset)) {
      const other = scene.tools.find((one) => one.diameterOffset === offset)
      // Another of the family is in use than the program means: told with its length, once.
      if (family && other && family.members.includes(other.number) && called.lengths.some((one) => one.offset === other.offset)) return []
      return [
        {
          id: `d ${called.number} ${offset}`,
          verdict: other ? 'stop' : 'query',
          line,
          register: registerKey(ref),
          mend: 'program',
          sentence: `T${called.number} compensates with D${offset}; its own is D${tool.diameterOffset}${other ? `, and D${offset} belongs to T${other.number}` : ''}.`,
        },
      ]
    }
    const DC = tool.properties.DC
    const value = scene.standing[registerKey(ref)]?.value
    const other = machine.diameterRegister === 'diameter' ? 0.5 : 1
    if (DC !== undefined && value !== undefined && Math.abs(value - DC * other) < DC / 20)
      return [
        {
          id: `half ${called.number}`,
          verdict: 'stop',
          line,
          register: registerKey(ref),
          mend: 'tool',
          sentence: `D${offset} holds about ${machine.diameterRegister === 'diameter' ? 'half' : 'twice'} of what T${tool.number} measures (DC), and ${machine.name} takes a ${machine.diameterRegister} there.`,
        },
      ]
    return stands(ref, line, scene, '')
  })
}

/** A sharp nose, or a tip in no direction, makes the compensation shift nothing. */
function atNought(ref: RegisterRef, { side, line }: CalledTool['compensates'][number], { standing }: Scene): Found[] {
  const register = registerKey(ref)
  if (standing[register]?.value !== ZERO) return []
  const code = side === 'left' ? 'G41' : 'G42'
  const nose = ref.property === 'nose'
  return [
    {
      id: `nought ${register}`,
      verdict: nose ? 'stop' : 'query',
      line: line || null,
      register,
      mend: 'tool',
      sentence: nose
        ? `${registerName(ref)} holds zero, and ${code} shifts by it: nothing is taken off at a taper or a radius. Write down the insert's.`
        : `${registerName(ref)} is 0, the centre of the nose: ${code} then counts from there. Say that the tool was set so.`,
    },
  ]
}

/** M3 turns what cuts to the right, M4 what cuts to the left, by the tool's own record. */
function ofSpindle(called: CalledTool, tool: MountedTool, { machine }: Scene): Found[] {
  const wrong = called.spindle.find(({ turns }) => turns !== (tool.turning === 'left' ? 'ccw' : 'cw'))
  // On a lathe right is what every record says that nobody has changed: a tool before the centre is turned the other way.
  if (!wrong || (!layoutOf(machine).countsLengths && tool.turning === 'right')) return []
  const [code, other] = wrong.turns === 'cw' ? ['M3', 'M4'] : ['M4', 'M3']
  const stops = layoutOf(machine).countsLengths && tool.turning === 'left'
  return [
    {
      id: `spindle ${called.number}`,
      verdict: stops ? 'stop' : 'query',
      line: wrong.line,
      register: null,
      mend: 'program',
      sentence: `${code} turns ${layoutOf(machine).countsLengths ? '' : 'the work at '}T${called.number}, ${tool.name}, and its record says that it cuts turning to the ${tool.turning}. Call ${other}, or put its record right.`,
    },
  ]
}

function ofLife(tool: MountedTool, line: number | null): Found[] {
  if (!tool.life) return []
  const { verdict, sentence } = judgeLife(tool.life, tool.lifeUsed)
  return verdict === 'clear'
    ? []
    : [{ id: `life ${tool.number}`, verdict, line, register: null, mend: 'tool', sentence: `T${tool.number}: ${sentence}` }]
}

function notCalled(called: readonly CalledTool[], { plan }: Scene): Found[] {
  return (plan?.tools ?? [])
    .filter(({ number }) => !called.some((one) => one.number === number.split('.')[0]))
    .map(({ number }) => ({
      id: `not-called T${number}`,
      verdict: 'clear',
      line: null,
      register: null,
      mend: 'look',
      sentence: `T${number} is planned, and this program does not call it.`,
    }))
}
