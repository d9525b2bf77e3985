export { assessEdits, pasteInto, readEdits, sheetOf } from './edits.ts'
export type { Change, Edit, EditWorth } from './edit.ts'
export type { EditsAssessed, EditsRead } from './edits.ts'
export { toolOfRegister } from './tool-of-register.ts'
