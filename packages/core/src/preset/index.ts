export { assessPresets, presetDifferences, presetWrites } from './differences.ts'
export type { Difference } from './differences.ts'
export { FIELD_WORDS, guessMapping, mappingAgain, MOST_TOOLS, PRESET_FIELDS, readPresets, unitOfHeading } from './table.ts'
export type { FileProblem, FileTable, Mapping, PresetField, PresetsRead, PresetTool } from './table.ts'
