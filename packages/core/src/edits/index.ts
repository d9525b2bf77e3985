export { assessEdits, pasteInto, readEdits, sheetOf } from './edits.ts'
export type { Change, Edit, EditsAssessed, EditsRead, EditWorth } from './edits.ts'
export { toolOfRegister } from './tool-of-register.ts'
