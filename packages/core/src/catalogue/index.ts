export { routineById, ROUTINES, routinesFor, routinesForTool } from './routines.ts'
export { runChoices, runInputs } from './run-inputs.ts'
export type { RunChoice } from './run-inputs.ts'
