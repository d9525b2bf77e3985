import { CONVENTION_WORDS } from '@rook/core'
import { ACROSS, DISPLAY_TURNS, ROTATES, WEAR_COUNTS } from './record-words.ts'

/** Conventions of a control that a person can find out by looking and touching. */
export type Convention =
  'increment' | 'travels' | 'lengthConvention' | 'diameterRegister' | 'xReads' | 'wear' | 'master' | 'rotates' | 'displayTurns'

interface Guide {
  question: string
  means: string
  steps: readonly string[]
  /** What one sees, and what that says, in the words of the field. */
  answers: readonly { sees: string; then: string }[]
}

const word = <Value>(options: readonly { value: Value; label: string }[], value: Value) => options.find((one) => one.value === value)!.label

export const GUIDE: Readonly<Record<Convention, Guide>> = {
  increment: {
    question: 'Least increment: how fine does the control count?',
    means: 'The smallest step that a figure in its tables can differ by. What is finer is asked about before it is rounded.',
    steps: ['Open the table of work offsets.', 'Count the digits after the point in one of its figures.'],
    answers: [
      { sees: 'three digits, in millimetres', then: '0.001' },
      { sees: 'four digits, in millimetres or in inches', then: '0.0001' },
    ],
  },
  travels: {
    question: 'Travel: how far does each axis go?',
    means: 'Where an axis can stand, in machine coordinates. A reading outside it is a slip and is stopped.',
    steps: [
      'Home the machine and read the machine position: it is one end of each axis, mostly zero.',
      'Jog each axis slowly to its other end, with nothing in the way, and read again.',
    ],
    answers: [{ sees: 'X reads −660 at its other end', then: 'X from −660 to 0' }],
  },
  lengthConvention: {
    question: 'Length in Z: what does the tool table count from?',
    means: 'The same tool has another figure on each kind of control. Read the wrong way, the tool goes to the wrong height.',
    steps: [
      'Take a tool that sticks out about 100 mm (4 in) and that has cut well on this machine.',
      'Read its length figure in the tool table.',
      'Read the figure of a tool that is clearly longer.',
    ],
    answers: [
      { sees: 'about 100, and more for the longer one', then: CONVENTION_WORDS['gauge-length'] },
      { sees: 'a large negative figure, about how far Z goes down to the part', then: CONVENTION_WORDS['touch-off'] },
      { sees: 'small, and exactly zero for one tool', then: CONVENTION_WORDS['reference-tool'] },
    ],
  },
  diameterRegister: {
    question: 'D registers: diameters or radii?',
    means: 'With cutter compensation the path moves by the radius. A control reads it off D as it is, or takes half.',
    steps: ['Look up D of a 10 mm cutter that has made good parts here.'],
    answers: [
      { sees: 'about 10', then: word(ACROSS, 'diameter') },
      { sees: 'about 5', then: word(ACROSS, 'radius') },
    ],
  },
  xReads: {
    question: 'X: diameters or radii?',
    means: 'A lathe shows X as the diameter that is turned, or as the distance from the axis.',
    steps: ['Note X, and turn the handwheel by exactly 1 mm of slide movement.', 'Read how much X has changed.'],
    answers: [
      { sees: 'by 2', then: word(ACROSS, 'diameter') },
      { sees: 'by 1', then: word(ACROSS, 'radius') },
    ],
  },
  wear: {
    question: 'Wear: is it added to the geometry, or taken off?',
    means: 'A correction goes into a wear register. With the wrong sign it makes the error twice as large.',
    steps: [
      'Choose a tool that cuts nothing today, call it with its offset, and leave the machine where it stands.',
      'Note the part position X, put 1.000 into its X wear, and call the offset again.',
      'Read X once more, and put the wear back to what it was.',
    ],
    answers: [
      { sees: 'the part position has fallen by 1.000', then: word(WEAR_COUNTS, 'added') },
      { sees: 'it has risen by 1.000', then: word(WEAR_COUNTS, 'taken-off') },
    ],
  },
  master: {
    question: 'Master: which tool are the others counted from?',
    means: 'Z zero is found with the master. Once it is changed or moved, every Z that rests on it has to be found again.',
    steps: ['Open the table of geometry offsets and look down the Z column.'],
    answers: [
      { sees: 'one tool has exactly zero, the others a few centimetres', then: 'that tool is the master' },
      { sees: 'every tool has a figure of some hundred millimetres', then: 'there is none: leave it empty' },
    ],
  },
  rotates: {
    question: 'Its zeros: can they turn as well?',
    means: 'Some controls keep an angle with a work offset, so that a part that lies turned is cut as if it lay square.',
    steps: ['Open the table of work offsets and look for a column for a rotation.'],
    answers: [
      { sees: 'there is none', then: word(ROTATES, false) },
      { sees: 'there is one, often called R', then: word(ROTATES, true) },
    ],
  },
  displayTurns: {
    question: 'A turned zero: does the position display turn with it?',
    means: 'With an angle in the offset, the part position counts along the part or still along the machine.',
    steps: [
      'Put an angle of 10 degrees into an unused offset and call it.',
      'Jog X alone by 100 and read the part position.',
      'Take the angle out again.',
    ],
    answers: [
      { sees: 'X and Y have both changed', then: word(DISPLAY_TURNS, true) },
      { sees: 'X alone has changed, by 100', then: word(DISPLAY_TURNS, false) },
    ],
  },
}
