import { geometryRegister, mm, parseRegisterKey, registerKey, usualTemplate, wearOf } from '@rook/core'
import type { ControlState } from '@rook/contract'
import { LATHE, scene, stands } from '@rook/testing'
import { flushPromises } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { ok, refused, serverThat } from '../../../test/answers.ts'
import { put, textOf } from '../../../test/mounting.ts'
import ControlAgrees from '../../parts/ControlAgrees.vue'
import ControlHolds from './ControlHolds.vue'

const X = 'work/G54/X/geometry'
const SCENE = scene([
  [parseRegisterKey(X), stands(mm(-313.204))],
  [parseRegisterKey('work/G54/Y/geometry'), stands(mm(-169.703))],
])
const READ = { at: '2026-11-29T14:02:00.000Z', by: 'I. Marrow', because: null }
const AGREES: ControlState = { readsTable: true, sends: true, read: READ, agree: 12, differ: [], notCompared: [], problems: [], sent: null }
const DIFFERS: ControlState = {
  ...AGREES,
  differ: [{ register: X, name: 'G54 X', held: mm(313.204), ledger: mm(-313.204), because: 'G54 X had the other sign' }],
}

async function shown(state: ControlState, more: Record<string, unknown> = {}, role: 'lead' | 'operator' = 'lead') {
  const sent = serverThat({ 'GET /api/machines/mill-3/control': ok(state), ...(more as Record<string, never>) })
  const box = put(ControlHolds, { machine: 'mill-3', scene: SCENE }, { role })
  await flushPromises()
  return { box, sent, button: (words: string) => box.findAll('button').find((one) => one.text().includes(words))! }
}

describe('what the control holds', () => {
  it('is not there for a control that is not read', async () => {
    expect((await shown({ ...AGREES, readsTable: false })).box.find('section').exists()).toBe(false)
  })

  it('agrees as of when it was read, and by whom', async () => {
    const { box } = await shown(AGREES)
    expect(textOf(box)).toContain('12 registers to the last digit')
    expect(textOf(box)).toMatch(/Control and ledger agree as of .*14:02/)
    expect(textOf(box)).toContain('for I. Marrow')
  })

  it('agrees in nothing where nothing was put out', async () => {
    const { box } = await shown({ ...AGREES, agree: 0 })
    expect(textOf(box)).toContain('nothing is compared')
    expect(textOf(box)).not.toContain('agree as of')
  })

  it('names what was not compared, and never counts it as agreeing', async () => {
    const notCompared = ['X', 'Z'].map((axis) => ({
      register: `tool/1/${axis}/wear`,
      name: `T1 ${axis} wear`,
      because: 'no line of the template has a place for it',
    }))
    const { box } = await shown({ ...AGREES, notCompared })
    expect(textOf(box.find('[data-agree]'))).toContain('12 registers to the last digit, 2 not compared.')
    expect(textOf(box.find('[data-not-compared]'))).toContain(
      'Not compared: T1 X wear and T1 Z wear (no line of the template has a place for it).',
    )
  })

  it('differs by so much, with the likeliest mistake; the ledger\u2019s figures of that slot are sent', async () => {
    const file = {
      name: 'f.nc',
      text: '%\r\n(HEAD)\r\nG10 L2 P1 X-313.2040 Y-169.7030 Z0.0000\r\n%',
      values: [
        { register: X, name: 'G54 X', out: mm(-313.204), because: null },
        { register: 'work/G54/Y/geometry', name: 'G54 Y', out: mm(-169.703), because: null },
        { register: 'work/G54/Z/geometry', name: 'G54 Z', out: null, because: 'it is stale' },
      ],
    }
    const { box, sent, button } = await shown(DIFFERS, {
      'GET /api/machines/mill-3/template': ok(usualTemplate(SCENE.machine, 4)),
      'POST /api/machines/mill-3/values-out': ok(file),
      'POST /api/machines/mill-3/control/sent': ok(AGREES),
    })
    expect(textOf(box.find('[data-agree]'))).toContain('1 register holds another figure than the ledger, 12 agree.')
    // 313.204 \u2212 (\u2212313.204)
    expect(textOf(box)).toContain('+626.4080')
    expect(textOf(box)).toContain('G54 X had the other sign')
    await button('The ledger is right').trigger('click')
    await flushPromises()
    // Nothing has gone out yet: what it holds, what it becomes, and what stays here, stand there first.
    expect(sent.some(({ path }) => path.endsWith('/control/sent'))).toBe(false)
    const dialog = document.querySelector('.ant-modal')!
    expect(dialog.querySelector(`[data-sends="${X}"]`)!.textContent).toMatch(/313\.2040.*−313\.2040/)
    expect(dialog.querySelectorAll('[data-sends]')).toHaveLength(1)
    expect(dialog.textContent).toContain('2 more stand in the same lines and stay as they are.')
    expect(dialog.querySelector('[data-stays]')!.textContent).toContain('G54 Z, it is stale')
    expect(dialog.querySelector('pre')!.textContent).toBe('G10 L2 P1 X-313.2040 Y-169.7030 Z0.0000')
    const send = [...dialog.querySelectorAll('button')].find((one) => one.textContent.includes('Send these 3 figures'))!
    send.click()
    await flushPromises()
    expect(sent.find(({ path }) => path.endsWith('/control/sent'))!.body).toMatchObject({
      slots: ['G54'],
      tools: [],
      seen: [
        { register: X, was: mm(313.204), becomes: mm(-313.204) },
        { register: 'work/G54/Y/geometry', was: mm(-169.703), becomes: mm(-169.703) },
        { register: 'work/G54/Z/geometry', was: null, becomes: 0 },
      ],
    })
  })

  it('shows what a line sets besides what was meant: a wear of the control’s own that it would put to none', async () => {
    const [worn, other] = (['X', 'Z'] as const).map((axis) => registerKey(wearOf(geometryRegister('1', axis)))) as [string, string]
    const template = { ...usualTemplate(LATHE, 3), lines: { ...usualTemplate(LATHE, 3).lines, wear: 'G10 L11 P{n} X{x} Z{z}' } }
    const machine = { ...LATHE, id: 'mill-3' }
    serverThat({
      'GET /api/machines/mill-3/control': ok({
        ...AGREES,
        differ: [
          { register: worn, name: 'T1 X wear', held: 0, ledger: mm(-0.03), because: null },
          { register: other, name: 'T1 Z wear', held: mm(0.05), ledger: null, because: null },
        ],
      }),
      'GET /api/machines/mill-3/template': ok(template),
      'POST /api/machines/mill-3/values-out': ok({
        name: 'f.nc',
        text: 'G10 L11 P1 X-0.030 Z0.000',
        values: [{ register: worn, name: 'T1 X wear', out: mm(-0.03), because: null }],
      }),
    })
    const at = scene([[parseRegisterKey(worn), stands(mm(-0.03))]], { machine, plan: null })
    const box = put(ControlHolds, { machine: 'mill-3', scene: at }, { role: 'lead' })
    await flushPromises()
    await box
      .findAll('button')
      .find((one) => one.text().includes('The ledger is right'))!
      .trigger('click')
    await flushPromises()
    expect([...document.querySelectorAll(`[data-sends="${other}"] td`)].map((cell) => cell.textContent.trim())).toEqual(['0.050', '0.000'])
    box.unmount()
  })

  it('of which the control has no line cannot be the control\u2019s right', async () => {
    const { box, button } = await shown({ ...DIFFERS, differ: [{ ...DIFFERS.differ[0]!, held: null }] })
    expect(textOf(box)).toContain('no line')
    expect(button('The control is right').attributes('disabled')).toBeDefined()
  })

  it('is settled by whoever may, and sent only where a lead allows it', async () => {
    expect((await shown(DIFFERS, {}, 'operator')).button('The control is right').attributes('disabled')).toBeDefined()
    expect((await shown(DIFFERS)).button('The control is right').attributes('disabled')).toBeUndefined()
    expect((await shown({ ...DIFFERS, sends: false })).button('The ledger is right')).toBeUndefined()
  })

  it('says what became of the last sending, and what did not go along', async () => {
    const at = { at: READ.at, by: 'I. Marrow' }
    const left = ['T1 x wear left out, its line also sets t1 z wear, which is unset']
    expect(textOf((await shown({ ...AGREES, sent: { ...at, outcome: 'equal', because: null, leftOut: left } })).box)).toContain(
      'Did not go along: T1 x wear',
    )
    const unknown = await shown({
      ...AGREES,
      sent: { ...at, outcome: 'unknown', because: 'It is not known whether the figures arrived.', leftOut: [] },
    })
    expect(unknown.box.find('[data-sent]').classes()).toContain('stop')
    expect(textOf(unknown.box)).toContain('not known whether the figures arrived')
  })

  it('says why it could not be read, and keeps what was read before in sight', async () => {
    const { box, button } = await shown(DIFFERS, {
      'POST /api/machines/mill-3/control/read': refused(409, 'The control has not answered. Nothing was read.'),
    })
    await button('Read it from the control').trigger('click')
    await flushPromises()
    expect(textOf(box)).toContain('The control has not answered. Nothing was read.')
    expect(box.find(`[data-differs="${X}"]`).exists()).toBe(true)
  })
})

describe('whether they agree, in a line', () => {
  const line = async (state: ControlState) => {
    serverThat({ 'GET /api/machines/mill-3/control': ok(state) })
    const box = put(ControlAgrees, { machine: 'mill-3' })
    await flushPromises()
    return textOf(box)
  }

  it('says since when, or in what they differ, or nothing', async () => {
    expect(await line(AGREES)).toMatch(/Control and ledger agree as of .*14:02/)
    expect(await line(DIFFERS)).toContain('Control and ledger differ in 1: G54 X')
    const unknown = [{ register: 'tool/1/X/wear', name: 'T1 X wear', because: 'no line' }]
    expect(await line({ ...AGREES, notCompared: unknown })).toMatch(/agree as of .*14:02, 1 not compared$/)
    expect(await line({ ...AGREES, read: null })).toBe('')
    expect(await line({ ...AGREES, agree: 0 })).toBe('')
  })
})
