export { gaugeById, toolByNumber } from './scene.ts'
export type { Feature, MountedTool, Plan, PlannedTool, Rest, Scene, SizeTaken, Standing, StockBox } from './scene.ts'
export { commonShift, slotOffset, workTotal } from './work-total.ts'
