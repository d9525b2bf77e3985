export { TIP_PLACES, tipReaches, tipRefusal, tipWords } from './tip.ts'
export { standsOut, STATION_AXES } from './station-reach.ts'
export type { StationAxis } from './station-reach.ts'
