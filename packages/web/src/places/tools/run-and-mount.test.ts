import { lengthRegister, mm, runOf, setterRegister, wearOf, type RunTask, type Scene } from '@rook/core'
import type { AssemblyRecord, Entry } from '@rook/contract'
import { config, type VueWrapper } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { MILL, mounted, scene, stands } from '@rook/testing'
import { ok, refused, serverThat, type Sent } from '../../../test/answers.ts'
import { put, textOf } from '../../../test/mounting.ts'
import ToolEventDialog from './ToolEventDialog.vue'
import LifeStrip from './LifeStrip.vue'
import MountDialog from './MountDialog.vue'
import RunBoard from './RunBoard.vue'

const drawerOf = (assemblies: object[]) => ok({ assemblies, of: assemblies.length, all: assemblies.length, mounted: {} })

const own = { assembly: 'em-12', setup: 'now' }
const at: Scene = scene(
  [
    [setterRegister('setter'), stands(mm(-502.118))],
    [lengthRegister('4'), stands(mm(103.4755), own)],
    [wearOf(lengthRegister('4')), stands(mm(-0.02), own)],
  ],
  { tools: [mounted('4', 'em-12', 'End mill 12', { flutes: null }), mounted('7', 'dr-66', 'Drill 6.6')] },
)
const planned = (number: string, diameter = false) => ({ number, offset: number, diameterOffset: number, diameter })
const PLAN = { tools: [planned('4', true), planned('5'), planned('7')] }
const settled = (check: () => void) => vi.waitFor(check, { timeout: 20_000 })
const body = () => document.body.textContent ?? ''
const dialogButton = (words: string) => [...document.body.querySelectorAll('button')].find((button) => button.textContent?.includes(words))!

beforeEach(() => localStorage.clear())
afterEach(() => {
  vi.unstubAllGlobals()
  document.body.innerHTML = ''
})

describe('a run of tools', () => {
  const skip = vi.fn<(task: RunTask, reason: string) => Promise<void>>()
  const board = (record: Parameters<typeof runOf>[2] = {}) =>
    put(RunBoard, {
      title: 'Tools T4 to T7',
      scene: at,
      setup: 'now',
      step: 'tools',
      tasks: runOf(PLAN, at.tools, record, MILL),
      preset: { method: 'setter', setter: 'setter', 'diameter-method': 'nominal' },
      skip,
    })
  const here = (wrapper: VueWrapper) => wrapper.find('[aria-current=step]').attributes('data-task')

  beforeEach(() => {
    skip.mockReset()
    serverThat({ 'GET /api/machines/mill/scene': ok(at), 'GET /api/drafts/': ok(null), 'GET /api/assemblies': drawerOf([]) })
  })

  it('begins with the first open one, and says how many remain', async () => {
    const wrapper = board()
    await settled(() => expect(here(wrapper)).toBe('T4/length'))
    expect(wrapper.find('[data-run]').text()).toBe('3 to do, 1 not mounted')
    await settled(() => expect(textOf(wrapper)).toContain('T4, End mill 12: length'))
    await settled(() => expect(textOf(wrapper)).toContain('constant K of Setter A'))
  })

  it('goes on where it was left', async () => {
    const wrapper = board({ 'T4/length': { skipped: false, reason: null } })
    await settled(() => expect(here(wrapper)).toBe('T4/diameter'))
    await settled(() => expect(textOf(wrapper)).toContain('DC, cutting diameter on record'))
  })

  it('is over when its last tool is recorded, whatever answer from before it still comes in', async () => {
    const open = runOf({ tools: [planned('4')] }, at.tools, {}, MILL)
    const done = runOf({ tools: [planned('4')] }, at.tools, { 'T4/length': { skipped: false, reason: null } }, MILL)
    const wrapper = put(RunBoard, { title: 'Tools', scene: at, setup: 'now', step: 'tools', tasks: open, preset: {}, skip })
    await settled(() => expect(wrapper.findComponent({ name: 'RoutinePage' }).exists()).toBe(true))
    wrapper.findComponent({ name: 'RoutinePage' }).vm.$emit('recorded', {
      content: { id: 'x', seq: 1, at: at.now, person: { name: 'I. Marrow' }, kind: 'touch-off', writes: [], readouts: [] },
      seen: [],
    })
    // A question that was asked before the entry is answered after it, then the new one.
    await wrapper.setProps({ tasks: [...open] })
    await wrapper.setProps({ tasks: done })
    expect(textOf(wrapper)).toContain('Every tool is measured or skipped')
  })

  it('does not pretend that an absent tool is measured: it is mounted, or left out with a reason', async () => {
    const wrapper = board()
    await wrapper.find('[data-task="T5/length"]').trigger('click')
    expect(textOf(wrapper)).toContain('T5 is called by the program and nothing is mounted there')
    await wrapper
      .findAll('button')
      .find((one) => one.text() === 'Skip it with a reason')!
      .trigger('click')
    await settled(() => expect(body()).toContain('Skip T5, length'))
  })

  it('is finished when nothing is open any more', async () => {
    const done = { skipped: false, reason: null }
    const wrapper = board({ 'T4/length': done, 'T4/diameter': done, 'T7/length': { skipped: true, reason: 'insert on order' } })
    await settled(() => expect(textOf(wrapper)).toMatch(/Every tool is measured or skipped ?, but for what is not mounted/))
    expect(wrapper.find('[data-task="T7/length"]').attributes('title')).toBe('insert on order')
  })
})

const record = (id: string, name: string, more: Partial<AssemblyRecord> = {}): AssemblyRecord => {
  const { number: _n, offset: _h, diameterOffset: _d, assembly: _a, ...plain } = mounted('0', id, name)
  return { ...plain, id, mounted: null, broken: false, ...more }
}

describe('mounting a tool', () => {
  const DRAWER = [
    record('em-12', 'End mill 12', { mounted: { machine: 'mill', machineName: 'Mill 3', number: '4', offset: '4', diameterOffset: '4' } }),
    record('em-16', 'End mill 16'),
  ]
  const dialog = (
    answer = ok({
      content: {
        title: 'End mill 12 moved from T4 to T9, H9 D9',
        machine: 'mill',
        person: { name: 'I. Marrow' },
        writes: [] as object[],
        gauges: [] as object[],
      },
      previousHash: '0',
    } as Entry),
    number = '9',
  ) => {
    const sent = serverThat({
      'GET /api/assemblies': drawerOf(DRAWER),
      'GET /api/machines/mill/scene': ok(at),
      'POST /api/machines/mill/mounts': answer,
    })
    return { sent, wrapper: put(MountDialog, { scene: at, number }) }
  }
  const choose = async (words: string) => {
    await settled(() => expect(body()).toContain(words))
    ;[...document.body.querySelectorAll<HTMLElement>('.drawer label')]
      .find((one) => one.textContent?.includes(words))!
      .querySelector('input')!
      .click()
  }

  it('says where it sits, and which figures go along', async () => {
    const { sent, wrapper } = dialog()
    await choose('End mill 12')
    await settled(() => expect(body()).toContain('End mill 12 sits in T4 on Mill 3'))
    await settled(() => expect(body()).toContain('H9 length 103.4755'))
    dialogButton('Move it here').click()
    await settled(() => expect(wrapper.emitted('mounted')?.[0]).toEqual(['End mill 12 moved from T4 to T9, H9 D9.']))
    expect(sent.find(({ method }) => method === 'POST')!.body).toMatchObject({
      number: '9',
      assembly: 'em-12',
      from: { machine: 'mill', number: '4' },
      carry: true,
    })
  })

  it.each(['', '4/'])('works nothing out from a pocket that is still being typed: “%s”', async (number) => {
    const wrong: unknown[] = []
    config.global.config.errorHandler = (error) => wrong.push(error)
    const { sent } = dialog(undefined, number)
    await choose('End mill 12')
    await settled(() => expect(sent.some(({ path }) => path.endsWith('/scene'))).toBe(true))
    await settled(() => expect(body()).toContain('End mill 12 sits in T4 on Mill 3'))
    await new Promise((resolve) => setTimeout(resolve))
    delete config.global.config.errorHandler
    expect(wrong).toEqual([])
  })

  it('tells what another tool left under those numbers', async () => {
    const other = { ...at, tools: at.tools.filter(({ number }) => number !== '4') }
    serverThat({ 'GET /api/assemblies': drawerOf(DRAWER) })
    put(MountDialog, { scene: other, number: '4' })
    await choose('End mill 16')
    await settled(() => expect(body()).toContain('H4 length stands there from another tool and becomes stale'))
  })

  it('says which tool goes to the drawer for it, and sends that it was seen there', async () => {
    const { sent } = dialog(undefined, '4')
    await settled(() => expect(body()).toContain('End mill 16'))
    // The tool that sits there already is not offered for its own place.
    expect(document.body.querySelector('.drawer')!.textContent).not.toContain('End mill 12')
    await choose('End mill 16')
    await settled(() => expect(document.body.querySelector('[data-replaced]')?.textContent).toContain('End mill 12 sits in T4 now.'))
    dialogButton('Put it in its place').click()
    await settled(() =>
      expect(sent.find(({ method }) => method === 'POST')?.body).toMatchObject({ number: '4', assembly: 'em-16', replaces: 'em-12' }),
    )
  })

  it('marks a broken one, puts it last, and says what is to be noted first', async () => {
    serverThat({
      'GET /api/assemblies': drawerOf([record('dr-33', 'Drill 3.3', { broken: true }), record('em-16', 'End mill 16')]),
      'GET /api/machines/mill/scene': ok(at),
    })
    put(MountDialog, { scene: at, number: '9' })
    await settled(() => expect(body()).toContain('Drill 3.3'))
    const names = [...document.body.querySelectorAll('.drawer label')].map((one) => one.textContent)
    expect(names[0]).toContain('End mill 16')
    expect(names[1]).toContain('broken, nothing new in it yet')
    expect(names[0]).not.toContain('broken')
    await choose('Drill 3.3')
    await settled(() => expect(body()).toContain('Drill 3.3 is broken on record.'))
  })

  it('keeps the dialog open with the reason when it cannot be', async () => {
    const { wrapper } = dialog(refused(409, 'T9 on Mill 3 holds Drill 3.3. Take it out first.'))
    await choose('End mill 16')
    dialogButton('Mount it').click()
    await settled(() => expect(body()).toContain('T9 on Mill 3 holds Drill 3.3. Take it out first.'))
    expect(wrapper.emitted('close')).toBeUndefined()
  })
})

describe('what happens to a tool', () => {
  // A half-done run's draft may still be on its way to the server, from another test.
  const toEvents = (sent: Sent[]) => sent.filter(({ path }) => path.endsWith('/events')).map(({ body }) => body)
  const worn = record('em-12', 'End mill 12', { life: { by: 'parts', limit: 50, warning: 40 }, lifeUsed: 44 })

  it('is shown with all that follows, before it is recorded', async () => {
    const sent = serverThat({ 'POST /api/assemblies/em-12/events': ok(null) })
    const wrapper = put(ToolEventDialog, { kind: 'insert-changed', tool: worn, scene: at })
    await settled(() => expect(body()).toContain('becomes an estimate: near the old edge, to be measured'))
    expect(body()).toContain('goes to zero')
    expect(body()).toContain('44 parts were used until now; the counter begins anew.')
    expect(dialogButton('Record it').disabled).toBe(true)
    const area = document.body.querySelector('textarea')!
    area.value = 'edge two chipped'
    area.dispatchEvent(new Event('input'))
    await settled(() => expect(dialogButton('Record it').disabled).toBe(false))
    dialogButton('Record it').click()
    await settled(() => expect(wrapper.emitted('close')).toHaveLength(1))
    expect(toEvents(sent)).toMatchObject([{ kind: 'insert-changed', note: 'edge two chipped' }])
  })

  it('uses up its life, counted in its own unit', async () => {
    const sent = serverThat({ 'POST /api/assemblies/em-12/events': ok(null) })
    const wrapper = put(LifeStrip, { tool: worn })
    expect(wrapper.find('[data-life]').text()).toContain('44 parts of 50 parts: 6 parts left')
    await wrapper.find('input').setValue('-3')
    await wrapper.find('form').trigger('submit')
    expect(wrapper.find('.field .stop').text()).toBe('Used: write how many parts, more than zero.')
    await wrapper.find('input').setValue('2,5')
    await wrapper.find('form').trigger('submit')
    await settled(() => expect(toEvents(sent)).toMatchObject([{ kind: 'used', amount: 2.5 }]))
    expect(textOf(put(LifeStrip, { tool: record('x', 'X') }))).toContain('Not counted.')
  })
})
