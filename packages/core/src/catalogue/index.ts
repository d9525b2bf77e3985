export { routineById, ROUTINES, routinesFor, routinesForTool } from './routines.ts'
export { isPlannable, runChoices, runInputs } from './run-inputs.ts'
export type { RunChoice } from './run-inputs.ts'
