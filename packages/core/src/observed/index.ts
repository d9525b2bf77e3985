export { asDisplayed, AT_REST, GAUGE_LASTS, OLDEST, takeRefusal, type LinkState, type Observed, type ObservedPosition } from './observed.ts'
