import { mm, registerKey, workRegister, type CarryOffer } from '@rook/core'
import type { CarryOffered, Remark, Setup } from '@rook/contract'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { MILL, scene, stands } from '@rook/testing'
import { ok, refused, serverThat, type Sent } from '../../../test/answers.ts'
import { put, textOf } from '../../../test/mounting.ts'
import Remarks from '../../parts/Remarks.vue'
import Reservations from '../machines/Reservations.vue'
import CarryDialog from './CarryDialog.vue'
import StepPage from './StepPage.vue'

const ID = '00000000-0000-4000-8000-00000000000a'
const X = registerKey(workRegister('G54', 'X'))
const WHEN = '2026-11-20T02:14:00.000Z'
const figure = (register: string, name: string, value: number, onFixture: boolean) =>
  ({ register, name, value, origin: ID, at: WHEN, by: 'I. Marrow', onFixture }) as CarryOffer['figures'][number]
const OFFERED: CarryOffered = {
  from: { setup: 'before', job: '0403', endedAt: WHEN },
  offers: [
    { step: 'length-T7', title: 'Length T7', figures: [figure('tool/7/length/geometry', 'H7 length', mm(138.0234), false)] },
    { step: 'zero-x', title: 'Zero G54, X', figures: [figure(X, 'G54 X', mm(-313.2079), true)] },
  ],
  not: [{ step: 'length-T5', title: 'Length T5', because: 'was skipped then' }],
}
const settled = (check: () => void) => vi.waitFor(check, { timeout: 20_000 })
const body = () => textOf({ element: document.body })
const press = (words: string | RegExp) =>
  [...document.body.querySelectorAll('button')].find((button) => button.textContent?.trim().match(words))!.click()
const boxOf = (step: string) => document.querySelector<HTMLInputElement>(`[data-carry="${step}"] input`)!
const posts = (sent: readonly Sent[]) => sent.filter(({ method }) => method !== 'GET')
const planned = (more: object) => scene([], { plan: { ...scene().plan!, ...more } })

beforeEach(() => localStorage.clear())
afterEach(() => {
  vi.unstubAllGlobals()
  document.body.innerHTML = ''
})

describe('figures of an earlier setup', () => {
  it('are all ticked where the fixture is known to come back, and go off with what was seen', async () => {
    const sent = serverThat({ 'POST /api/setups/now/carried': ok(null) })
    put(CarryDialog, {
      setup: 'now',
      offered: OFFERED,
      scene: planned({ tolerance: mm(0.03), repeats: { [X]: { standard: 2200, n: 4 } } }),
    })
    await settled(() => expect(body()).toContain('comes back within 0.0022 mm, 4 loadings'))
    expect(body()).toContain('H7 length 138.0234')
    expect(body()).toContain('Length T5: was skipped then')
    press('I see these 2 figures on the control')
    await settled(() =>
      expect(posts(sent)).toMatchObject([
        { body: { steps: ['length-T7', 'zero-x'], figures: { 'tool/7/length/geometry': 138_023_400, [X]: -313_207_900 } } },
      ]),
    )
  })

  it('leave a zero unticked where nobody knows how the fixture comes back, or it does so too badly', async () => {
    put(CarryDialog, { setup: 'now', offered: OFFERED, scene: planned({ fixtureRepeat: null, tolerance: mm(0.03) }) })
    await settled(() => expect(body()).toContain('how well this fixture comes back is not on record'))
    expect([boxOf('length-T7').checked, boxOf('zero-x').checked]).toEqual([true, false])
    document.body.innerHTML = ''
    put(CarryDialog, { setup: 'now', offered: OFFERED, scene: planned({ fixtureRepeat: mm(0.01), tolerance: mm(0.03) }) })
    await settled(() => expect(body()).toContain('comes back within 0.0100 mm, as planned'))
    expect(boxOf('zero-x').checked).toBe(false)
  })

  it('stay in the dialog with the sentence when somebody has written one meanwhile', async () => {
    const sentence = 'G54 X is not what you saw: W. Tansley has written it since.'
    const sent = serverThat({ 'POST /api/setups/now/carried': refused(409, sentence) })
    put(CarryDialog, { setup: 'now', offered: OFFERED, scene: planned({}) })
    await settled(() => expect(body()).toContain('Zero G54, X'))
    boxOf('zero-x').click()
    await settled(() => expect(body()).toContain('I see these 2 figures'))
    press('I see these 2 figures')
    await settled(() => expect(body()).toContain(sentence))
    expect(posts(sent)).toHaveLength(1)
  })
})

describe('a checklist', () => {
  const step = (more: object) => ({
    id: 'seated',
    title: 'Seated and clamped',
    detail: null,
    kind: 'confirm',
    routine: null,
    preset: {},
    checks: ['parallels do not move', 'left clamp first'],
    state: 'open',
    entry: null,
    at: null,
    by: null,
    reason: null,
    again: null,
    count: null,
    run: {},
    ...more,
  })
  const page = (more: object = {}) => {
    const data = { summary: { machine: 'mill-3' }, steps: [step(more)], next: 'seated', toSee: [], slots: ['G54'] } as unknown as Setup
    return put(StepPage, { setup: 'now', step: 'seated', data })
  }

  it('is ticked line by line before the step is confirmed', async () => {
    const sent = serverThat({
      'POST /api/setups/now/steps/seated/confirmed': ok(null),
      'GET /api/machines/mill-3/scene': ok(planned({})),
    })
    const wrapper = page()
    const button = () => wrapper.find('.buttons button')
    expect(button().text()).toBe('2 still to look at')
    expect(button().attributes('disabled')).toBeDefined()
    for (const box of wrapper.findAll<HTMLInputElement>('.checks input')) await box.setValue(true)
    expect(button().text()).toBe('Yes, seated and clamped')
    await button().trigger('click')
    await settled(() => expect(posts(sent)).toMatchObject([{ body: { checks: ['parallels do not move', 'left clamp first'] } }]))
  })

  it('begins with the machine’s own before it is homed', async () => {
    serverThat({ 'GET /api/machines/mill-3/scene': ok({ ...planned({}), machine: { ...MILL, startUp: ['air at 6 bar'] } }) })
    const wrapper = page({ kind: 'homed', checks: undefined })
    await settled(() => expect(wrapper.findAll('.checks li').map(textOf)).toEqual(['air at 6 bar']))
  })
})

describe('notes', () => {
  const remark = (more: Partial<Remark>): Remark => ({
    id: ID,
    about: 'part',
    key: 'flange',
    words: 'stone the far edge',
    file: null,
    at: WHEN,
    by: 'O. Quillon',
    withdrawn: null,
    ...more,
  })
  const file = (kind: 'picture' | 'text', name: string) => ({ checksum: 'a'.repeat(64), kind, name, bytes: 1_234 })

  it('show pictures, give files to keep, and hide what was withdrawn until it is asked for', async () => {
    serverThat({
      'GET /api/remarks?about=part&key=flange': ok([
        remark({ file: file('picture', 'burr.jpg') }),
        remark({ id: `${ID.slice(0, -1)}b`, words: '', file: file('text', 'O2417.nc') }),
        remark({ id: `${ID.slice(0, -1)}c`, words: 'old', withdrawn: { at: WHEN, by: 'T. Oakhanger', reason: 'new castings' } }),
      ]),
    })
    const wrapper = put(Remarks, { about: 'part', of: 'flange' })
    await settled(() => expect(wrapper.findAll('[data-remark]')).toHaveLength(2))
    expect(wrapper.find('img').attributes('src')).toBe(`/api/kept-files/${'a'.repeat(64)}`)
    expect(wrapper.find('a[download]').text()).toBe('O2417.nc')
    await wrapper.findAll('button').at(-1)!.trigger('click')
    expect(textOf(wrapper)).toContain('withdrawn by T. Oakhanger: new castings')
  })

  it('are sent with their words, and kept in the field when they are refused', async () => {
    const sent = serverThat({ 'GET /api/remarks': ok([]), 'POST /api/remarks': refused(422, 'File: it is empty.') })
    const wrapper = put(Remarks, { about: 'part', of: 'flange' })
    await settled(() => expect(textOf(wrapper)).toContain('Nothing is noted.'))
    press('Add a note or a picture')
    await settled(() => expect(document.querySelector('textarea')).not.toBeNull())
    const field = document.querySelector('textarea')!
    field.value = 'burr'
    field.dispatchEvent(new Event('input'))
    await settled(() => expect([...document.querySelectorAll('button')].find((one) => one.textContent === 'Add it')?.disabled).toBe(false))
    press('Add it')
    await settled(() => expect(body()).toContain('File: it is empty.'))
    expect(posts(sent)).toMatchObject([{ body: { about: 'part', key: 'flange', words: 'burr', file: null } }])
    expect(field.value).toBe('burr')
  })
})

describe('a slot that is kept', () => {
  it('says for whom, and is given free', async () => {
    const sent = serverThat({ 'POST /api/reservations/': ok(null), 'GET /api/jobs': ok([]) })
    const kept = { id: ID, slot: 'G56', job: '0612', words: 'second vise', until: null, by: 'W. Tansley' }
    const wrapper = put(Reservations, { scene: scene([[workRegister('G56', 'X'), stands(mm(1))]], { reserved: [kept] }) })
    expect(textOf(wrapper)).toContain('G56 is kept for job 0612 by W. Tansley: second vise')
    await wrapper.find('[data-reserved=G56] button').trigger('click')
    await settled(() => expect(posts(sent)).toMatchObject([{ path: `/api/reservations/${ID}/ended` }]))
    press('Keep a slot for somebody')
    await settled(() => expect(body()).toContain('For whom, or what for'))
    press('Keep it')
    await settled(() => expect(body()).toContain('Slot: choose one.'))
  })
})
