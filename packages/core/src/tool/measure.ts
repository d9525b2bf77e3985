import type { MachineKind } from '../machine/index.ts'
import type { Measure } from '../register/index.ts'
import type { RawInputs } from '../routine/index.ts'
import type { PlannedTool } from '../scene/index.ts'

export type { Measure }

type Preset = Record<string, string | undefined>

interface MeasureRow {
  /** Behind the tool's number: "T4, length". */
  words: string
  /** Behind the tool's number on a button. */
  mark: string
  /** The input of the run's step that says how it is measured. */
  method: string
  /** The routine, and what is put into it, by the method; the first where none is said. */
  ways: Readonly<Record<string, { label: string; routine: string; preset(step: RawInputs): Preset }>>
  /** Tools of the run that are measured in a way of their own: their numbers, with commas between, are kept under this word. */
  apart?: { id: string; label: string; routine: string }
  /** What an input of the routine is called in the run's step, where two measures would have the same word. */
  called: Readonly<Record<string, string>>
}

const shared = ({ slot, place, between }: RawInputs): Preset => ({ slot, place, between })

/**
 * How each thing is measured: the one place where a run of lengths and a run through a turret are told apart. Which of a tool's
 * properties it gives stands in the property's own row.
 */
export const MEASURES: Readonly<Record<Measure, MeasureRow>> = {
  length: {
    words: 'length',
    mark: '',
    method: 'method',
    called: {},
    ways: { '': { label: '', routine: 'tool-length', preset: ({ method }) => ({ method }) } },
  },
  diameter: {
    words: 'diameter',
    mark: '\u00d8',
    method: 'diameter-method',
    called: { method: 'diameter-method' },
    ways: {
      '': {
        label: '',
        routine: 'tool-diameter',
        preset: ({ 'diameter-method': method, axis, direction }) => ({ method, axis, direction }),
      },
    },
  },
  X: {
    words: 'X',
    mark: 'X',
    method: 'x-method',
    called: { place: 'x-place' },
    apart: { id: 'on-centre', label: 'X from the centre of their station', routine: 'on-centre' },
    ways: {
      skim: { label: 'skim and measure', routine: 'turned-diameter', preset: ({ slot }) => ({ slot }) },
      known: {
        label: 'on a known diameter',
        routine: 'known-diameter',
        preset: ({ slot, 'x-place': place, between }) => ({ slot, place, between }),
      },
      arm: { label: 'on the setter arm', routine: 'tool-on-arm', preset: ({ setter }) => ({ setter }) },
    },
  },
  Z: {
    words: 'Z',
    mark: 'Z',
    method: 'z-method',
    called: {},
    ways: {
      part: { label: 'on the face', routine: 'tool-length', preset: (step) => ({ method: 'part', ...shared(step) }) },
      arm: { label: 'on the setter arm', routine: 'tool-on-arm', preset: ({ setter }) => ({ setter, face: 'Z-' }) },
    },
  },
}

/** What is measured of each tool of a run, in its order. */
export const MEASURED: Readonly<Record<MachineKind, (tool: PlannedTool) => readonly Measure[]>> = {
  mill: ({ diameter }) => (diameter ? ['length', 'diameter'] : ['length']),
  lathe: () => ['X', 'Z'],
}

export const isMeasure = (text: string | undefined): text is Measure => text !== undefined && Object.hasOwn(MEASURES, text)
