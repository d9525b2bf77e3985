import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { mounted, scene } from '@rook/testing'
import { ok, serverThat, type Sent } from '../../../test/answers.ts'
import { put, textOf } from '../../../test/mounting.ts'
import CountDialog from './CountDialog.vue'

const life = (by: 'parts' | 'uses', limit: number) => ({ by, limit, warning: limit - 10 })
const TOOLS = [
  mounted('4', 'em-12', 'End mill 12', { life: life('parts', 50), lifeUsed: 38 }),
  mounted('5', 'em-08', 'End mill 8', { life: life('parts', 90), lifeUsed: 10 }),
  mounted('7', 'dr-66', 'Drill 6.6', { life: life('uses', 600) }),
]
const planned = TOOLS.map(({ number }) => ({ number, offset: number, diameterOffset: number, diameter: false }))
const SCENE = scene([], { tools: TOOLS, plan: { ...scene().plan!, tools: planned } })
const settled = (check: () => void) => vi.waitFor(check, { timeout: 20_000 })
const body = () => textOf({ element: document.body })
const press = (words: string) => [...document.body.querySelectorAll('button')].find((one) => one.textContent?.trim() === words)!.click()
const type = (label: string, text: string) => {
  const id = [...document.body.querySelectorAll('label')].find((one) => one.textContent?.trim() === label)!.htmlFor
  const input = document.getElementById(id) as HTMLInputElement
  input.value = text
  input.dispatchEvent(new Event('input'))
}
const counted = (sent: readonly Sent[]) => sent.filter(({ path }) => path.endsWith('/parts')).map(({ body: one }) => one)

beforeEach(() => localStorage.clear())
afterEach(() => {
  vi.unstubAllGlobals()
  document.body.innerHTML = ''
})

describe('counting parts', () => {
  const open = (at: typeof SCENE | null = SCENE) => {
    const sent = serverThat({ 'POST /api/setups/now/parts': ok(null) })
    put(CountDialog, { setup: 'now', proven: null, scene: at })
    return sent
  }

  it('shows how each edge stands with them, and what has to be counted by hand', async () => {
    open()
    await settled(() => expect(body()).toContain('38 parts of 50 parts.'))
    type('Good parts since the last count', '12')
    await settled(() => expect(body()).toContain('50 parts of 50 parts: its life is over.'))
    expect(body()).toContain('22 parts of 90 parts.')
    expect(body()).toContain('T7 in uses: not counted here')
  })

  it('counts on the edges that are ticked', async () => {
    const sent = open()
    await settled(() => expect(document.querySelectorAll('[data-edges] input')).toHaveLength(2))
    type('Good parts since the last count', '3')
    type('Why these parts count all the same', 'as the last lot')
    document.querySelector<HTMLInputElement>('[data-edges] input')!.click()
    press('Count them')
    await settled(() => expect(counted(sent)).toMatchObject([{ made: 3, scrapped: 0, edges: ['em-08'] }]))
  })

  it('leaves it to the plan where the machine is not shown yet', async () => {
    const sent = open(null)
    await settled(() => expect(body()).toContain('Good parts since the last count'))
    expect(document.querySelector('[data-edges]')).toBeNull()
    type('Good parts since the last count', '3')
    type('Why these parts count all the same', 'as the last lot')
    press('Count them')
    await settled(() => expect(counted(sent)).toMatchObject([{ made: 3, edges: null }]))
  })
})
