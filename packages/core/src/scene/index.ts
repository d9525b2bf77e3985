export { reservedFor, reservedWords } from './reserved.ts'
export { furtherPairsProblem, withFurtherPairs } from './further-pairs.ts'
export type { FurtherPair } from './further-pairs.ts'
export { gaugeById, toolByNumber } from './scene.ts'
export type { Found } from './provenance.ts'
export { bareProvenance, foundIn, foundOf, provenanceOf, marksOf, PLAIN_MARKS } from './provenance.ts'
export type { Provenance, Marks, Rest } from './provenance.ts'
export type {
  Feature,
  MountedTool,
  Plan,
  PlannedTool,
  Repeats,
  Reserved,
  Scene,
  SizeTaken,
  Standing,
  StockBox,
  ToolFamily,
} from './scene.ts'
export { SIZE_KINDS } from './planned-size.ts'
export type { PlannedSize, SizeKind } from './planned-size.ts'
export { STOCK_SIDES } from './holding.ts'
export type { Holding, StockSide } from './holding.ts'
export { partFrame, turnDoubt, turned } from './part-frame.ts'
export type { PartFrame, Plane } from './part-frame.ts'
export { commonShift, slotOffset, workTotal } from './work-total.ts'
