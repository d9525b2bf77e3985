import type { State } from '../state.ts'
import { rows, type Code, type Does } from './code.ts'

const plane =
  (plane: State['plane']): Does =>
  ({ state }) => {
    state.plane = plane
  }

const unit =
  (unit: State['unit']): Does =>
  ({ state, listing }, { block }) => {
    state.unit = unit
    listing.unit(block.line, unit)
  }

/** Modes that stay in force, and what changes nothing of what is told here. */
export const MODES: readonly Code[] = rows(
  [40, 'dwell', 'motion', 'own', null],
  [50, 'path control', 'distance', 'move', null],
  [51, 'path control', 'distance', 'move', null],
  [80, 'look ahead off', 'distance', 'move', null],
  [90, 'exact stop', 'distance', 'move', null],
  [110, 'values into the control off', 'distance', 'own', null],
  [170, 'plane XY', 'plane', 'move', plane('XY')],
  [180, 'plane ZX', 'plane', 'move', plane('ZX')],
  [190, 'plane YZ', 'plane', 'move', plane('YZ')],
  [200, 'inches', 'unit', 'move', unit('in')],
  [210, 'millimetres', 'unit', 'move', unit('mm')],
  [220, 'stroke limits on', 'distance', 'own', null],
  [230, 'stroke limits off', 'distance', 'move', null],
  [270, 'return looked at', 'place', 'own', null],
  [600, 'from one side', 'motion', 'move', null],
  [610, 'exact stop', 'distance', 'move', null],
  [611, 'exact stop', 'distance', 'move', null],
  [620, 'corners by feed', 'distance', 'move', null],
  [630, 'tapping mode', 'distance', 'move', null],
  [640, 'cutting mode', 'distance', 'move', null],
  [900, 'absolute', 'distance', 'move', ({ state }) => void (state.incremental = false), 'distance codes'],
  [910, 'incremental', 'distance', 'move', ({ state }) => void (state.incremental = true), 'distance codes'],
  [901, 'centres as places', 'distance', 'move', ({ state }) => void (state.centresAbsolute = true)],
  [911, 'centres from the start', 'distance', 'move', ({ state }) => void (state.centresAbsolute = false)],
  [930, 'feed by time', 'distance', 'move', null],
  [940, 'feed a minute', 'distance', 'move', null, 'distance codes'],
  [950, 'feed a turn', 'distance', 'move', null],
  [960, 'surface speed', 'distance', 'move', null],
  [970, 'spindle speed', 'distance', 'move', null],
  [980, 'back to where a cycle began', 'return', 'move', ({ state }) => void (state.returns = 'initial'), 'distance codes'],
  [990, 'back to R', 'return', 'move', ({ state }) => void (state.returns = 'retract'), 'distance codes'],
  [980, 'feed a minute', 'distance', 'move', null, 'distance letters'],
  [990, 'feed a turn', 'distance', 'move', null, 'distance letters'],
)
