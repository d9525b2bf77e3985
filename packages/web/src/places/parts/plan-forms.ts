import type { Job, Part } from '@rook/contract'
import * as z from 'zod/mini'
import { picked, wholeOrNone, words } from '../../ui/shapes.ts'

const plain = z.string().check(z.trim())

export interface PartForm {
  number: string
  name: string
  material: string
  revision: string
  change: string
}

export const partFormOf = (part: Part | null): PartForm =>
  part
    ? { number: part.number, name: part.name, material: part.material, revision: part.revision, change: part.change }
    : { number: '', name: '', material: '', revision: 'A', change: '' }

export const PART_FORM = z.object({
  number: words('Number: what stands on the drawing.'),
  name: words('Name: what people call it.'),
  material: plain,
  revision: words('Revision: its letter or number.'),
  change: plain,
})

/** A day as people of the shop write it into the field: 2026-12-04; empty where nothing is promised. */
const dayOrNone = z.pipe(
  z.string().check(z.trim(), z.regex(/^$|^\d{4}-\d{2}-\d{2}$/, 'Due: choose a day, or leave it empty.')),
  z.transform((text): string | null => text || null),
)

export interface JobForm {
  number: string
  part: string | null
  revision: string
  quantity: string
  due: string
  note: string
}

export const jobFormOf = (job: Job | null, part: Pick<Part, 'id' | 'revision'> | null): JobForm =>
  job
    ? { number: job.number, part: job.part, revision: job.revision, quantity: String(job.quantity), due: job.due ?? '', note: job.note }
    : { number: '', part: part?.id ?? null, revision: part?.revision ?? '', quantity: '', due: '', note: '' }

const count = wholeOrNone('Quantity: a whole number of parts.')

export const JOB_FORM = z.object({
  number: words('Job number: write it.'),
  part: picked('Part: choose what is made.'),
  revision: words('Revision: the one that is ordered.'),
  quantity: z.pipe(
    count,
    z.transform((parts, context): number => {
      if (parts !== null && parts > 0) return parts
      context.issues.push({ code: 'custom', input: parts, message: 'Quantity: one part at least.' })
      return z.NEVER
    }),
  ),
  due: dayOrNone,
  note: plain,
})

/** A job as it is, closed or open again. */
export const closing = ({ id, number, part, revision, quantity, due, note }: Job, closed: boolean) => ({
  params: { id },
  body: { number, part, revision, quantity, due, note, closed },
})
