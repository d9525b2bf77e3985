import type { HandoverPage } from '@rook/contract'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { MILL } from '@rook/testing'
import { ok, refused, serverThat } from '../../../test/answers.ts'
import { labelled, put, textOf } from '../../../test/mounting.ts'
import Page from './HandoverPage.vue'

const SPAN = { name: 'Night', from: '2026-11-24T22:00:00.000Z', to: '2026-11-25T06:00:00.000Z' }
const line = (text: string) => ({ kind: 'to-look-at' as const, text, entry: null })
const PAGE: HandoverPage = { span: SPAN, draft: [line('G54 Y carried over.'), line('5 readouts not seen.')], signed: null, latest: [] }
const signed = (more: object) => ({
  id: '00000000-0000-4000-8000-000000000007',
  machine: 'mill',
  shift: 'Late',
  from: '2026-11-24T14:00:00.000Z',
  to: SPAN.from,
  lines: [line('H4 is stale.')],
  words: 'coolant is low',
  by: 'I. Marrow',
  at: SPAN.from,
  readBy: null,
  readAt: null,
  ...more,
})
const settled = (check: () => void) => vi.waitFor(check, { timeout: 20_000 })

beforeEach(() => localStorage.clear())
afterEach(() => {
  vi.unstubAllGlobals()
  document.body.innerHTML = ''
})

describe('handing over', () => {
  it('sends what was not struck out, and keeps the words but not the PIN when it is refused', async () => {
    const sent = serverThat({
      'GET /api/machines': ok([MILL]),
      'GET /api/machines/mill/handover': ok(PAGE),
      'GET /api/session': ok({
        person: { id: 'oakhanger', name: 'T. Oakhanger', role: 'lead' },
        shop: { name: 'Works', timeZone: 'Europe/London', idleMinutes: 30, shifts: [] },
      }),
      'POST /api/machines/mill/handovers': refused(401, 'That is not T. Oakhanger’s PIN.'),
    })
    const wrapper = put(Page, { machine: 'mill' })
    await settled(() => expect(wrapper.findAll('[data-kind]')).toHaveLength(2))
    await wrapper.find('input[type=checkbox]').setValue(false)
    await labelled(wrapper, 'In your own words').setValue('vise squeaks')
    await labelled(wrapper, 'PIN of T. Oakhanger').setValue('8642')
    await wrapper.find('form').trigger('submit')
    await settled(() => expect(wrapper.find('[role=alert]').text()).toBe('That is not T. Oakhanger’s PIN.'))
    const [post] = sent.filter(({ method }) => method === 'POST')
    expect(post!.body).toMatchObject({ from: SPAN.from, lines: [line('5 readouts not seen.')], words: 'vise squeaks', pin: '8642' })
    expect(labelled(wrapper, 'In your own words').element.value).toBe('vise squeaks')
    expect(labelled(wrapper, 'PIN of T. Oakhanger').element.value).toBe('')
    // What waits to be sent again is kept on the tablet; a signature never is.
    expect(JSON.stringify({ ...localStorage, ...sessionStorage })).not.toContain('8642')
  })

  it('shows first what nobody has read, and lets anybody but its writer sign it', async () => {
    serverThat({ 'GET /api/machines': ok([MILL]), 'GET /api/machines/mill/handover': ok({ ...PAGE, latest: [signed({})] }) })
    const wrapper = put(Page, { machine: 'mill' })
    await settled(() => expect(textOf(wrapper.find('[data-handover]'))).toContain('coolant is low'))
    expect(wrapper.find('[data-handover]').text()).toContain('Sign as read')
    wrapper.unmount()
    serverThat({
      'GET /api/machines': ok([MILL]),
      'GET /api/machines/mill/handover': ok({ ...PAGE, latest: [signed({ by: 'T. Oakhanger' })] }),
    })
    const own = put(Page, { machine: 'mill' })
    await settled(() => expect(own.find('[data-handover]').text()).toContain('Whoever comes reads it and signs.'))
    expect(own.find('[data-handover]').text()).not.toContain('Sign as read')
  })
})
