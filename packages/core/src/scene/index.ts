export { gaugeById, toolByNumber } from './scene.ts'
export type { MountedTool, Plan, Scene, Standing, StockBox } from './scene.ts'
