import { gravestFirst } from '../../check/index.ts'
import { parseRegisterKey, type RegisterKey } from '../../register/index.ts'
import { asTold } from './as-told.ts'
import { callsOf } from './calls.ts'
import { cutter } from './cutter.ts'
import { inTheWay } from './in-the-way.ts'
import { fineEnough } from './fine-enough.ts'
import type { Against, Found, GoCheck, GoFinding, GoFacts, ProgramCheck } from './finding.ts'
import { ready } from './ready.ts'
import { registersRun } from './runs-by.ts'
import { slots } from './slots.ts'
import { slotsApart } from './slots-apart.ts'
import { standsBesides } from './stands-besides.ts'
import { stock } from './stock.ts'
import { text } from './text.ts'
import { tools } from './tools.ts'
import { turned } from './turned.ts'
import { travel } from './travel.ts'
import { waysOfCounting } from './ways-of-counting.ts'
import { written } from './written.ts'

/** What the record says of a setup, whatever its program is. A new one is a file and a line here. */
const OF_RECORD: readonly GoCheck[] = [ready, cutter, standsBesides, fineEnough, waysOfCounting, slotsApart]

/** Slots and tools that are called, by the program's text or by the plan. */
const OF_CALLS: readonly GoCheck[] = [slots, tools]

/** What only the text of a program can say. */
const OF_PROGRAM: readonly ProgramCheck[] = [turned, travel, stock, inTheWay, written, text]

/** Without the text of a program nobody has looked at what it calls. */
const NO_TEXT: Found = {
  id: 'no-text',
  verdict: 'query',
  line: null,
  register: null,
  mend: 'program',
  sentence:
    'No text of the program is kept: what it calls, and where it moves, was not looked at. Keep its file, or say how it was looked at.',
}

function everything(held: GoFacts): Found[] {
  const { read } = held
  const against: Against = { ...held, calls: read ?? callsOf(held.scene) }
  return [
    ...[...OF_RECORD, ...OF_CALLS].flatMap((check) => check(against)),
    ...(read ? OF_PROGRAM.flatMap((check) => check({ ...against, read })) : [NO_TEXT]),
  ]
}

/**
 * What a program and the record of its setup say of each other: stops first, then queries, then what is clear. Where no text of the
 * program is kept, what the plan says that it calls is held against the record, and the missing text is asked about.
 */
export const goFindings = (held: GoFacts): GoFinding[] => asTold(everything(held), held.soFar).sort(gravestFirst)

/**
 * Every register that the parts will come out by: what the program was found to call, whether the plan lists it or not. Wear is left
 * out: a correction inside its limits is normal production.
 */
export const goRegisters = (held: GoFacts): RegisterKey[] =>
  [
    ...new Set([
      ...registersRun({ ...held, calls: held.read ?? callsOf(held.scene) }),
      ...everything(held).flatMap(({ register }) => register ?? []),
    ]),
  ].filter((key) => parseRegisterKey(key).layer !== 'wear')

export { GO_STAGES } from './finding.ts'
export type { GoFinding, GoFacts, Mend, SoFar, GoStage, StepSoFar } from './finding.ts'
