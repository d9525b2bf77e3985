import { flushPromises } from '@vue/test-utils'
import type { GoFinding, ProgramRead } from '@rook/core'
import type { GoPage as Page, ProgramIssue } from '@rook/contract'
import { gunzipSync } from 'node:zlib'
import { MILL } from '@rook/testing'
import { dialectOf, readProgram } from '@rook/core'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { ok, refused, serverThat, type Sent } from '../../../test/answers.ts'
import { put, textOf } from '../../../test/mounting.ts'
import GoPage from './GoPage.vue'
import { lineOf, mendOf } from '../../parts/mend.ts'
import { pressed } from './pressed.ts'
import ProgramIssues from './ProgramIssues.vue'
import ProgramPage from './ProgramPage.vue'
import { stretchAround } from './stretch.ts'

const ISSUE: ProgramIssue = {
  id: '00000000-0000-4000-8000-00000000000a',
  operation: 'flange-20',
  issue: 5,
  name: 'O2417.NC',
  hash: 'a'.repeat(64),
  bytes: 994,
  lines: 79,
  note: 'drill 0.5 deeper',
  at: '2026-11-24T01:00:00.000Z',
  by: 'W. Tansley',
  proven: null,
}
const OLD: ProgramIssue = {
  ...ISSUE,
  id: '00000000-0000-4000-8000-00000000000b',
  issue: 4,
  note: null,
  proven: { at: ISSUE.at, setup: 'before' },
}
const AT = { id: 'now', machine: 'mill-3', operation: 'flange-20' }
const finding = (id: string, verdict: GoFinding['verdict'], more: Partial<GoFinding> = {}): GoFinding => ({
  id,
  verdict,
  stage: 'go',
  sentence: `${id} is found.`,
  line: 27,
  register: null,
  mend: 'tool',
  ...more,
})
const READ: ProgramRead = readProgram(() => ['G21 G90 G54\nT4 M6\nG43 H4 G0 X0. Y0. Z5.\nG1 X92. F200\nM30'], dialectOf(MILL))
const page = (more: Partial<Page> = {}): Page => ({ issue: ISSUE, proven: OLD, read: READ, findings: [], given: null, ...more })
const summary = { ...AT, machineName: 'Mill 3', endedAt: null }
const shown = async (more: Partial<Page>, answers: Parameters<typeof serverThat>[0] = {}) => {
  serverThat({ 'GET /api/setups/now/go': ok(page(more)), 'GET /api/machines': ok([MILL]), ...answers })
  const wrapper = put(GoPage, { setup: 'now', data: { summary: { ...summary, machine: MILL.id } } })
  await flushPromises()
  return wrapper
}
const mark = (wrapper: Awaited<ReturnType<typeof shown>>) => wrapper.find('[data-go]').attributes('data-go')
const button = (wrapper: Awaited<ReturnType<typeof shown>>) => wrapper.findAll('button').find((one) => one.text() === 'Give the go')

afterEach(() => vi.unstubAllGlobals())

describe('go or no go', () => {
  it('says in one sentence how it stands', async () => {
    const one = await shown({ findings: [finding('d', 'stop'), finding('q', 'query')] })
    expect([mark(one), textOf(one)]).toEqual(['stop', expect.stringContaining('No go: 1 stop.')])
    expect(button(one)!.attributes('disabled')).toBeDefined()
    const asked = await shown({ findings: [finding('q', 'query')] })
    expect([mark(asked), textOf(asked)]).toEqual(['query', expect.stringContaining('Nothing stops it; 1 to be answered.')])
    const free = await shown({ findings: [finding('c', 'clear')] })
    expect(mark(free)).toBe('clear')
    expect(button(free)!.attributes('disabled')).toBeUndefined()
    expect(mark(await shown({ issue: null, read: null, findings: [finding('no-text', 'query')] }))).toBe('query')
  })

  it('is given with a reason for what is questioned, on the issue that is shown', async () => {
    let sent: Sent | null = null
    const take = (one: Sent) => {
      sent = one
      return refused(422, 'Say why it may run all the same.')
    }
    const wrapper = await shown({ findings: [finding('q', 'query')] }, { 'POST /api/setups/now/go': take })
    expect(button(wrapper)!.attributes('disabled')).toBeDefined()
    await wrapper.find('[data-finding=q] input').setValue('left-hand tap')
    expect(button(wrapper)!.attributes('disabled')).toBeUndefined()
    await button(wrapper)!.trigger('click')
    await vi.waitFor(() => expect(textOf(wrapper)).toContain('Say why it may run all the same.'))
    expect(sent!.body).toMatchObject({ issue: ISSUE.id, answers: { q: 'left-hand tap' } })
  })

  it('says what changed since it was given, and has no button while it holds', async () => {
    const given = { entry: OLD.id, at: ISSUE.at, by: 'I. Marrow', issue: ISSUE.id, changed: [] as string[] }
    const holds = await shown({ given })
    expect(textOf(holds)).toMatch(/Go, given .* by I. Marrow\./)
    expect(button(holds)).toBeUndefined()
    const lapsed = await shown({ given: { ...given, changed: ['G54 X written since.'] } })
    expect(textOf(lapsed)).toContain('no longer holds')
    expect(textOf(lapsed)).toContain('G54 X written since.')
    expect(button(lapsed)).toBeDefined()
  })

  it('shows how far each tool cuts', async () => {
    const wrapper = await shown({})
    expect(wrapper.find('[data-cuts="4 G54"]').text()).toContain('0.0000 to 92.0000')
  })

  it('leads to the line and to what mends it', () => {
    expect(lineOf(finding('d', 'stop'), ISSUE)).toEqual({
      words: 'line 27',
      to: { name: 'program', params: { issue: ISSUE.id }, query: { line: 27 } },
    })
    expect(lineOf(finding('d', 'stop', { line: null }), ISSUE)).toBeNull()
    const ways = (['zero', 'tool', 'mount', 'plan', 'program', 'machine', 'look'] as const).map(
      (mend) => mendOf(finding('d', 'stop', { mend }), AT)?.to,
    )
    expect(ways.map((to) => (to as { name: string } | undefined)?.name)).toEqual([
      'setup',
      'machine-tools',
      'machine-tools',
      'operation',
      'operation',
      'machine',
      undefined,
    ])
  })
})

describe('issues of a program', () => {
  it('are listed with who kept them, which was proven, and what changed', async () => {
    serverThat({
      'GET /api/operations/flange-20/programs': ok([ISSUE, OLD]),
      [`GET /api/programs/${ISSUE.id}/from/${OLD.id}`]: ok({
        before: OLD,
        after: ISSUE,
        cut: false,
        parts: [
          { kind: 'same', line: 1, count: 52, lines: [] },
          { kind: 'gone', line: 53, count: 1, lines: ['Z-20.'] },
          { kind: 'new', line: 53, count: 1, lines: ['Z-20.5'] },
        ],
      }),
    })
    const wrapper = put(ProgramIssues, { operation: 'flange-20' })
    await vi.waitFor(() => expect(wrapper.find('[data-issue="5"]').exists()).toBe(true))
    expect(wrapper.find('[data-issue="5"]').text()).toContain('drill 0.5 deeper')
    const changed = wrapper.findAll('button').filter((one) => one.text() === 'what changed')
    expect(changed).toHaveLength(1)
    await changed[0]!.trigger('click')
    await vi.waitFor(() => expect(wrapper.findAll('[data-change]').map((line) => line.text())).toEqual(['was 53 Z-20.', 'is 53 Z-20.5']))
  })

  it('are sent pressed, to the last byte', async () => {
    const text = 'G1 X1. F100\n'.repeat(5_000)
    const gzip = await pressed(new Blob([text]))
    expect(gzip.length).toBeLessThan(text.length / 20)
    expect(gunzipSync(Buffer.from(gzip, 'base64')).toString()).toBe(text)
  })

  it('are shown by line', async () => {
    serverThat({ [`GET /api/programs/${ISSUE.id}`]: ok({ issue: ISSUE, from: 1, lines: ['%', 'O2417'] }) })
    const wrapper = put(ProgramPage, { issue: ISSUE.id })
    await vi.waitFor(() => expect(wrapper.findAll('[data-line]').map((line) => line.text())).toEqual(['1 %', '2 O2417']))
    expect([stretchAround(null), stretchAround(3), stretchAround(500)]).toEqual([1, 1, 460])
  })

  it('are shown over the stock alone where the setup that was asked for is not there', async () => {
    serverThat({
      [`GET /api/programs/${ISSUE.id}`]: ok({ issue: ISSUE, from: 1, lines: ['%', 'O2417'] }),
      'GET /api/setups/gone': refused(404, 'Setup gone is not known here.'),
    })
    const wrapper = put(ProgramPage, { issue: ISSUE.id }, { at: '/programs/x?setup=gone' })
    await vi.waitFor(() => expect(textOf(wrapper)).toContain('Setup gone is not known here. It stands over the stock alone.'))
  })
})
