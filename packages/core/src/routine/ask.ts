import { formatExact, nm, ZERO, type Nm } from '../length/index.ts'
import { isOffered, type Gauge, type GaugeFamily } from '../gauge/index.ts'
import type { Axis, MachineRecord } from '../machine/index.ts'
import { gaugeById, toolByNumber, type MountedTool, type Scene } from '../scene/index.ts'
import type { Contributor } from '../uncertainty/index.ts'
import type { WorkingLine } from '../working/index.ts'
import type { ChoiceInput, LengthInput, Option } from './input.ts'
import type { Values } from './values.ts'

/** Sizes and places are kept to the nanometre: a 3/8 block is not rounded to a control's step. */
const FINEST = nm(1)
const NOTHING = 'none'
const TYPED = 'typed'

/** Which slot is written. The operation's own slots come first, so the first on the list is the likely one. */
export function slotInput(scene: Scene, label = 'Slot'): ChoiceInput {
  const planned = scene.plan?.slots ?? []
  const rank = (code: string) => (planned.includes(code) ? planned.indexOf(code) : planned.length)
  return {
    kind: 'choice',
    id: 'slot',
    label,
    shown: 'list',
    options: [...scene.machine.slots]
      .sort((a, b) => rank(a.code) - rank(b.code))
      .map(({ code, name }) => ({ value: code, label: code, ...(name ? { note: name } : {}) })),
  }
}

/** Which way the axis moved when it touched: `+` or `-`. */
export function directionInput(axis: Axis, hint: Record<'+' | '-', string>): ChoiceInput {
  return {
    kind: 'choice',
    id: 'direction',
    label: 'Moving',
    shown: 'row',
    options: [
      { value: '+', label: `${axis}+`, note: hint['+'] },
      { value: '-', label: `${axis}\u2212`, note: hint['-'] },
    ],
  }
}

/** The machine coordinate at the touch, on the control's own step. */
export function readingInput(axis: Axis, machine: MachineRecord, label = `Machine ${axis} at the touch`): LengthInput {
  return {
    kind: 'length',
    id: 'reading',
    label,
    role: 'reading',
    grid: machine.increment,
    hint: 'from the machine display, not the part display',
  }
}

/** Where the touched surface stands in the part, from the drawing. */
export function placeInput(label: string): LengthInput {
  return { kind: 'length', id: 'place', label, role: 'place', grid: FINEST }
}

/** One of the shop's gauges, by family. */
export function gaugeInput(id: string, label: string, scene: Scene, families: readonly GaugeFamily[]): ChoiceInput {
  return {
    kind: 'choice',
    id,
    label,
    shown: 'list',
    options: offered(scene, families).map((gauge) => gaugeOption(gauge, scene)),
  }
}

function gaugeOption(gauge: Gauge, scene: Scene): Option {
  const round = gauge.family === 'edge-finder' || gauge.family === 'touch-probe' || gauge.family === 'gauge-pin'
  const size = formatExact(gauge.size, scene.machine.unit)
  // A name that ends in the size says it already.
  const said = !round && Number(/[\d.]+$/.exec(gauge.name)?.[0]) === Number(size)
  const notes = [said ? '' : `${round ? '\u00d8' : ''}${size}`, gauge.state === 'disturbed' ? 'disturbed' : ''].filter(Boolean)
  return { value: gauge.id, label: gauge.name, ...(notes.length > 0 ? { note: notes.join(', ') } : {}) }
}

export function offered(scene: Scene, families: readonly GaugeFamily[]): Gauge[] {
  return scene.gauges.filter((gauge) => isOffered(gauge, families))
}

/** A tool that sits in the machine. */
export function toolInput(scene: Scene, label = 'Tool'): ChoiceInput {
  return {
    kind: 'choice',
    id: 'tool',
    label,
    shown: 'list',
    options: scene.tools.map(({ number, name }) => ({ value: number, label: `T${number}`, note: name })),
  }
}

export function chosenTool(values: Values, scene: Scene): MountedTool | null {
  return toolByNumber(scene, values.choice('tool'))
}

/**
 * What lies between the surface and what touches it: nothing, a shim or block of the shop, or a thickness
 * that is typed. It has to be said each time: a shim nobody was asked about is a shim forgotten.
 */
export function betweenInputs(scene: Scene, raw: string | undefined, families: readonly GaugeFamily[] = ['shim']) {
  const choice: ChoiceInput = {
    kind: 'choice',
    id: 'between',
    label: 'Between',
    shown: 'list',
    options: [
      { value: NOTHING, label: 'Nothing', note: 'bare contact' },
      ...offered(scene, families).map((gauge) => gaugeOption(gauge, scene)),
      { value: TYPED, label: 'Another thickness', note: 'typed' },
    ],
  }
  const thickness: LengthInput = {
    kind: 'length',
    id: 'thickness',
    label: 'Thickness between',
    role: 'size',
    grid: FINEST,
  }
  return raw === TYPED ? [choice, thickness] : [choice]
}

export interface Between {
  thickness: Nm
  /** The gauge's id; null for nothing, or a thickness that was typed. */
  gauge: string | null
  /** "less" the name on the line. */
  label: string
  contributor: Contributor
}

/** Standard uncertainty of a thickness that somebody typed: nothing on record says better. */
const TYPED_THICKNESS = 5_000

/** What lies between, as chosen; null while it has not been said. */
export function chosenBetween(values: Values, scene: Scene): Between | null {
  const choice = values.choice('between')
  if (choice === null) return null
  if (choice === NOTHING) return { thickness: ZERO, gauge: null, label: 'nothing between', contributor: { label: 'contact', standard: 0 } }
  if (choice === TYPED) {
    const thickness = values.length('thickness')
    if (thickness === null) return null
    return { thickness, gauge: null, label: 'thickness between', contributor: { label: 'typed thickness', standard: TYPED_THICKNESS } }
  }
  const gauge = gaugeById(scene, choice)
  return (
    gauge && {
      thickness: gauge.size,
      gauge: gauge.id,
      label: gauge.name,
      contributor: { label: gauge.name, standard: gauge.uncertainty },
    }
  )
}

/** Ids of the gauges among these, for the record. */
export function gaugesUsed(...ids: (string | null | undefined)[]): string[] {
  return ids.filter((id): id is string => typeof id === 'string')
}

/** Standard uncertainty of feeling a tip onto a face, a shim or a setter by hand: 2 µm. */
export const FELT_CONTACT: Contributor = { label: 'felt contact', standard: 2_000 }

/** The line for what lies under a tool's tip, taken off the reading; none for bare contact. */
export function betweenLines(values: Values, between: Between | null): WorkingLine[] {
  if (values.choice('between') === TYPED)
    return [{ operation: 'less', label: 'thickness between', figure: between?.thickness ?? null, input: 'thickness' }]
  if (!between) return [{ operation: 'less', label: 'what lies between', figure: null }]
  return between.thickness === 0 ? [] : [{ operation: 'less', label: `${between.label} between`, figure: between.thickness }]
}
