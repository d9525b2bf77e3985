export { assessEdits, pasteInto, readEdits, sheetOf, toolOfRegister } from './edits.ts'
export type { Change, Edit, EditsAssessed, EditsRead, EditWorth } from './edits.ts'
