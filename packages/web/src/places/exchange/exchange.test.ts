import { lengthRegister, mm, nm, usualTemplate, type OutValue, type Scene } from '@rook/core'
import type { VueWrapper } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { MILL, mounted, scene, stands } from '@rook/testing'
import { ok, refused, serverThat } from '../../../test/answers.ts'
import { labelled, put, textOf } from '../../../test/mounting.ts'
import { useSession } from '../../client/session.ts'
import CompareControl from './CompareControl.vue'
import PresetsIn from './PresetsIn.vue'
import { asBase64 } from '../../client/file.ts'
import TemplateForm from './TemplateForm.vue'
import ValuesOut from './ValuesOut.vue'

const H4 = 'tool/4/length/geometry'
const at: Scene = scene([[lengthRegister('4'), stands(mm(103.4755), { assembly: 'em-12', setup: 'now' })]], {
  tools: [mounted('4', 'em-12', 'End mill 12'), mounted('7', 'dr-66', 'Drill 6.6')],
})
const template = usualTemplate(MILL, 4)
const settled = (check: () => void) => vi.waitFor(check, { timeout: 20_000 })
const press = (wrapper: VueWrapper, words: string | RegExp) =>
  wrapper
    .findAll('button')
    .find((one) => (typeof words === 'string' ? one.text() === words : words.test(one.text())))!
    .trigger('click')

beforeEach(() => localStorage.clear())
afterEach(() => {
  vi.unstubAllGlobals()
  document.body.innerHTML = ''
})

describe('values out', () => {
  const values = [
    {
      register: H4,
      name: 'H4 length',
      value: mm(103.4755),
      word: 'measured',
      out: mm(103.4755),
      because: null,
      entry: 'e',
    },
    {
      register: 'tool/7/length/geometry',
      name: 'H7 length',
      value: mm(138),
      word: 'stale',
      out: null,
      because: 'stale: taken out',
      entry: 'e',
    },
  ] as OutValue[]

  it('are shown before they are saved, with what is left out and why', async () => {
    const sent = serverThat({
      'GET /api/machines/mill/template': ok(template),
      'POST /api/machines/mill/values-out': ok({ name: 'mill.nc', text: '%\r\nG10 L10 P4 R103.4755\r\n', values }),
    })
    const wrapper = put(ValuesOut, { machine: 'mill', scene: at })
    await settled(() => expect(sent.length).toBeGreaterThan(0))
    await press(wrapper, 'Write the file')
    await settled(() => expect(textOf(wrapper)).toContain('G10 L10 P4 R103.4755'))
    expect(textOf(wrapper)).toContain('1 left out, with the reason')
    expect(textOf(wrapper)).toContain('stale: taken out')
    expect(sent.at(-1)!.body).toMatchObject({ format: 'lines', slots: ['G54'], tools: ['4', '7'], conversion: null, estimates: false })
  })

  it('counted another way ask what fixes them, and say what is missing', async () => {
    const sent = serverThat({
      'GET /api/machines/mill/template': ok({ ...template, lengths: 'touch-off' }),
      'POST /api/machines/mill/values-out': ok({ name: 'x', text: '', values: [] }),
    })
    const wrapper = put(ValuesOut, { machine: 'mill', scene: at })
    await settled(() => expect(textOf(wrapper)).toContain('its lines as touch off'))
    await press(wrapper, 'Write the file')
    await settled(() =>
      expect(sent.at(-1)!.body).toMatchObject({ conversion: { slot: 'G54', target: { convention: 'touch-off', shift: nm(0) } } }),
    )
    wrapper.unmount()

    serverThat({ 'GET /api/machines/other/template': ok({ ...template, lengths: 'gauge-length' }) })
    const other = put(ValuesOut, { machine: 'other', scene: { ...at, machine: { ...MILL, lengthConvention: 'touch-off' } } })
    await settled(() => expect(textOf(other)).toContain('Tool of known length'))
    await press(other, 'Write the file')
    await settled(() => expect(textOf(other)).toContain('Its length from the gauge line: nothing is given yet.'))
  })

  it('that are refused say so and keep what was chosen', async () => {
    const sent = serverThat({
      'GET /api/machines/mill/template': ok(template),
      'POST /api/machines/mill/values-out': refused(422, 'Nothing stands yet in the slots and tools.'),
    })
    const wrapper = put(ValuesOut, { machine: 'mill', scene: at })
    await wrapper.find('input[type=checkbox][value=G55]').setValue(true)
    await press(wrapper, 'Write the file')
    await settled(() => expect(wrapper.find('[role=alert]').text()).toBe('Nothing stands yet in the slots and tools.'))
    expect(sent.at(-1)!.body).toMatchObject({ slots: ['G54', 'G55'] })
    expect(wrapper.find<HTMLInputElement>('input[type=checkbox][value=G55]').element.checked).toBe(true)
  })
})

describe('what the control holds', () => {
  it('is told register by register where it differs, and what could not be read', async () => {
    const answer = {
      values: [
        { register: H4, name: 'H4 length', line: 1, held: mm(103.5), ledger: mm(103.4755), same: false },
        { register: 'tool/7/length/geometry', name: 'H7 length', line: 2, held: mm(138), ledger: mm(138), same: true },
      ],
      missing: ['tool/12/length/geometry', 'tool/9/length/geometry'],
      problems: [{ line: 3, sentence: 'Line 3: not a line of the template.' }],
      passedOver: [{ line: 4, text: 'M30' }],
    }
    serverThat({ 'GET /api/machines/mill/template': ok(template), 'POST /api/machines/mill/held': ok(answer) })
    const wrapper = put(CompareControl, { machine: 'mill', scene: at })
    expect(wrapper.findAll('button').at(-1)!.attributes('disabled')).toBeDefined()
    await wrapper.find('textarea').setValue('G10 L10 P4 R103.5')
    await press(wrapper, 'Compare')
    await settled(() => expect(textOf(wrapper)).toContain('1 register holds another figure than the ledger.'))
    expect(textOf(wrapper)).toContain('1 agrees to the last digit.')
    expect(textOf(wrapper)).toContain('In the ledger and not in the file: H9 length, H12 length')
    expect(textOf(wrapper.find(`[data-held="${H4}"]`))).toBe('H4 length 1 103.5000 103.4755 +0.0245')
    expect(textOf(wrapper)).toContain('Line 3: not a line of the template.')
  })
})

describe('presets', () => {
  const read = (more: object = {}) =>
    ok({
      kind: 'table',
      header: ['T', 'L'],
      mapping: { number: 'T', length: 'L' },
      unit: 'mm',
      tools: 2,
      problems: [],
      differences: [
        {
          id: '2/length',
          line: 2,
          tool: 'T4, End mill 12',
          kind: 'register',
          name: 'H4 length',
          now: mm(103.4755),
          next: mm(103.48),
          inFile: mm(103.48),
          register: H4,
          assembly: 'em-12',
          property: null,
          note: null,
          doubt: 'far from DC on record: the same cutter?',
          offered: false,
        },
        {
          id: '3/length',
          line: 3,
          tool: 'T7, Drill 6.6',
          kind: 'register',
          name: 'H7 length',
          now: null,
          next: mm(138),
          inFile: mm(138),
          register: 'tool/7/length/geometry',
          assembly: 'dr-66',
          property: null,
          note: null,
          doubt: null,
          offered: true,
        },
        {
          id: '4/new',
          line: 4,
          tool: 'T9',
          kind: 'new',
          name: 'unknown tool',
          now: null,
          next: mm(90),
          inFile: mm(90),
          register: null,
          assembly: null,
          property: null,
          note: 'T9 is not mounted here',
          doubt: null,
          offered: false,
        },
      ],
      ...more,
    })

  async function choose(wrapper: VueWrapper, text: string): Promise<void> {
    const input = wrapper.find<HTMLInputElement>('input[type=file]')
    Object.defineProperty(input.element, 'files', { configurable: true, value: [new File([text], 'presets.csv')] })
    await input.trigger('change')
  }

  it('want to know who they come from, before anything is read', async () => {
    const sent = serverThat({ 'GET /api/preset-senders': ok([]) })
    const wrapper = put(PresetsIn, { machine: 'mill', scene: at })
    await choose(wrapper, 'T,L\n4,103.48\n')
    await settled(() => expect(wrapper.find('[role=alert]').text()).toContain('From: say first who or what the file comes from'))
    expect(sent.some(({ method }) => method === 'POST')).toBe(false)
  })

  it('offer what is unset and leave what was measured to a hand; a stranger cannot be taken', async () => {
    const sent = serverThat({
      'GET /api/preset-senders': ok([]),
      'POST /api/machines/mill/presets/read': read(),
      'POST /api/machines/mill/presets': ok({ entry: null, registers: 1, records: 0, added: 0 }),
    })
    const wrapper = put(PresetsIn, { machine: 'mill', scene: at })
    await labelled(wrapper, 'From').setValue('bench')
    await choose(wrapper, 'T,L\n4,103.48\n')
    await settled(() => expect(textOf(wrapper)).toContain('2 tools, 3 differences'))
    const boxes = () => wrapper.findAll<HTMLInputElement>('td input[type=checkbox]')
    expect(boxes().map(({ element }) => element.checked)).toEqual([false, true, false])
    expect(boxes()[2]!.element.disabled).toBe(true)
    expect(textOf(wrapper)).toContain('1 chosen')
    expect(textOf(wrapper.find('[data-difference="2/length"]'))).toContain('far from DC on record')
    await labelled(wrapper, 'Remark; kept with the entry').setValue('early shift')
    await press(wrapper, 'Take 1')
    await settled(() => expect(textOf(wrapper)).toContain('Taken: 1 figures'))
    const body = sent.find(({ path }) => path.endsWith('/presets'))!.body!
    expect(body).toMatchObject({ sender: 'bench', chosen: ['3/length'], reason: 'early shift', basis: { 'tool/7/length/geometry': null } })
    expect(atob(body.file as string)).toBe('T,L\n4,103.48\n')
  })

  it('that cannot be understood are told place by place, and nothing can be taken', async () => {
    const problems = [{ line: 3, column: 'T', sentence: 'Line 3, column T: T4 stands in line 2 already' }]
    serverThat({ 'GET /api/preset-senders': ok([]), 'POST /api/machines/mill/presets/read': read({ problems, differences: [], tools: 0 }) })
    const wrapper = put(PresetsIn, { machine: 'mill', scene: at })
    await labelled(wrapper, 'From').setValue('bench')
    await choose(wrapper, 'T,L\n4,1\n4,2\n')
    await settled(() => expect(textOf(wrapper)).toContain('Line 3, column T: T4 stands in line 2 already'))
    expect(wrapper.findAll('button').some((one) => one.text().startsWith('Take'))).toBe(false)
  })

  it('are sent byte for byte, however large', async () => {
    const bytes = Uint8Array.from({ length: 100_000 }, (_, i) => i % 256)
    const text = await asBase64(new Blob([bytes]))
    expect(Uint8Array.from(atob(text), (char) => char.charCodeAt(0))).toEqual(bytes)
  })
})

describe('how lines are written', () => {
  it('is checked while it is typed, and changed only by a lead', async () => {
    const sent = serverThat({
      'GET /api/machines/mill/template': ok(template),
      'PUT /api/machines/mill/template': ok(template),
      'POST /api/session': ok({ person: { id: 'o', name: 'T. Oakhanger', role: 'lead' }, shop: null }),
    })
    const wrapper = put(TemplateForm, { machine: 'mill', scene: at }, { role: 'setter' })
    await settled(() => expect(wrapper.find('form').exists()).toBe(true))
    expect(textOf(wrapper)).toContain('A lead can change this.')
    await useSession().signIn('o', '8642')
    await settled(() => expect(textOf(wrapper)).toContain('Keep it for Mill 3'))
    const length = labelled(wrapper, 'Length')
    await length.setValue('G10 L10 P{n}')
    expect(wrapper.find('[role=alert]').text()).toContain('{v} is missing')
    await length.setValue('G10 L1 P{n} Z{v}')
    await wrapper.find('form').trigger('submit')
    await settled(() => expect(sent.find(({ method }) => method === 'PUT')?.body).toMatchObject({ lines: { length: 'G10 L1 P{n} Z{v}' } }))
  })
})
