import { GO_STAGES, STAGES, type Chain, type GoFinding, type ProgramRead } from '@rook/core'
import { z } from 'zod'
import { coreShape } from '../entries/entry.ts'
import { instant } from '../base/lengths.ts'
import { reason } from '../base/reason.ts'

/** An issue of an operation's program. */
export const programIssue = z
  .object({
    id: z.uuid(),
    operation: z.string(),
    issue: z.int(),
    name: z.string(),
    /** SHA-256 of the text as it came. */
    hash: z.string(),
    bytes: z.int(),
    lines: z.int(),
    note: z.string().nullable(),
    at: instant,
    by: z.string(),
    /** Setups that were proven with it: when and by whom the last was. */
    proven: z.object({ at: instant, setup: z.string() }).nullable(),
  })
  .meta({ id: 'ProgramIssue' })
export type ProgramIssue = z.infer<typeof programIssue>

export const addProgramBody = z
  .object({
    id: z.uuid(),
    name: z.string().trim().min(1, { error: 'File: it has no name.' }).max(120),
    /** The file's bytes, pressed with gzip, as base64. */
    gzip: z.base64().max(16_000_000),
    note: z.string().trim().max(300).nullable(),
    /** The issue that the screen shows as the newest; null where it shows none. */
    basis: z.uuid().nullable(),
  })
  .meta({ id: 'AddProgram' })
export type AddProgramBody = z.infer<typeof addProgramBody>

export const programLines = z
  .object({ issue: programIssue, from: z.int(), lines: z.array(z.string()) })
  .meta({ id: 'ProgramLines', description: 'A stretch of a program, from a line on.' })
export type ProgramLines = z.infer<typeof programLines>

/** Lines that one issue has and the other has not, in the order of the text. */
export const programDifference = z
  .object({
    before: programIssue,
    after: programIssue,
    parts: z.array(
      z.object({
        kind: z.enum(['same', 'gone', 'new']),
        /** First line of it in the issue that has it. */
        line: z.int(),
        /** How many lines; of those that are the same only so many are counted. */
        count: z.int(),
        lines: z.array(z.string()),
      }),
    ),
    /** True where the two differ in more lines than are listed. */
    cut: z.boolean(),
  })
  .meta({ id: 'ProgramDifference' })
export type ProgramDifference = z.infer<typeof programDifference>

const goFinding: z.ZodType<GoFinding> = z
  .object({
    id: z.string(),
    verdict: z.enum(['clear', 'query', 'stop']),
    sentence: z.string(),
    line: z.int().nullable(),
    register: z.string().nullable(),
    mend: z.enum(['program', 'zero', 'tool', 'mount', 'plan', 'machine', 'control', 'setup', 'look']),
    step: z.string().optional(),
    stage: z.enum(GO_STAGES),
  })
  .meta({ id: 'GoFinding' })

const programRead = coreShape<ProgramRead>()

/** Whether a setup may be run with its operation's program, and everything that was found. */
export const goPage = z
  .object({
    /** The newest issue; null while the operation has none. */
    issue: programIssue.nullable(),
    /** The issue that the operation was last proven with. */
    proven: programIssue.nullable(),
    read: programRead.nullable(),
    findings: z.array(goFinding),
    /** The go that was given last; `changed` says why it no longer holds, in sentences. */
    given: z.object({ entry: z.uuid(), at: instant, by: z.string(), issue: z.uuid().nullable(), changed: z.array(z.string()) }).nullable(),
  })
  .meta({ id: 'GoPage' })
export type GoPage = z.infer<typeof goPage>

export const giveGoBody = z
  .object({
    id: z.uuid(),
    /** The issue that the screen shows; null where the operation has no text of its program. */
    issue: z.uuid().nullable(),
    /** Reasons by the finding's id. */
    answers: z.record(z.string().max(200), reason).default({}),
  })
  .meta({ id: 'GiveGo' })
export type GiveGoBody = z.infer<typeof giveGoBody>

/** Where a setup stands: its stages, what each still wants, and the one thing to do next. */
const setupChain: z.ZodType<Chain> = z
  .object({
    here: z.enum(STAGES),
    stages: z.array(
      z.object({
        stage: z.enum(STAGES),
        state: z.enum(['done', 'here', 'ahead', 'missed']),
        at: instant.nullable(),
        by: z.string().nullable(),
        wants: z.array(
          z.object({
            id: z.string(),
            sentence: z.string(),
            mend: z.enum(['program', 'zero', 'tool', 'mount', 'plan', 'machine', 'control', 'setup', 'look', 'go', 'first-part']),
            step: z.string().optional(),
          }),
        ),
      }),
    ),
    next: z
      .object({ does: z.enum(['step', 'look', 'go', 'first-part', 'count']), step: z.string().nullable(), words: z.string() })
      .nullable(),
    unproven: z.int(),
    made: z.int(),
  })
  .meta({ id: 'SetupChain' })

export const chainPage = z
  .object({
    chain: setupChain,
    /** The same in one sentence. */
    words: z.string(),
    /** What is ticked before the first part is called good, a line each. */
    firstRun: z.array(z.string()),
    /** Moves to zero and heights that nobody has seen on the control, in words. */
    unseenMoves: z.array(z.string()),
  })
  .meta({ id: 'ChainPage' })
export type ChainPage = z.infer<typeof chainPage>
