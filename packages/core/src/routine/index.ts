export type { AngleInput, ChoiceInput, InputSpec, LengthInput, NumberInput, Option, RawInputs, SeveralInput } from './input.ts'
export { takesGauge } from './input.ts'
export {
  besideFacts,
  displayRefusal,
  IN_SPINDLE,
  jogStepOf,
  NO_TOOL,
  OTHER_TOOL,
  spindleSays,
  stateInputs,
  warmthOf,
} from './reading-state.ts'
export type { Warmth } from './reading-state.ts'
export { readInputs } from './values.ts'
export type { Problem, Values } from './values.ts'
export type { FoundSize, Reading, Readout, ReadoutAbout, Refusal, Remark, Result, Sheet, Slip, TouchedFace, Write } from './sheet.ts'
export type { Routine } from './routine.ts'
export { valueOf } from './single-touch.ts'
export type { SingleTouch } from './single-touch.ts'
export { pickUpSheet, touchOffSheet } from './touch-sheet.ts'
export { zeroSheet } from './zero-sheet.ts'
export type { Seen, ZeroParts } from './zero-sheet.ts'
export { placeZero, slotOfZero, zeroInputs } from './zero.ts'
export type { FoundZero, PlacedZero, ZeroSlip } from './zero.ts'
export {
  angleInput,
  betweenInputs,
  betweenLines,
  betweenName,
  chosenBetween,
  chosenDirection,
  chosenTool,
  countOf,
  directionInput,
  gaugeInput,
  gaugesUsed,
  offered,
  placeInput,
  readingInput,
  listInput,
  rowInput,
  sizeInput,
  slotInput,
  toolInput,
  understated,
  wayName,
} from './ask.ts'
export type { Between } from './ask.ts'
export { readoutAbout } from './readout-about.ts'
export type { KeptReadout } from './readout-about.ts'
export { givenSize, measuredWith } from './measured-with.ts'
export { rotationInto, rotationWrite, standingRotation } from './rotation-write.ts'
export { resultCell } from './result-cell.ts'
export { wearCounted, wearCountedLines, wearInput, wearLeft, wearRemarks, wearWrites } from './wear-kept.ts'
export { faceDrawing } from './face-drawing.ts'
