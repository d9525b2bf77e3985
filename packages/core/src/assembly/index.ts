export {
  answersToWear,
  assemblyProblems,
  goesInto,
  KIND_WORDS,
  PLAIN_ASSEMBLY,
  PROPERTY_WORDS,
  standsAlong,
  TOOL_PROPERTIES,
  TURNS,
} from './assembly.ts'
export type { Assembly, EdgeRule, ToolKind, ToolProperty } from './assembly.ts'
export { fitsNeed, needWords } from './need.ts'
export type { ToolNeed } from './need.ts'
export { insertWords, readInsert } from './insert.ts'
export type { Insert } from './insert.ts'
