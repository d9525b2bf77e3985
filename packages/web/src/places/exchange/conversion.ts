import { layoutOf, nm, readLength, type Conversion, type Scene, type SettingTemplate } from '@rook/core'

/** What fixes lengths that a file counts another way than the machine, as it is chosen and typed. */
export interface ConversionForm {
  slot: string
  tool: string
  known: string
}

export const blankConversion = (scene: Scene): ConversionForm => ({
  slot: scene.plan?.slots[0] ?? scene.machine.slots[0]?.code ?? '',
  tool: scene.tools[0]?.number ?? '',
  known: '',
})

/** True when the template counts lengths another way than the machine does. */
export const countsOtherwise = (template: SettingTemplate | null | undefined, { machine }: Scene): boolean =>
  Boolean(template) && layoutOf(machine).countsLengths && template!.lengths !== machine.lengthConvention

/** The conversion that the form says, or the sentence that says what is missing. */
export function readConversion(
  { slot, tool, known }: ConversionForm,
  { lengths }: SettingTemplate,
  { machine, tools }: Scene,
): { conversion: Conversion } | { sentence: string } {
  const offset = tools.find(({ number }) => number === tool)?.offset ?? ''
  switch (lengths) {
    case 'touch-off':
      return { conversion: { slot, target: { convention: 'touch-off', shift: nm(0) } } }
    case 'reference-tool':
      return { conversion: { slot, target: { convention: 'reference-tool', reference: offset } } }
    case 'gauge-length': {
      const name = 'Its length from the gauge line'
      const reading = readLength(known, { name, unit: machine.unit, grid: machine.increment })
      if (reading.kind === 'length')
        return { conversion: { slot, target: { convention: 'gauge-length', tool: offset, gaugeLength: reading.value } } }
      return { sentence: reading.kind === 'empty' ? `${name}: nothing is given yet.` : reading.sentence }
    }
  }
}
