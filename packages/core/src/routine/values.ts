import { readAngle, type Microdegrees } from '../angle/index.ts'
import { readLength, type Nm } from '../length/index.ts'
import type { Scene } from '../scene/index.ts'
import type { AngleInput, ChoiceInput, InputSpec, LengthInput, NumberInput, RawInputs, SeveralInput } from './input.ts'

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
  angle(id: string): Microdegrees | null
  number(id: string): number | null
  choice(id: string): string | null
  several(id: string): string[]
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
  const read = new Reading(scene, agreed)
  for (const spec of specs) {
    const text = raw[spec.id] ?? ''
    if (text.trim() === '') {
      if (!spec.optional && spec.kind !== 'several') read.missing.push(spec.id)
      continue
    }
    switch (spec.kind) {
      case 'choice':
        read.choice(spec, text)
        break
      case 'several':
        read.several(spec, text)
        break
      case 'angle':
        read.angle(spec, text)
        break
      case 'number':
        read.number(spec, text)
        break
      case 'length':
        read.length(spec, text)
    }
  }
  return {
    length: (id) => read.lengths.get(id) ?? null,
    angle: (id) => read.angles.get(id) ?? null,
    number: (id) => read.numbers.get(id) ?? null,
    choice: (id) => read.choices.get(id) ?? null,
    several: (id) => read.severals.get(id) ?? [],
    problems: read.problems,
    missing: read.missing,
  }
}

class Reading {
  readonly lengths = new Map<string, Nm>()
  readonly angles = new Map<string, Microdegrees>()
  readonly numbers = new Map<string, number>()
  readonly choices = new Map<string, string>()
  readonly severals = new Map<string, string[]>()
  readonly problems: Problem[] = []
  readonly missing: string[] = []

  constructor(
    private readonly scene: Pick<Scene, 'machine'>,
    private readonly agreed: readonly string[],
  ) {}

  choice({ id, label, options }: ChoiceInput, text: string): void {
    if (options.some(({ value }) => value === text)) this.choices.set(id, text)
    else this.refuse(id, notOffered(label, text))
  }

  several({ id, label, options }: SeveralInput, text: string): void {
    const chosen = text.split(',').filter(Boolean)
    const strange = chosen.find((one) => !options.some(({ value }) => value === one))
    if (strange !== undefined) this.refuse(id, notOffered(label, strange))
    else this.severals.set(id, [...new Set(chosen)])
  }

  angle({ id, label }: AngleInput, text: string): void {
    const reading = readAngle(text, label)
    if (reading.kind === 'angle') this.angles.set(id, reading.value)
    else if (reading.kind === 'refused') this.refuse(id, reading.sentence)
  }

  number({ id, label, unit, min, max }: NumberInput, text: string): void {
    const typed = text.trim().replace(',', '.')
    const value = /^\d{1,9}(\.\d{1,4})?$/.test(typed) ? Number(typed) : NaN
    if (value >= min && value <= max) this.numbers.set(id, value)
    else this.refuse(id, `${label}: write a number from ${min} to ${max} ${unit}.`)
  }

  length({ id, label, grid, aboveZero }: LengthInput, text: string): void {
    const reading = readLength(text, { name: label, unit: this.scene.machine.unit, grid })
    if (aboveZero !== undefined && 'value' in reading && reading.value <= 0) this.refuse(id, aboveZero)
    else if (reading.kind === 'length') this.lengths.set(id, reading.value)
    else if (reading.kind === 'refused') this.refuse(id, reading.sentence)
    else if (reading.kind === 'finer') {
      if (this.agreed.includes(id)) this.lengths.set(id, reading.value)
      else this.problems.push({ input: id, kind: 'ask', sentence: reading.sentence, offered: reading.value })
    }
  }

  private refuse(input: string, sentence: string): void {
    this.problems.push({ input, kind: 'refused', sentence })
  }
}

function notOffered(label: string, text: string): string {
  return `${label}: \u201c${text}\u201d is not one of the choices here; pick one from the list.`
}
