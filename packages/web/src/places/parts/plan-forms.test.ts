import { mm } from '@rook/core'
import { describe, expect, it } from 'vitest'
import { problemsOf } from '../../ui/checked.ts'
import { blankOperation, operationFormOf, operationShape, zeroAt, type OperationForm, blankTool } from './operation-form.ts'
import { JOB_FORM, PART_FORM } from './plan-forms.ts'
import { moved, newStep } from './steps.ts'

const FORM: OperationForm = {
  ...blankOperation({ revision: 'B' }, 'in'),
  name: 'Op 10',
  slots: ['G54'],
  purposes: { G54: ' left vise ', G55: 'not called any more' },
  stock: { X: { from: '0', to: '3 1/2' }, Y: { from: '-1', to: '50.8 mm' }, Z: { from: '-.5', to: '0' }, bar: '' },
  fixtureRepeat: '0.0002',
  sizes: [{ name: 'slot', kind: 'inside', nominal: '1/2', upper: '.001', lower: '0', tool: '', gauge: null, every: '' }],
}
const read = (change: Partial<OperationForm> = {}) => {
  const form = { ...FORM, ...change }
  return operationShape(form.unit, form.hasStock).safeParse(form)
}
const wrong = (change: Partial<OperationForm>) => problemsOf(read(change).error?.issues ?? [])

describe('an operation as it is typed', () => {
  it('is read in its own unit, fractions and other units too', () => {
    const said = read().data!
    expect(said.stock).toEqual({ X: { from: 0, to: mm(88.9) }, Y: { from: mm(-25.4), to: mm(50.8) }, Z: { from: mm(-12.7), to: 0 } })
    expect(said.sizes).toEqual([
      { name: 'slot', kind: 'inside', nominal: mm(12.7), upper: mm(0.0254), lower: 0, tool: null, gauge: null, every: null },
    ])
    expect(said.purposes).toEqual({ G54: 'left vise' })
    expect(said.fixtureRepeat).toBe(5_080)
  })

  it('has a bar by its diameter on a lathe', () => {
    const bar = { ...FORM, kind: 'lathe' as const, stock: { ...FORM.stock, bar: '5/8' } }
    const said = operationShape('in', true, 'lathe').parse(bar)
    expect(said.stock).toEqual({
      X: { from: mm(-7.9375), to: mm(7.9375) },
      Y: { from: mm(-7.9375), to: mm(7.9375) },
      Z: { from: mm(-12.7), to: 0 },
    })
    expect(operationFormOf({ ...said, id: 'o', part: 'p', partName: 'P', edition: 1, changedAt: '', by: null }).stock.bar).toBe('0.625')
    const problems = problemsOf(operationShape('in', true, 'lathe').safeParse({ ...bar, stock: { ...bar.stock, bar: '0' } }).error!.issues)
    expect(problems).toEqual({ 'stock.bar': 'Bar diameter: more than zero.' })
  })

  it('comes back into the form as it was', () => {
    const said = read().data!
    const record = { ...said, id: 'o', part: 'p', partName: 'P', edition: 1, changedAt: '', by: null }
    expect(operationShape('in', true).parse(operationFormOf(record))).toEqual(said)
  })

  it.each([
    [{ slots: [] }, 'slots', 'one at least'],
    [{ stock: { ...FORM.stock, X: { from: '3', to: '1' } } }, 'stock.X.to', 'ends above where it begins'],
    [{ tools: [{ ...blankTool(), number: '0', offset: '1', diameterOffset: '1' }] }, 'tools.0.number', 'from 1 on'],
    [
      { tools: [{ ...blankTool(), number: '1', offset: '1', diameterOffset: '1', kind: 'drill' as const, across: '0' }] },
      'tools.0.across',
      'more than zero',
    ],
    [{ sizes: [{ ...FORM.sizes[0]!, lower: '.002' }] }, 'sizes.0.lower', 'below the upper'],
    [{ fixtureRepeat: '-1' }, 'fixtureRepeat', 'not below zero'],
  ])('says at its field what is wrong: %o', (change, field, words) => {
    const problems = wrong(change)
    expect(Object.keys(problems)).toEqual([field])
    expect(problems[field]).toContain(words)
  })

  it('asks for no stock where there is none', () => {
    expect(read({ hasStock: false, stock: { ...FORM.stock, X: { from: '', to: '' } } }).data!.stock).toBeNull()
  })

  it('puts zero to a share of the stock without changing its extent', () => {
    expect(zeroAt(0.5, { from: '0', to: '60.325' }, 'X', 'mm')).toEqual({ from: '-30.1625', to: '30.1625' })
    expect(zeroAt(1, { from: '0', to: '60' }, 'X', 'mm')).toEqual({ from: '-60', to: '0' })
    expect(zeroAt(0, { from: '-12', to: '0.5' }, 'Z', 'mm')).toEqual({ from: '0', to: '12.5' })
    expect(zeroAt(0.5, { from: '', to: '60' }, 'X', 'mm')).toBeNull()
  })
})

describe('parts and jobs as they are typed', () => {
  it('need a number, a name and a revision', () => {
    const problems = problemsOf(PART_FORM.safeParse({ number: ' ', name: '', material: '', revision: '', change: '' }).error!.issues)
    expect(Object.keys(problems)).toEqual(['number', 'name', 'revision'])
  })

  it('need a part and a quantity above zero', () => {
    const job = { number: '1', part: 'p', revision: 'A', quantity: '12', due: '', note: '' }
    expect(JOB_FORM.parse(job)).toEqual({ ...job, quantity: 12, due: null })
    for (const change of [{ part: null }, { quantity: '0' }, { quantity: 'a dozen' }, { due: 'soon' }])
      expect(Object.keys(problemsOf(JOB_FORM.safeParse({ ...job, ...change }).error!.issues))).toEqual(Object.keys(change))
  })
})

describe('the order of work', () => {
  it('is arranged one step at a time', () => {
    expect(moved(['a', 'b', 'c'], 0, 2)).toEqual(['b', 'c', 'a'])
    expect(moved(['a', 'b', 'c'], 2, 0)).toEqual(['c', 'a', 'b'])
    expect(moved(['a', 'b'], 0, 2)).toEqual(['a', 'b'])
  })

  it('gives a new step a name that no other has', () => {
    const first = newStep([], 'confirm')
    expect(newStep([first], 'confirm').id).not.toBe(first.id)
  })
})
