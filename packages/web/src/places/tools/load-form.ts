import { loadProblems } from '@rook/core'
import * as z from 'zod/mini'
import { plainNumber, words, wordsOrNone } from '../../ui/shapes.ts'

const share = (sentence: string) =>
  z.pipe(
    plainNumber(sentence),
    z.transform((percent) => percent / 100),
  )

/** A sample cut as its form has it, into what is sent: percentages become shares. */
export const LOAD_FORM = z
  .object({
    section: words('Section: say which part of the program it is.'),
    program: z.string().check(z.trim()),
    value: plainNumber('Load shown: write a plain number.'),
    unit: z.string().check(z.trim()),
    warning: share('Warning: write how many per cent above the sample cut.'),
    alarm: share('Alarm: write how many per cent above the sample cut.'),
    note: wordsOrNone,
  })
  .check((read) => {
    for (const [field, message] of Object.entries(loadProblems(read.value)))
      read.issues.push({ code: 'custom', input: read.value, path: [field], message })
  })
