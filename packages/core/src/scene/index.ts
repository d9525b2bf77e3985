export { gaugeById, toolByNumber } from './scene.ts'
export type { Feature, MountedTool, Plan, Rest, Scene, Standing, StockBox } from './scene.ts'
export { commonShift, slotOffset, workTotal } from './work-total.ts'
