import { mm } from '@rook/core'
import { expect, it } from 'vitest'
import { gaugeForm } from './gauge-form.ts'

const typed = { name: 'Micrometer 50', family: 'micrometer', size: '0.001', uncertainty: '2 um', least: '25', most: '50', intervalDays: '' }

it('takes a range in the unit of the shop, or none, and says in its own field what is wrong with one', () => {
  expect(gaugeForm('mm').parse(typed)).toMatchObject({ least: mm(25), most: mm(50) })
  expect(gaugeForm('in').parse({ ...typed, least: '', most: '1' })).toMatchObject({ least: null, most: mm(25.4) })
  // Of a kind that has no range, what was typed for another one is not in the way.
  expect(gaugeForm('mm').safeParse({ ...typed, family: 'gauge-pin', most: '20' }).success).toBe(true)
  const wrong = gaugeForm('mm').safeParse({ ...typed, most: '20' })
  expect(wrong.error?.issues.map(({ path, message }) => [path.join(), message])).toEqual([
    ['most', 'Greatest size: it has to be more than the least one.'],
  ])
})
