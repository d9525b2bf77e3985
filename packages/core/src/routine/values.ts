import { readLength, type Nm } from '../length/index.ts'
import type { Scene } from '../scene/index.ts'
import type { InputSpec, RawInputs } from './input.ts'

export interface Problem {
  input: string
  /** `ask`: it would be rounded, and the person has to agree; `refused`: it cannot be read. */
  kind: 'ask' | 'refused'
  sentence: string
  /** What it would be rounded to. */
  offered?: Nm
}

/** The inputs as read: what is there, what is missing, what cannot be read. */
export interface Values {
  length(id: string): Nm | null
  choice(id: string): string | null
  problems: Problem[]
  /** Ids of inputs still to be given, in order. */
  missing: string[]
}

/**
 * Reads what was typed against what the routine asks for. Text under ids that the routine does not ask
 * for is ignored: changing the method keeps the figures of the other one for when it is changed back.
 *
 * @param agreed ids of figures whose rounding the person has agreed to
 */
export function readInputs(
  specs: readonly InputSpec[],
  raw: RawInputs,
  scene: Pick<Scene, 'machine'>,
  agreed: readonly string[] = [],
): Values {
  const lengths = new Map<string, Nm>()
  const choices = new Map<string, string>()
  const problems: Problem[] = []
  const missing: string[] = []
  for (const spec of specs) {
    const text = raw[spec.id] ?? ''
    if (spec.kind === 'choice') {
      const option = spec.options.find(({ value }) => value === text)
      if (option) choices.set(spec.id, text)
      else if (text === '') missing.push(spec.id)
      else problems.push({ input: spec.id, kind: 'refused', sentence: notOffered(spec.label, text) })
      continue
    }
    const reading = readLength(text, { name: spec.label, unit: scene.machine.unit, grid: spec.grid })
    if (reading.kind === 'length') lengths.set(spec.id, reading.value)
    else if (reading.kind === 'empty') missing.push(spec.id)
    else if (reading.kind === 'refused') problems.push({ input: spec.id, kind: 'refused', sentence: reading.sentence })
    else if (agreed.includes(spec.id)) lengths.set(spec.id, reading.value)
    else problems.push({ input: spec.id, kind: 'ask', sentence: reading.sentence, offered: reading.value })
  }
  return {
    length: (id) => lengths.get(id) ?? null,
    choice: (id) => choices.get(id) ?? null,
    problems,
    missing,
  }
}

function notOffered(label: string, text: string): string {
  return `${label}: “${text}” is not one of the choices here; pick one from the list.`
}
