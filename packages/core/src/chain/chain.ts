import { listed } from '../register/index.ts'
import { GO_STAGES, type GoFinding, type GoStage, type Mend } from '../program/index.ts'

/** Stages of a setup, from its beginning to its end. Each is worked out from what stands; none is ever kept. */
export const STAGES = ['begun', 'measured', 'seen', 'go', 'first-part', 'running', 'ended'] as const
export type Stage = (typeof STAGES)[number]

export const STAGE_WORDS: Readonly<Record<Stage, string>> = {
  begun: 'Begun',
  measured: 'Measured',
  seen: 'Seen',
  go: 'Go',
  'first-part': 'First part',
  running: 'Running',
  ended: 'Ended',
}

/** What is looked at in a cautious run, as long as a shop has not worded it itself. */
export const FIRST_RUN: readonly string[] = [
  'Paper, feelers, parallels and spanners out of the machine; nobody near what moves by itself',
  'Feed and rapid at their least, single block on, a hand on feed hold',
  'Distance to go looked at before each approach',
  'Overrides and door interlock back where they were',
]

/** Something that a stage still wants, with the place where a person does it. */
export interface Want {
  id: string
  sentence: string
  mend: Mend | 'go' | 'first-part'
  step?: string
}

/** A go that was given, and why it no longer holds; empty while it does. */
export interface GoGiven {
  at: string
  by: string
  changed: readonly string[]
}

/** A first part that was run, and why it no longer proves the setup; null while it does. */
export interface FirstPart {
  at: string
  by: string
  lapsed: string | null
}

/** All that a chain is worked out from. */
export interface ChainFacts {
  startedAt: string
  endedAt: string | null
  /** Ids of its steps in the order of work: what is wanted is told in that order. */
  order: readonly string[]
  /** What the go found at this moment; null while the text of the program is being read. */
  findings: readonly GoFinding[] | null
  given: GoGiven | null
  firstPart: FirstPart | null
  /** Counted in this setup. */
  made: number
  /** Of them, without a first part that proved the setup. */
  unproven: number
  /** Stages at which the shop asks instead of stopping. */
  asks: readonly GoStage[]
}

export interface StageState {
  stage: Stage
  /** `done` reached and holding; `here` what is to be done now; `ahead` not yet; `missed` left out of a setup that has ended. */
  state: 'done' | 'here' | 'ahead' | 'missed'
  /** When and by whom, where somebody put a name to it. */
  at: string | null
  by: string | null
  wants: readonly Want[]
}

/** The one thing to do next. */
export interface NextDo {
  does: 'step' | 'look' | 'go' | 'first-part' | 'count'
  /** For a step. */
  step: string | null
  words: string
}

export interface Chain {
  /** The stage that is to be reached now; `running` where all before it hold. */
  here: Stage
  stages: readonly StageState[]
  next: NextDo | null
  /** Parts that were counted while no first part proved the setup, as long as none does. */
  unproven: number
  made: number
}

/**
 * Where a setup stands, from what stands of it: the first stage that does not hold is the one to be reached now. What was reached once
 * falls back by itself when something that it rests on has changed, and says by what.
 */
export function chainOf(facts: ChainFacts): Chain {
  const wants = wantsOf(facts)
  const missing = STAGES.find((stage) => wants[stage].length > 0) ?? 'running'
  const here = facts.endedAt !== null ? 'ended' : missing
  const named = { begun: { at: facts.startedAt, by: null }, go: facts.given, 'first-part': facts.firstPart }
  const stages = STAGES.map((stage): StageState => {
    const name = (named as Partial<Record<Stage, { at: string; by: string | null } | null>>)[stage] ?? null
    const state = stateOf(stage, wants[stage].length === 0, here, facts)
    return { stage, state, at: name?.at ?? (stage === 'ended' ? facts.endedAt : null), by: name?.by ?? null, wants: wants[stage] }
  })
  const unproven = wants['first-part'].length > 0 || missing !== 'running' ? facts.unproven : 0
  return { here, stages, next: nextOf(here, wants), unproven, made: facts.made }
}

function stateOf(stage: Stage, holds: boolean, here: Stage, { endedAt, made }: ChainFacts): StageState['state'] {
  if (stage === 'ended') return endedAt === null ? 'ahead' : 'done'
  if (endedAt !== null) return holds && (stage !== 'running' || made > 0) ? 'done' : 'missed'
  if (stage === here) return 'here'
  const [own, now] = [STAGES.indexOf(stage), STAGES.indexOf(here)]
  return own < now ? 'done' : 'ahead'
}

type Wants = Record<Stage, Want[]>

function wantsOf({ findings, order, given, firstPart, asks }: ChainFacts): Wants {
  const stops = (findings ?? []).filter(({ verdict }) => verdict === 'stop')
  const of = (stage: GoStage) => stops.filter((one) => one.stage === stage).map(asWant)
  const questions = (findings ?? []).filter(({ verdict }) => verdict === 'query').length
  const holds = given !== null && given.changed.length === 0
  const proven = firstPart !== null && firstPart.lapsed === null
  // Where the shop only asks for a go, a first part that was run without it stands, with the reason in its entry.
  const needless = asks.includes('go') && proven
  return {
    begun: [],
    measured: inOrder(of('measured'), order),
    seen: of('seen'),
    go: holds || needless ? of('go') : [...of('go'), ...toGive(given, questions, findings === null)],
    'first-part': proven ? [] : [toRun(firstPart)],
    running: [],
    ended: [],
  }
}

/** In the order in which a person mends them: what is about the machine first, then step by step. */
const inOrder = (wants: Want[], order: readonly string[]): Want[] =>
  wants.toSorted((one, other) => order.indexOf(one.step ?? '') - order.indexOf(other.step ?? ''))

const asWant = ({ id, sentence, mend, step }: GoFinding): Want => ({ id, sentence, mend, ...(step === undefined ? {} : { step }) })

function toGive(given: GoGiven | null, questions: number, isBeingRead: boolean): Want[] {
  const want = (sentence: string): Want => ({ id: 'give-go', sentence, mend: 'go' })
  if (isBeingRead) return [want('The text of its program is being read.')]
  if (given !== null) return [want(`The go by ${given.by} no longer holds: ${given.changed.join(' ')}`)]
  return [
    want(
      questions === 0
        ? 'No go was given yet.'
        : `No go was given yet; ${questions === 1 ? '1 question' : `${questions} questions`} to be answered.`,
    ),
  ]
}

const toRun = (firstPart: FirstPart | null): Want => ({
  id: 'first-part',
  mend: 'first-part',
  sentence:
    firstPart === null
      ? 'No first part was run carefully yet.'
      : `No longer proven: ${firstPart.lapsed}. Run the first part carefully again.`,
})

function nextOf(here: Stage, wants: Wants): NextDo | null {
  const [want] = wants[here]
  if (here === 'measured' || here === 'seen') {
    if (want?.step !== undefined) return { does: 'step', step: want.step, words: want.sentence }
    return { does: 'look', step: null, words: want?.sentence ?? '' }
  }
  if (here === 'go') return { does: 'go', step: null, words: 'Look at the go' }
  if (here === 'first-part') return { does: 'first-part', step: null, words: 'Note the first part' }
  return here === 'running' ? { does: 'count', step: null, words: 'Count parts' } : null
}

/** Why parts that are counted now have no proof behind them; null where a first part proves the setup. */
export function unprovenBecause(firstPart: Pick<FirstPart, 'lapsed'> | null): string | null {
  if (firstPart === null) return 'No first part was run carefully in this setup yet.'
  return firstPart.lapsed === null ? null : `The first part no longer proves this setup: ${firstPart.lapsed}.`
}

/** "4 parts were counted without a proven first part."; empty where none was. */
export const unprovenWords = ({ unproven }: Pick<Chain, 'unproven'>): string =>
  unproven === 0 ? '' : `${unproven === 1 ? '1 part was' : `${unproven} parts were`} counted without a proven first part.`

/** Stages before the first part that do not hold, in words: why none is to be run yet. */
export function beforeFirstPart({ stages }: Chain): string[] {
  return stages
    .filter(({ stage }) => (GO_STAGES as readonly string[]).includes(stage))
    .flatMap(({ wants }) => wants.map(({ sentence }) => sentence))
}

/**
 * Where a setup stands, in one sentence: the same on the floor, in a handover and on paper.
 * @returns "To be measured: H5 length is unset, which is not zero. Measure it. And 2 more."
 */
export function chainWords(chain: Chain): string {
  const { here, stages, unproven, made } = chain
  const wants = stages.find(({ stage }) => stage === here)?.wants ?? []
  const [first, ...more] = wants
  const and = more.length === 0 ? '' : ` And ${more.length} more.`
  const missed = stages.filter(({ state }) => state === 'missed').map(({ stage }) => STAGE_WORDS[stage].toLowerCase())
  const parts = `${made === 1 ? '1 part' : `${made} parts`} counted`
  const without = unproven > 0 ? ` ${unprovenWords(chain)}` : ''
  const WORDS: Readonly<Record<Stage, string>> = {
    begun: 'Begun.',
    measured: `To be measured: ${first?.sentence}${and}`,
    seen: `To be seen: ${first?.sentence}${and}`,
    go: `Before the go: ${first?.sentence}${and}`,
    'first-part': `Before the run: ${first?.sentence}${and}`,
    running: `Running: ${parts}.`,
    ended: `Ended: ${parts}.${missed.length === 0 ? '' : ` Left out: ${listed(missed)}.`}`,
  }
  return WORDS[here] + without
}
