export type { ChoiceInput, InputSpec, LengthInput, Option, RawInputs } from './input.ts'
export { readInputs } from './values.ts'
export type { Problem, Values } from './values.ts'
export type { Readout, Refusal, Result, Sheet, Slip, Write } from './sheet.ts'
export type { Routine } from './routine.ts'
export { settle, valueOf } from './single-touch.ts'
export { touchSheet } from './touch-sheet.ts'
export type { TouchParts } from './touch-sheet.ts'
export type { SingleTouch } from './single-touch.ts'
export {
  betweenInputs,
  betweenLines,
  chosenBetween,
  chosenTool,
  directionInput,
  FELT_CONTACT,
  gaugeInput,
  gaugesUsed,
  offered,
  placeInput,
  readingInput,
  slotInput,
  toolInput,
} from './ask.ts'
export type { Between } from './ask.ts'
export { faceDrawing } from './face-drawing.ts'
