import { LATHE } from '@rook/testing'
import { nextTick } from 'vue'
import { describe, expect, it } from 'vitest'
import { labelled, put, textOf } from '../../../test/mounting.ts'
import BarPlanner from './BarPlanner.vue'

const FIGURES = {
  'Length of the part, mm': '52',
  'Faced off, mm': '0.5',
  'Parting blade, wide, mm': '3',
  'Clear before the jaws, mm': '4',
  'Diameter of the bar, mm': '61',
}

async function planned(more: Record<string, string> = {}) {
  const wrapper = put(BarPlanner, { machine: LATHE })
  for (const [label, text] of Object.entries({ ...FIGURES, ...more })) await labelled(wrapper, label).setValue(text)
  await nextTick()
  return wrapper
}

describe('how far a bar has to stand out', () => {
  it('is added up as it is typed, and taken at a press', async () => {
    const wrapper = await planned({ 'Length of the piece, if sawn, mm': '120' })
    expect(textOf(wrapper)).toContain('It has to stand out 59.500 ; 60.500 are left in the jaws')
    await wrapper.find('button').trigger('click')
    expect(wrapper.emitted('take')).toEqual([['59.5']])
  })

  it('says what is wrong with a figure, and what is wrong with the bar', async () => {
    expect(textOf(await planned({ 'Length of the piece, if sawn, mm': '59' }))).toContain('nothing is left in the jaws')
    const wrapper = await planned({ 'Diameter of the bar, mm': '-61' })
    expect(textOf(wrapper)).toContain('Diameter of the bar: more than zero.')
    expect(textOf(wrapper)).not.toContain('It has to stand out')
  })

  it('waits while something is missing, without a complaint', () => {
    const wrapper = put(BarPlanner, { machine: LATHE })
    expect(wrapper.findAll('[role=alert], .stop')).toHaveLength(0)
  })
})
