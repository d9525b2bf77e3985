import { geometryRegister, lengthRegister, mm, stationDatum, type RegisterRef, type Scene } from '@rook/core'
import { mounted, scene, stands, TURRET_LATHE } from '@rook/testing'
import { flushPromises } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { put } from '../../../test/mounting.ts'
import { refused, serverThat } from '../../../test/answers.ts'
import Families from './Families.vue'
import PairsDialog from './PairsDialog.vue'
import { calledBy, factsOnMachine } from './on-its-machine.ts'

const cutter = (number: string, lifeUsed: number) =>
  mounted(number, `em-${number}`, `End mill ${number}`, { kind: 'end-mill', life: { by: 'parts', limit: 50, warning: 40 }, lifeUsed })
const at = (used: number): Scene =>
  scene(
    ['2', '11'].map((number) => [lengthRegister(number), stands(mm(118), { assembly: `em-${number}` })]),
    {
      plan: null,
      tools: [cutter('2', used), cutter('11', 0), cutter('12', 0)],
      families: [{ entry: '00000000-0000-4000-8000-000000000009', name: 'Roughing', called: '2', members: ['2', '11', '12'], inUse: '2' }],
    },
  )
const text = (wrapper: ReturnType<typeof put>) => wrapper.text().replace(/\s+/g, ' ')

describe('families of tools', () => {
  it('show which cuts, which is ready, and why another is not', () => {
    const wrapper = put(Families, { scene: at(12) })
    expect(text(wrapper)).toContain('T2 in use, 38 parts left')
    expect(text(wrapper)).toContain('T11 ready, 50 parts left')
    expect(text(wrapper)).toContain('T12 not ready, 50 parts left: H12 length is unset')
    expect(wrapper.find('[role=alert]').exists()).toBe(false)
  })

  it('offer the next with one press when a life is over', async () => {
    const sent = serverThat({ 'POST /api/machines': refused(409, 'T11 cannot take its place: H11 length is unset.') })
    const wrapper = put(Families, { scene: at(50) })
    expect(wrapper.find('[role=alert]').text()).toContain('T2: 50 parts of 50 parts')
    await wrapper
      .findAll('button')
      .find((one) => one.text() === 'Put T11 in use')!
      .trigger('click')
    await flushPromises()
    expect(sent.find(({ method }) => method === 'POST')).toMatchObject({
      path: '/api/machines/mill/families',
      body: { name: 'Roughing', members: ['2', '11', '12'], inUse: '11', basis: '00000000-0000-4000-8000-000000000009' },
    })
    // What the server says stands beside it.
    await vi.waitFor(() => expect(text(wrapper)).toContain('T11 cannot take its place: H11 length is unset.'))
  })

  it('are told on a tool\u2019s own page, with its station and how far it stands out', () => {
    expect(factsOnMachine('em-12', at(12))).toEqual([{ label: 'Roughing', text: 'not ready: H12 length is unset' }])
    expect(factsOnMachine('nowhere', at(12))).toEqual([])
    const standing: [RegisterRef, number][] = [
      [geometryRegister('11', 'X'), -248.832],
      [geometryRegister('11', 'Z'), -25],
      [stationDatum('11', 'X'), -338.832],
      [stationDatum('11', 'Z'), -12.5],
    ]
    const lathe = scene(
      standing.map(([register, value]) => [register, stands(mm(value))]),
      { machine: TURRET_LATHE, plan: null, tools: [mounted('11', 'ld-s', 'Turning tool', { kind: 'turning' })] },
    )
    // It works toward the sub-spindle, so its reach grows as its geometry falls.
    expect(factsOnMachine('ld-s', lathe)).toEqual([
      { label: 'station 11', text: 'for turning, at the sub-spindle' },
      { label: 'stands out of it', text: '45.000 toward the axis, 12.500 toward the chuck' },
    ])
    const numbers = { offset: '4', diameterOffset: '54' }
    expect([calledBy('4', numbers, at(12)), calledBy('4', numbers, lathe), calledBy('11', numbers, lathe)]).toEqual([
      'H4 D54',
      '',
      'offset 4',
    ])
  })
})

describe('further offsets of a tool', () => {
  it('are typed line by line, refused while a number is taken, and sent with what sits there', async () => {
    const sent = serverThat({ 'POST /api/machines': refused(409, 'Another tool is in T2 now, or none. Look at it again.') })
    put(PairsDialog, { scene: at(0), tool: cutter('2', 0) })
    const field = (label: string) =>
      [...document.body.querySelectorAll<HTMLInputElement>('.ant-modal input')].find(
        (input) => document.body.querySelector(`label[for="${input.id}"]`)?.textContent === label,
      )!
    const type = async (label: string, value: string) => {
      field(label).value = value
      field(label).dispatchEvent(new Event('input'))
      await flushPromises()
    }
    await vi.waitFor(() => expect(field('Offset')).toBeTruthy())
    const keep = document.body.querySelector<HTMLButtonElement>('.ant-modal .ant-btn-primary')!
    await type('Offset', '11')
    await type('What it is for', 'finishing')
    expect(document.body.textContent).toContain('Offset 11 is taken; each would overwrite the other\u2019s figures.')
    expect(keep.disabled).toBe(true)
    await type('Offset', '42')
    expect(keep.disabled).toBe(false)
    keep.click()
    await flushPromises()
    expect(sent.find(({ method }) => method === 'POST')).toMatchObject({
      path: '/api/machines/mill/pairs',
      body: { number: '2', assembly: 'em-2', pairs: [{ offset: '42', words: 'finishing', spindle: null }], shown: [] },
    })
    await vi.waitFor(() => expect(document.body.textContent).toContain('Another tool is in T2 now'))
  })
})
