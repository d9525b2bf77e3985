import { drawWork } from '../../drawing/index.ts'
import { toolOfRegister } from '../../edits/index.ts'
import { layoutOf, parseRegisterKey, registerKey, registerName, type RegisterRef } from '../../register/index.ts'
import { resultCell, type Option, type Remark, type Routine, type Write } from '../../routine/index.ts'
import type { MountedTool, Scene, Standing } from '../../scene/index.ts'
import { isSuspect, standingNote } from '../../standing/index.ts'
import { line } from '../../working/index.ts'

/**
 * Copied offset: a tool's figure under another number, because another program calls it so, or another tool's as a
 * beginning. Of the same assembly it stands for as much as it did; of another it is an estimate until that tool is
 * measured. Wear is not copied: it belongs to the work it was found on.
 */
export const copiedOffset: Routine = {
  id: 'copied-offset',
  name: 'Offset copied',
  manner: 'copied',
  purpose: 'Puts a tool\u2019s length or diameter under another number as well, with where it comes from.',
  kind: 'statement',
  machines: ['mill', 'lathe'],

  inputs(scene) {
    return [
      { kind: 'choice', id: 'from', label: 'From', shown: 'list', options: sources(scene) },
      {
        kind: 'number',
        id: 'to',
        label: 'To number',
        unit: layoutOf(scene.machine).letters.join(' or '),
        min: 1,
        max: scene.machine.offsets,
      },
    ]
  },

  sheet(values, scene) {
    const from = sourceOf(values.choice('from'), scene)
    const number = values.number('to')
    const to = from && number !== null ? targetOf(from, number, scene) : null
    const same = to !== null && to.register.slot === from!.register.slot
    const write = from && to && !same ? writeOf(from, to) : null
    return {
      targets: to ? [to.register] : [],
      refusal: same
        ? { input: 'to', sentence: 'To number: the figure stands there already; write the number that the other program calls.' }
        : null,
      working: {
        unit: scene.machine.unit,
        columns: [''],
        lines: [line('start', from ? registerName(from.register) : 'the figure that is copied', from?.standing.value ?? null)],
        results: [
          { label: to ? registerName(to.register) : 'Copied to', cells: [resultCell(to?.register ?? null, write?.value ?? null, null)] },
        ],
        facts: [],
      },
      drawing: drawWork('front', scene),
      result: write && { writes: [write], readings: [], readouts: [], gauges: [], remarks: remarksOf(from!, to!, scene) },
    }
  },
}

interface Source {
  register: RegisterRef
  standing: Standing
  /** The tool that it was found on, where that is mounted. */
  tool: MountedTool | null
}

interface Target {
  register: RegisterRef
  /** The tool that is called under the number; null for a number that only another program calls. */
  tool: MountedTool | null
}

/** Everything that stands for a tool here, whichever program calls it so. */
function sources(scene: Scene): Option[] {
  return Object.keys(scene.standing)
    .map(parseRegisterKey)
    .filter((register) => register.family === 'tool' && register.layer === 'geometry')
    .sort((a, b) => a.property.localeCompare(b.property) || Number(a.slot) - Number(b.slot))
    .map((register) => {
      const tool = sourceOf(registerKey(register), scene)!.tool
      return { value: registerKey(register), label: registerName(register), ...(tool ? { note: `T${tool.number}, ${tool.name}` } : {}) }
    })
}

function sourceOf(key: string | null, scene: Scene): Source | null {
  const standing = key ? scene.standing[key] : undefined
  if (!key || !standing) return null
  return { register: parseRegisterKey(key), standing, tool: scene.tools.find(({ assembly }) => assembly === standing.assembly) ?? null }
}

function targetOf({ register }: Source, number: number, scene: Scene): Target {
  const target = { ...register, slot: String(Math.round(number)) }
  return { register: target, tool: toolOfRegister(target, scene) }
}

const isSame = ({ standing }: Source, { tool }: Target): boolean => tool === null || tool.assembly === standing.assembly

function writeOf(from: Source, to: Target): Write {
  const { standing, register } = from
  return {
    register: to.register,
    value: standing.value,
    state: isSame(from, to) && standing.state === 'set' ? 'set' : 'estimated',
    uncertainty: null,
    assembly: to.tool?.assembly ?? standing.assembly,
    rests: [registerKey(register)],
  }
}

function remarksOf(from: Source, to: Target, scene: Scene): Remark[] {
  const name = registerName(from.register)
  const note = standingNote(registerKey(from.register), scene)
  const figures = [{ label: name, value: from.standing.value }]
  return [
    ...(!isSame(from, to)
      ? [
          {
            id: 'copied-from-other',
            name: 'of the same tool',
            verdict: 'query' as const,
            sentence: `${name} was found on ${from.tool?.name ?? 'another tool'}; under ${registerName(to.register)} it is only an estimate for ${to.tool!.name}. Say why it is near enough to begin with.`,
            figures,
          },
        ]
      : []),
    ...(isSuspect(note)
      ? [
          {
            id: 'copied-suspect',
            name: 'copied from a good value',
            verdict: 'stop' as const,
            sentence: `${name} is ${note.word}: ${note.because}. Measure it before it is copied.`,
            figures,
          },
        ]
      : []),
  ]
}
