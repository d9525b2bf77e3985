import { loadProblems, wantsReason, type LoadBaseline } from '@rook/core'
import * as z from 'zod/mini'
import { plainNumber, words, wordsOrNone } from '../../ui/shapes.ts'

const share = (sentence: string) =>
  z.pipe(
    plainNumber(sentence),
    z.transform((percent) => percent / 100),
  )

const FORM = z.object({
  section: words('Section: say which part of the program it is.'),
  program: z.string().check(z.trim()),
  value: plainNumber('Load shown: write a plain number.'),
  unit: z.string().check(z.trim()),
  warning: share('Warning: write how many per cent above the sample cut.'),
  alarm: share('Alarm: write how many per cent above the sample cut.'),
  note: wordsOrNone,
})

/**
 * A sample cut as its form has it, into what is sent: percentages become shares.
 * @param kept what is kept of the tool's sections, the newest of each first
 */
export const loadForm = (kept: readonly (LoadBaseline & { section: string })[]) =>
  FORM.check((read) => {
    const tell = (field: string, message: string) => read.issues.push({ code: 'custom', input: read.value, path: [field], message })
    for (const [field, message] of Object.entries(loadProblems(read.value))) tell(field, message)
    const unsaid = wantsReason(read.value, kept.find(({ section }) => section === read.value.section) ?? null)
    if (unsaid && !read.value.note) tell('note', unsaid)
  })
