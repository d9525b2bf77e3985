export { assessEdits, isEdited, pasteInto, readEdits, sheetOf } from './edits.ts'
export type { Change, Edit, EditWorth } from './edit.ts'
export type { EditsAssessed, EditsFrom, EditsRead } from './edits.ts'
export { toolOfRegister } from './tool-of-register.ts'
