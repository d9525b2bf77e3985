import type { PracticePanel } from '@rook/contract'
import { flushPromises } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { ok, refused, serverThat, type Answer, type Sent } from '../../../test/answers.ts'
import { put, textOf } from '../../../test/mounting.ts'
import { outside, panesOf, placesOf } from './machine-view.ts'
import PracticePage from './PracticePage.vue'
import TypeValue from './TypeValue.vue'

const PANEL: PracticePanel = {
  id: 'mill-9',
  name: 'Mill 9',
  kind: 'mill',
  unit: 'mm',
  increment: 0.001,
  places: [
    { axis: 'X', machine: -318.204, part: -5, relative: 0, 'to-go': 0 },
    { axis: 'Y', machine: -140, part: 29.7, relative: 0, 'to-go': 0 },
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
  registers: [
    { name: 'G54 X', value: '-313.204' },
    { name: 'D4', value: '0.000' },
  ],
  view: {
    solids: [
      { name: 'the plate', what: 'plate', section: { kind: 'box', x: [-340, -200], y: [-200, -90] }, bottom: -550, top: -495 },
      { name: 'the part', what: 'part', section: { kind: 'box', x: [-313.2, -221.2], y: [-169.7, -106.7] }, bottom: -495, top: -475.8 },
      { name: 'the setter', what: 'setter', section: { kind: 'round', x: -60, y: -60, diameter: 30 }, bottom: -550, top: -502.1 },
    ],
    table: -550,
    bar: null,
    tool: { name: 'T4', x: -318.2, y: -140, tip: -480, gauge: -376.5, diameter: 12 },
  },
  travels: { X: { min: -660, max: 0 }, Y: { min: -410, max: 0 }, Z: { min: -560, max: 0 } },
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

  it('types a value into the control, and holds what moves', async () => {
    const { box, button, last } = await page({ moving: true })
    expect(button('Type it in')!.attributes('disabled')).toBeDefined()
    await button('Hold')!.trigger('click')
    await flushPromises()
    expect(last()).toEqual({ press: 'hold' })
    const still = await page()
    expect(still.button('Hold')!.attributes('disabled')).toBeDefined()
    const form = still.box.findComponent(TypeValue)
    form.vm.$emit('press', { press: 'type', register: 'D4', figure: '5.991' })
    await flushPromises()
    expect(still.last()).toEqual({ press: 'type', register: 'D4', figure: '5.991' })
    expect(box.findAll('[data-pane]').map((one) => one.attributes('data-pane'))).toEqual(['above', 'front'])
  })
})

describe('what is seen of a practice machine', () => {
  const pane = (id: string, panel = PANEL, reach: 'all' | 'near' = 'all') => panesOf(panel, reach).find((one) => one.id === id)!
  const shape = (of: ReturnType<typeof pane>, name: string) => of.shapes.find((one) => one.name === name)!

  it('is where the machine has it, from above and from the front', () => {
    expect(shape(pane('above'), 'the part').points).toEqual([
      [-313.2, -169.7],
      [-221.2, -169.7],
      [-221.2, -106.7],
      [-313.2, -106.7],
    ])
    expect(shape(pane('front'), 'T4').points).toEqual([
      [-324.2, -480],
      [-312.2, -480],
      [-312.2, -376.5],
      [-324.2, -376.5],
    ])
    expect(pane('front').shapes[0]!.what).toBe('table')
    // What lies under the rest is drawn first.
    expect(pane('above').shapes.map(({ what }) => what)).toEqual(['table', 'plate', 'part', 'setter', 'tool'])
  })

  it('turns a part that lies turned, about its near left corner', () => {
    const turned = { kind: 'box' as const, x: [0, 100] as [number, number], y: [0, 50] as [number, number], turned: 90 }
    const view = { ...PANEL.view, solids: [{ ...PANEL.view.solids[1]!, section: turned }] }
    const corners = shape(pane('above', { ...PANEL, view }), 'the part').points
    expect(corners.map((corner) => corner.map((value) => Math.round(value) + 0))).toEqual([
      [0, 0],
      [0, 100],
      [-50, 100],
      [-50, 0],
    ])
    expect(placesOf({ ...PANEL, view })).toEqual([{ name: 'the part', where: 'X \u221225, Y 50, top at \u2212476' }])
    // \u221225, 50 and \u2212475.8 mm.
    expect(placesOf({ ...PANEL, unit: 'in', view })[0]!.where).toBe('X \u22121.0, Y 2.0, top at \u221218.7')
  })

  it('is looked at closely about the tip, and says where the tool is not to be seen', () => {
    expect(pane('above', PANEL, 'near').frame).toEqual({ left: -363.2, right: -273.2, low: -185, high: -95 })
    expect(outside(pane('above'))).toBe(false)
    const away = { ...PANEL, view: { ...PANEL.view, tool: { ...PANEL.view.tool!, x: 300 } } }
    expect(outside(pane('above', away))).toBe(true)
  })

  it('of a lathe is its bar as it is turned so far, both sides of the axis, and the tip', () => {
    const bar = {
      face: -450,
      jaws: -500,
      turned: [
        { from: -450, to: -470, diameter: 58 },
        { from: -470, to: -500, diameter: 60 },
      ],
    }
    const tool = { name: 'T1', x: 29, y: 0, tip: -460, gauge: -460, diameter: 0 }
    const lathe = pane('side', { ...PANEL, kind: 'lathe', view: { solids: [], table: null, bar, tool } })
    expect(lathe.shapes.map(({ what }) => what)).toEqual(['chuck', 'bar', 'bar', 'tool'])
    expect(lathe.shapes[1]!.points).toEqual([
      [-470, -29],
      [-450, -29],
      [-450, 29],
      [-470, 29],
    ])
    expect(lathe.shapes[3]!.points[0]).toEqual([-460, 29])
  })
})
