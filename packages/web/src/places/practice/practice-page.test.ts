import type { PracticePanel } from '@rook/contract'
import { flushPromises } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { ok, refused, serverThat, type Answer, type Sent } from '../../../test/answers.ts'
import { put, textOf } from '../../../test/mounting.ts'
import PracticePage from './PracticePage.vue'

const PANEL: PracticePanel = {
  id: 'mill-9',
  name: 'Mill 9',
  kind: 'mill',
  unit: 'mm',
  increment: 0.001,
  places: [
    { axis: 'X', machine: -318.204, part: -5, relative: 0, 'to-go': 0 },
    { axis: 'Z', machine: -20, part: 380, relative: -20, 'to-go': 0 },
  ],
  homed: true,
  moving: false,
  touching: 'the part',
  alarm: null,
  tool: 'T4',
  tools: [{ id: 'T4', name: 'End mill 12' }],
  slot: 'G54',
  slots: ['G54', 'G55'],
  between: null,
  betweens: [{ id: 'shim-1', name: 'Shim 1.000' }],
  cutsByHand: false,
  gauges: [{ id: 'mic-25', name: 'Micrometer 25' }],
  features: [],
  made: 0,
  said: null,
  table: '',
  fault: 'none',
  faults: [{ id: 'none', what: 'answers as it should' }],
}

async function page(panel: Partial<PracticePanel> = {}, pressed: Answer | ((sent: Sent) => Answer) = ok({ ...PANEL, ...panel })) {
  const sent = serverThat({ 'GET /api/practice/mill-9': ok({ ...PANEL, ...panel }), 'POST /api/practice/mill-9': pressed })
  const box = put(PracticePage, { machine: 'mill-9' })
  await flushPromises()
  const button = (words: string) => box.findAll('button').find((one) => one.text() === words)
  const last = () => sent.filter(({ method }) => method === 'POST').at(-1)?.body
  return { box, button, last }
}

describe('the page of a practice machine', () => {
  it('shows its displays side by side and what it touches', async () => {
    const { box } = await page()
    expect(box.find('[data-axis=X] [data-display=machine]').text()).toBe('\u2212318.204')
    expect(box.find('[data-axis=X] [data-display=part]').text()).toBe('\u22125.000')
    expect(box.find('[data-stands]').text()).toBe('T4 touches the part')
    expect(textOf(box)).toContain('homed, G54, 0 made')
  })

  it('jogs by the step that is chosen, either way', async () => {
    const { button, last } = await page()
    await button('X\u2212')!.trigger('click')
    await flushPromises()
    expect(last()).toEqual({ press: 'jog', axis: 'X', distance: -10 })
    await button('Z+')!.trigger('click')
    await flushPromises()
    expect(last()).toEqual({ press: 'jog', axis: 'Z', distance: 10 })
  })

  it('feeds by a distance in the machine\u2019s unit, once one is typed', async () => {
    const { box, button, last } = await page({ unit: 'in', increment: 0.00254 })
    expect(button('Feed until it touches')!.attributes('disabled')).toBeDefined()
    await box.find('.distance input').setValue('-0.5')
    await button('Feed until it touches')!.trigger('click')
    await flushPromises()
    expect(last()).toMatchObject({ press: 'touch', axis: 'X' })
    // 0.5 in is 12.7 mm.
    expect((last() as { distance: number }).distance).toBeCloseTo(-12.7, 9)
  })

  it('says what the machine refuses, and wants a reset after an alarm', async () => {
    const jogged = await page({}, refused(409, 'END OF TRAVEL ON X'))
    await jogged.button('X+')!.trigger('click')
    await flushPromises()
    expect(textOf(jogged.box)).toContain('END OF TRAVEL ON X')
    const { box, button, last } = await page({ alarm: 'T4 RAN INTO THE PART' })
    expect(textOf(box)).toContain('T4 RAN INTO THE PART')
    expect(button('X+')!.attributes('disabled')).toBeDefined()
    await button('Reset')!.trigger('click')
    await flushPromises()
    expect(last()).toEqual({ press: 'reset' })
  })

  it('measures what there is, and cuts by hand only where that is done', async () => {
    expect((await page()).button('Micrometer 25')).toBeUndefined()
    const { button, last, box } = await page({ features: ['pocket'], made: 1, said: 'mic-25 17.979 mm', cutsByHand: true })
    expect(button('Cut')).toBeDefined()
    expect(box.find('[data-said]').text()).toBe('mic-25 17.979 mm')
    await button('Micrometer 25')!.trigger('click')
    await flushPromises()
    expect(last()).toEqual({ press: 'measure', gauge: 'mic-25', feature: 'pocket' })
  })
})
