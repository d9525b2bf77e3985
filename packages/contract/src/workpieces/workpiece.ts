import { STOCK_SIDES, type FileLine, type Holding, type PartOutline } from '@rook/core'
import { z } from 'zod'
import { nmSchema } from '../base/lengths.ts'

/** A part's outline is a picture: more points than this are no outline any more. */
export const MOST_POINTS = 40_000
const MOST_LINES = 8_000

export const holdingSchema: z.ZodType<Holding> = z
  .discriminatedUnion('kind', [
    z.object({
      kind: z.literal('vise'),
      count: z.int().min(1).max(4),
      fixedJaw: z.enum(STOCK_SIDES),
      grip: nmSchema.nullable(),
      parallels: nmSchema.nullable(),
      bed: nmSchema.nullable().optional(),
    }),
    z.object({ kind: z.literal('plate'), thickness: nmSchema.nullable() }),
    z.object({ kind: z.literal('clamps'), parallels: nmSchema.nullable() }),
    z.object({ kind: z.literal('chuck'), stickOut: nmSchema.nullable() }),
    z.object({ kind: z.literal('collet'), stickOut: nmSchema.nullable() }),
  ])
  .meta({ id: 'Holding', description: 'How an operation holds its work.' })

const few = ({ lines }: { lines: readonly { points: readonly unknown[] }[] }) =>
  lines.reduce((sum, { points }) => sum + points.length, 0) <= MOST_POINTS

export const outlineSchema: z.ZodType<PartOutline> = z
  .object({
    file: z.string().min(1).max(200),
    lines: z
      .array(
        z.object({
          points: z
            .array(z.tuple([nmSchema, nmSchema]))
            .min(2)
            .max(MOST_POINTS),
          closed: z.boolean(),
        }),
      )
      .max(MOST_LINES),
  })
  .refine(few, { error: `An outline has ${MOST_POINTS} points at most. Choose fewer layers.` })
  .meta({ id: 'PartOutline', description: 'Lines in part coordinates as seen from above, nanometres.' })

export const workpieceSchema = z.object({ holding: holdingSchema.nullable(), outline: outlineSchema.nullable() }).meta({ id: 'Workpiece' })
export type Workpiece = z.infer<typeof workpieceSchema>

export const readOutlineBody = z
  .object({ name: z.string().min(1).max(200), /** The file's bytes as base64. */ file: z.base64().max(8_000_000) })
  .meta({ id: 'ReadOutline' })
export type ReadOutlineBody = z.infer<typeof readOutlineBody>

const fileLine: z.ZodType<FileLine> = z.object({ points: z.array(z.tuple([z.number(), z.number()])), closed: z.boolean() })

/** What a drawing file holds, by layer, in the file's own unit, y up. */
export const outlineReadSchema = z
  .object({
    /** Hidden are those that the file itself does not show: switched off, or frozen. */
    layers: z.array(z.object({ name: z.string(), lines: z.array(fileLine), hidden: z.boolean() })),
    /** The unit that the file states; null where it states none. */
    unit: z.enum(['mm', 'in']).nullable(),
    /** True where the file may count in pixels, 96 to an inch. */
    pixels: z.boolean(),
    /** What in it is no line and is left out: text, dimensions, pictures. */
    leftOut: z.array(z.string()),
  })
  .meta({ id: 'OutlineRead' })
export type OutlineRead = z.infer<typeof outlineReadSchema>
