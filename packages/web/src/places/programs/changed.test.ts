import { mm, workRegister } from '@rook/core'
import { MILL, scene, stands } from '@rook/testing'
import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { ok, serverThat } from '../../../test/answers.ts'
import { put } from '../../../test/mounting.ts'
import ChangeProgram from './ChangeProgram.vue'
import { changed, changedLines, newName, type Wanted } from './changed.ts'
import { wholeText } from './whole-text.ts'

const LINES = ['G21 G90', 'T4 M6', 'G54 G0 X0. (G54)', 'G43 H4 Z50.', 'M30']
const WANTED: Wanted = { what: 'slot', from: 'G54', to: 'G55', slots: [], order: 'part by part', letter: 'H', old: '', fresh: '' }
const linesOf = (wanted: Partial<Wanted>) => {
  const out = changed(LINES, { ...WANTED, ...wanted })
  return 'lines' in out ? out.lines : out.refused
}

afterEach(() => vi.unstubAllGlobals())

describe('a program that is changed', () => {
  it('calls another slot, other offsets, or runs over several slots', () => {
    expect(linesOf({})).toEqual(['G21 G90', 'T4 M6', 'G55 G0 X0. (G54)', 'G43 H4 Z50.', 'M30'])
    expect(linesOf({ what: 'offset', old: '4', fresh: '14' })).toContain('G43 H14 Z50.')
    expect(linesOf({ what: 'layout', slots: ['G54', 'G55'] })).toEqual([
      ...LINES.slice(0, 4),
      'T4 M6',
      'G55 G0 X0. (G54)',
      'G43 H4 Z50.',
      'M30',
    ])
  })

  it('says in its head what stands in the record', () => {
    const own = scene([[workRegister('G54', 'X'), stands(mm(-313.2037))]])
    const out = changed(LINES, { ...WANTED, what: 'header' }, { scene: own, at: '29 Nov 2026 20:42', by: 'I. Marrow' })
    expect('lines' in out && changedLines(LINES, out.lines).lines).toEqual([
      { number: 1, was: null, is: '(RECORD: OP 20, REV C, JOB 0417, MILL 3, 29 NOV 2026 20:42, I. MARROW)' },
      { number: 2, was: null, is: '(RECORD: G54 X -313.2037 Y UNSET Z UNSET)' },
      { number: 3, was: null, is: '(RECORD: T4 END MILL 12: H4 LENGTH UNSET)' },
    ])
    expect(newName('O2417.NC', 'header')).toBe('O2417-with-record.NC')
  })

  it('says what is missing', () => {
    expect(linesOf({ what: 'header' })).toContain('Choose the setup')
    expect(linesOf({ to: '' })).toBe('Choose both slots.')
    expect(linesOf({ what: 'offset', old: 'x', fresh: '2' })).toContain('1 to 9999')
    expect(linesOf({ what: 'layout' })).toContain('those it shall run in')
    expect(linesOf({ what: 'layout', from: 'G56', slots: ['G55'] })).toContain('It calls G54')
  })

  it('is shown by the lines that differ, and saved under a name of its own', () => {
    expect(changedLines(LINES, linesOf({}) as string[])).toEqual({
      inAll: 1,
      lines: [{ number: 3, was: 'G54 G0 X0. (G54)', is: 'G55 G0 X0. (G54)' }],
    })
    // Where lines come or go, those that stay are not shown.
    expect(changedLines(['%', 'O1', 'old', 'M30'], ['%', 'O1', 'new', 'newer', 'M30']).lines).toEqual([
      { number: 3, was: 'old', is: null },
      { number: 3, was: null, is: 'new' },
      { number: 4, was: null, is: 'newer' },
    ])
    expect(changedLines(['a'], ['a', 'b']).lines).toEqual([{ number: 2, was: null, is: 'b' }])
    expect(changedLines(['a', 'a'], ['a']).lines).toEqual([{ number: 2, was: 'a', is: null }])
    expect([newName('O2417.NC', 'slot'), newName('O2417', 'layout')]).toEqual(['O2417-other-slot.NC', 'O2417-laid-out'])
  })

  it('is fetched whole, a stretch at a time', async () => {
    const all = Array.from({ length: 4_500 }, (_, at) => `N${at}`)
    const sent = serverThat({
      'GET /api/programs/long': ({ path }) => {
        const from = Number(new URL(path, 'http://shop').searchParams.get('from'))
        return ok({ lines: all.slice(from - 1, from + 1_999) })
      },
    })
    expect(await wholeText({ id: 'long', lines: 4_500 })).toEqual(all)
    expect(sent).toHaveLength(3)
  })

  it('is shown before it is saved', async () => {
    const issue = {
      id: 'one',
      operation: 'o',
      issue: 1,
      name: 'O1.NC',
      hash: '',
      bytes: 1,
      lines: LINES.length,
      note: null,
      at: '',
      by: '',
      proven: null,
    }
    serverThat({ 'GET /api/programs/one': ok({ issue, from: 1, lines: LINES }) })
    put(ChangeProgram, { issue, machines: [MILL], setup: null })
    await flushPromises()
    await vi.waitFor(() => expect(document.body.textContent).toContain('Choose both slots.'))
    expect(document.querySelector<HTMLButtonElement>('.ant-modal .ant-btn-primary')!.disabled).toBe(true)
  })
})
