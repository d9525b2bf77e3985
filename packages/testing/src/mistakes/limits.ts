import type { MISTAKES } from './kinds.ts'

/** Why a kind of mistake cannot show at the first touch, and what would show it. */
export interface Limit {
  because: string
  /** The routines that have nothing to hold it against; all others are expected to catch it. */
  in: readonly string[]
}

const SIDES = ['edge', 'corner', 'turned-corner']
const LONE = [...SIDES, 'middle', 'bore-boss', 'capture', 'face', 'face-plane', 'known-features']
const CONSTANTS = ['setter-sides', 'setter-constant', 'station-centre', 'arm-constant']
const BY_TOUCH = ['tool-length', 'tool-diameter', 'known-diameter', 'turned-diameter', 'tool-on-arm', 'tool-y']

type Kind = keyof typeof MISTAKES
type Limits = Readonly<Partial<Record<Kind, Limit>>>

const lies = 'a lone reading lies anywhere in the travel; a second touch from the other side, or with another tool, would show it'
const looked = 'a lone angle lies anywhere; a second look, or a second face, would show it'
const READINGS: Limits = {
  'unit of a reading': { because: lies, in: [...LONE, ...CONSTANTS] },
  'digits of a reading swapped': { because: lies, in: [...LONE, ...CONSTANTS, ...BY_TOUCH] },
  'point of a reading': { because: lies, in: [...LONE, ...CONSTANTS, 'tool-y'] },
  'sign of a reading': { because: 'Y of a turning tool lies on either side of the axis; a second journal would show it', in: ['tool-y'] },
  'sign of an angle': { because: looked, in: ['rotary-zero', 'nose-and-tip'] },
  'point of an angle': { because: looked, in: ['rotary-zero'] },
  'digits of an angle swapped': { because: looked, in: ['rotary-zero'] },
  'chip under the tip': {
    because: 'what is on record is wider than a chip is thick; a second touch would show it',
    in: [...LONE, ...CONSTANTS, ...BY_TOUCH],
  },
  'radius taken off twice': { because: 'both figures are readings of one touch; the opposite side would show it', in: ['edge'] },
}

const unplanned = 'nothing says where the feature lies; the step of an operation would'
const lone = 'a lone touch fits every finder, side and shim; the opposite side would show it'

/** Outside a setup nothing is planned; in a step of one only what is read at the machine is new. */
export const LIMITS: Readonly<Record<'first time' | 'first time, in a step', Limits>> = {
  'first time, in a step': READINGS,
  'first time': {
    ...READINGS,
    'finder on record another': { because: lone, in: SIDES },
    'direction the other way': { because: lone, in: [...SIDES, 'tool-y'] },
    'shim on record another': { because: lone, in: ['edge', 'face', 'face-plane', 'tool-length', 'known-diameter', 'tool-y'] },
    'shim forgotten': { because: lone, in: ['edge', 'face', 'face-plane', 'tool-length', 'known-diameter'] },
    'shim that was not there': { because: lone, in: [...SIDES, 'face'] },
    'slot another': {
      because: 'nothing says which slot is meant; the plan would',
      in: [...LONE, 'by-height', 'from-stock', 'moved-zero', 'rotary-zero'],
    },
    'axis another': { because: 'nothing says which axis is meant; the plan would', in: ['edge', 'middle', 'moved-zero', 'setter-sides'] },
    'sign of a place': { because: unplanned, in: LONE },
    'unit of a place': { because: unplanned, in: [...LONE, 'tool-length'] },
    'half for whole': { because: unplanned, in: [...LONE, 'tool-length'] },
    'middle of the stock for its side': { because: unplanned, in: ['edge'] },
    'other end of the stock': { because: unplanned, in: ['edge'] },
    'tool another': {
      because: 'two tools without figures are alike; what is on the tool\u2019s own label, or the machine\u2019s word, would show it',
      in: [...BY_TOUCH, 'nose-and-tip'],
    },
    'tip direction another': {
      because: 'which way a tip points is seen at the turret; the step of an operation would say it',
      in: ['nose-and-tip'],
    },
    'inside for outside': { because: 'a diameter alone does not say which side of it was turned', in: ['known-diameter'] },
    'face another': { because: 'the faces of an arm lie as far apart as a tip is wide', in: ['arm-constant'] },
  },
}

/** True where the record bears a kind of mistake in a way of playing a routine; what was witnessed bears all that the witness shows. */
export function isBorne(key: string, history: keyof typeof LIMITS): boolean {
  const [kind, play] = key.split(' / ') as [Kind, string]
  return !LIMITS[history][kind]?.in.includes(play.split(':')[0]!)
}
