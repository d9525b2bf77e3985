export { asDisplayed, AT_REST, OLDEST, takeRefusal, type LinkState, type Observed, type ObservedPosition } from './observed.ts'
