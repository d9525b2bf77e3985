import { CONVENTION_WORDS } from '@rook/core'
import { optionsOf, type Option } from '../../ui/options.ts'

export const MACHINE_KINDS = optionsOf({ mill: 'mill or router', lathe: 'lathe' })
export const UNITS = optionsOf({ mm: 'millimetres', in: 'inches' })
export const CONVENTIONS = optionsOf(CONVENTION_WORDS)
/** What a D register holds, and what X reads on a lathe. */
export const ACROSS = optionsOf({ diameter: 'diameters', radius: 'radii' })

export const SPINDLES: Option<boolean>[] = [
  { value: false, label: 'main spindle' },
  { value: true, label: 'main and sub-spindle' },
]
export const ROTATES: Option<boolean>[] = [
  { value: false, label: 'shift only' },
  { value: true, label: 'shift and turn' },
]
export const DISPLAY_TURNS: Option<boolean>[] = [
  { value: true, label: 'turns with it' },
  { value: false, label: 'counts along the machine' },
]
export const WEAR_COUNTS = optionsOf({ added: 'added to the geometry', 'taken-off': 'taken off the geometry' })
/** How a control reads a program: what is not said is as usual for its kind. */
export const BARE = optionsOf({ usual: 'not said, so it is asked', units: 'whole units', increments: 'its least steps' })
export const TOOL_WORDS = optionsOf({ usual: 'as usual', 'T M6': 'T chooses, M6 changes', Tttoo: 'T has station and offset' })
export const SEMICOLONS: Option<'usual' | boolean>[] = [
  { value: 'usual', label: 'as usual' },
  { value: true, label: 'begins a comment' },
  { value: false, label: 'has no meaning' },
]
export const DISTANCES: Option<'usual' | boolean>[] = [
  { value: 'usual', label: 'as usual' },
  { value: true, label: 'G90 and G91' },
  { value: false, label: 'X and Z, U and W' },
]

export const SENSES: Option<1 | -1>[] = [
  { value: 1, label: 'lifts the plus side of a face' },
  { value: -1, label: 'lowers the plus side of a face' },
]
