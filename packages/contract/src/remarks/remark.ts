import { z } from 'zod'
import { instant } from '../base/lengths.ts'
import { reason } from '../base/reason.ts'

/** What a remark can be about. A revision is called by its part's id and its own letter: "flange/B". */
export const REMARK_ABOUT = ['part', 'revision', 'operation', 'job', 'setup', 'machine', 'assembly', 'gauge', 'entry'] as const
export type RemarkAbout = (typeof REMARK_ABOUT)[number]

const about = z.object({ about: z.enum(REMARK_ABOUT), key: z.string().min(1).max(60) })

export const remarkQuery = about
export const remarkBody = about
  .extend({
    words: z.string().trim().max(2000, { error: 'Note: 2000 letters at most.' }),
    file: z
      .object({
        name: z.string().trim().min(1).max(200),
        content: z.base64({ error: 'File: its bytes in base64.' }).meta({ description: 'The bytes in base64.' }),
      })
      .nullable(),
  })
  .refine(({ words, file }) => words.length > 0 || file !== null, { error: 'Note: write something, or choose a file.', path: ['words'] })
  .meta({ id: 'RemarkSent' })

export const FILE_KINDS = ['picture', 'pdf', 'text'] as const
export type FileKind = (typeof FILE_KINDS)[number]

export const keptFile = z
  .object({
    /** SHA-256 of the bytes as they are kept: its name under `/api/kept-files/`. */
    checksum: z.string().regex(/^[0-9a-f]{64}$/),
    name: z.string(),
    kind: z.enum(FILE_KINDS),
    bytes: z.int(),
  })
  .meta({ id: 'KeptFile' })
export type KeptFile = z.infer<typeof keptFile>

export const remarkSchema = z
  .object({
    id: z.uuid(),
    ...about.shape,
    words: z.string(),
    file: keptFile.nullable(),
    at: instant,
    by: z.string(),
    withdrawn: z.object({ at: instant, by: z.string(), reason: z.string() }).nullable(),
  })
  .meta({ id: 'Remark', description: 'A note on something of the shop, with a picture or a file where there is one.' })
export type Remark = z.infer<typeof remarkSchema>

export const withdrawBody = z.object({ reason }).meta({ id: 'WithdrawRemark' })
