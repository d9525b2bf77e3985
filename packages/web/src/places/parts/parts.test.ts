import { mm, registerKey, workRegister } from '@rook/core'
import type { Job, OperationPage, OperationRecord, PartLine } from '@rook/contract'
import { nextTick } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { MILL, mounted, scene, stands } from '@rook/testing'
import { ok, refused, serverThat, type Sent } from '../../../test/answers.ts'
import { labelled, put, textOf } from '../../../test/mounting.ts'
import BeginDialog from './BeginDialog.vue'
import Contradicts from './Contradicts.vue'
import JobRows from './JobRows.vue'
import OperationPageView from './OperationPage.vue'
import PartDialog from './PartDialog.vue'
import Parts from './Parts.vue'
import StepList from './StepList.vue'
import StockFields from './StockFields.vue'

const PLAN: OperationRecord = {
  id: 'op',
  part: 'p',
  partName: 'Square',
  name: 'Op 10',
  revision: 'A',
  kind: 'mill',
  unit: 'mm',
  machines: [],
  slots: ['G54'],
  purposes: { G54: 'left vise' },
  stock: { X: { from: mm(0), to: mm(80) }, Y: { from: mm(0), to: mm(40) }, Z: { from: mm(-12), to: mm(0) } },
  fixture: 'vise',
  fixtureRepeat: mm(0.006),
  tolerance: null,
  clearance: null,
  features: [],
  sizes: [{ name: 'hole', kind: 'bored', nominal: mm(28), upper: mm(0.021), lower: mm(0), tool: '4', gauge: 'finder', every: 10 }],
  tools: [{ number: '4', offset: '4', diameterOffset: '4', diameter: true }],
  program: 'O1',
  steps: [
    { id: 'x', title: 'Zero G54, X', detail: null, kind: 'routine', routine: 'edge', preset: { slot: 'G54', axis: 'X', finder: 'finder' } },
  ],
  edition: 2,
  changedAt: '2026-11-20T10:00:00.000Z',
  by: 'B. Hollins',
}
const { id: _id, part: _part, partName: _name, edition: _edition, changedAt: _at, by: _by, ...CONTENT } = PLAN
const job = (more: Partial<Job>): Job => ({
  id: 'j',
  number: '0700',
  part: 'p',
  partNumber: 'SQ-9',
  partName: 'Square',
  revision: 'A',
  quantity: 20,
  due: null,
  note: '',
  state: 'open',
  made: 0,
  scrapped: 0,
  ...more,
})
const at = scene([[workRegister('G54', 'X'), stands(mm(-318.084))]], {
  tools: [mounted('4', 'em-12', 'End mill 12')],
  plan: null,
})
const then = { ...at, standing: { [registerKey(workRegister('G54', 'X'))]: stands(mm(-318.204)) } }
const settled = (check: () => void) => vi.waitFor(check, { timeout: 20_000 })
const body = () => document.body.textContent ?? ''
const press = (words: string) =>
  [...document.body.querySelectorAll('button')].find((button) => button.textContent?.trim() === words)!.click()
/** A field of a dialog, which stands beside the page. */
function typeInto(words: string, text: string): HTMLInputElement {
  const label = [...document.body.querySelectorAll('label')].find((one) => one.textContent === words)!
  const field = document.getElementById(label.htmlFor) as HTMLInputElement
  field.value = text
  field.dispatchEvent(new Event('input'))
  return field
}
const posts = (sent: readonly Sent[]) => sent.filter(({ method }) => method !== 'GET')

beforeEach(() => localStorage.clear())
afterEach(() => {
  vi.unstubAllGlobals()
  document.body.innerHTML = ''
})

describe('the list of parts and jobs', () => {
  const part = (name: string, number: string): PartLine => ({
    id: number,
    number,
    name,
    material: 'brass',
    revision: 'A',
    change: '',
    changedAt: '',
    by: null,
    operations: 1,
    openJobs: 0,
  })

  it('shows what fits the words that are typed', async () => {
    serverThat({
      'GET /api/parts': ok([part('Square', 'SQ-9'), part('Flange', 'F-1')]),
      'GET /api/parts?words=sq-': ok([part('Square', 'SQ-9')]),
      'GET /api/jobs': ok([job({ number: '0700' })]),
    })
    const wrapper = put(Parts, {})
    await settled(() => expect(wrapper.findAll('[data-part]')).toHaveLength(2))
    await wrapper.find('input[aria-label="Show only"]').setValue('sq-')
    await settled(() => expect(wrapper.findAll('[data-part]').map(textOf)).toEqual([expect.stringContaining('Square')]))
    expect(wrapper.find('[data-job="0700"]').text()).toContain('0 of 20')
  })

  it('lets a planner close a job that does not run, and nobody else', async () => {
    const sent = serverThat({ 'PUT /api/jobs/': ok(job({ state: 'closed' })) })
    const jobs = [
      job({ id: 'a', number: '1' }),
      job({ id: 'b', number: '2', state: 'running' }),
      job({ id: 'c', number: '3', state: 'closed' }),
    ]
    const wrapper = put(JobRows, { jobs, loading: false }, { role: 'planner' })
    expect(wrapper.findAll('[data-job]').map((row) => row.findAll('button').map((one) => one.text()))).toEqual([
      ['change', 'close'],
      ['change'],
      ['change', 'open again'],
    ])
    await wrapper.find('[data-job="1"]').findAll('button')[1]!.trigger('click')
    await settled(() => expect(posts(sent)).toMatchObject([{ path: '/api/jobs/a', body: { number: '1', closed: true } }]))
    expect(put(JobRows, { jobs, loading: false }, { role: 'setter' }).findAll('[data-job] button')).toHaveLength(0)
  })
})

describe('a part', () => {
  it('is not sent while something is missing, and keeps what was typed when it is refused', async () => {
    const sent = serverThat({ 'POST /api/parts': refused(409, 'SQ-9 is the number of Square already.') })
    put(PartDialog, { part: null })
    await settled(() => expect(body()).toContain('A new part'))
    press('Add')
    await settled(() => expect(body()).toContain('Number: what stands on the drawing.'))
    expect(posts(sent)).toEqual([])
    typeInto('Number', 'SQ-9')
    const name = typeInto('Name', 'Square')
    await nextTick()
    press('Add')
    await settled(() => expect(body()).toContain('SQ-9 is the number of Square already.'))
    expect(name.value).toBe('Square')
  })
})

describe('an operation', () => {
  const page: OperationPage = {
    operation: PLAN,
    editions: [
      { edition: 2, at: '2026-11-20T10:00:00.000Z', by: 'B. Hollins', content: CONTENT },
      { edition: 1, at: '2026-11-01T10:00:00.000Z', by: null, content: { ...CONTENT, fixture: 'clamps', steps: [] } },
    ],
    setups: [],
    fitting: {},
    loadings: [
      {
        machine: 'mill',
        register: 'work/G54/X/geometry',
        loadings: [1000, 3000, 5000].map((value, n) => ({ setup: `s${n}`, at: '2026-11-01T10:00:00.000Z', value: value as never })),
      },
      { machine: 'mill', register: 'work/G54/Y/geometry', loadings: [{ setup: 's', at: '2026-11-01T10:00:00.000Z', value: 1 as never }] },
    ],
  }

  it('shows its sizes, what an edition changed by name, and how its fixture repeated', async () => {
    serverThat({
      'GET /api/operations/op': ok(page),
      'GET /api/operations/op/workpiece': ok({ holding: null, outline: null }),
      'GET /api/operations/op/programs': ok([]),
      'GET /api/machines': ok([MILL]),
      'GET /api/machines/mill/scene': ok(at),
      'GET /api/gauges': ok(at.gauges),
    })
    const wrapper = put(OperationPageView, { operation: 'op' })
    await settled(() => expect(wrapper.find('[data-size=hole]').exists()).toBe(true))
    // 28 +0.021 / 0: the middle of the limits.
    expect(textOf(wrapper.find('[data-size=hole]'))).toContain('28 +0.021 / 0 28.0105 T4')
    const repeats = wrapper.findAll('[data-repeats]')
    expect(repeats.map(textOf)).toEqual(['G54 X Mill 3 3 0.0020 mm 0.0040 mm'])
    await wrapper
      .findAll('button')
      .find((one) => one.text() === 'what it changed')!
      .trigger('click')
    await settled(() => expect(textOf(wrapper.find('[data-what=Fixture]'))).toBe('Fixture clamps vise'))
    // A gauge is called by its name, never by its id.
    await settled(() => expect(textOf(wrapper.find('[data-what^="Step"]'))).toContain('What touches Finder 10'))
  })

  it('says before it begins what is different from the last time, and what is against it', async () => {
    const setup = { machine: 'mill', job: '0690', operationName: 'Op 20', slots: ['G54'] }
    serverThat({
      'GET /api/machines': ok([MILL]),
      'GET /api/jobs': ok([job({}), job({ id: 'k', number: '0701', revision: 'B' })]),
      'GET /api/setups': ok([{ ...setup, id: 'running' }]),
      'GET /api/machines/mill/scene': ({ path }) => ok(path.includes('at=') ? then : at),
    })
    const last = { id: 'before', machine: 'mill', machineName: 'Mill 3', job: '0650', edition: 2, made: 20, scrapped: 0 }
    const wrapper = put(BeginDialog, {
      operation: {
        ...PLAN,
        tools: [
          ...PLAN.tools,
          { number: '9', offset: '9', diameterOffset: '9', diameter: false, need: { kind: 'drill', diameter: mm(6.6), flutes: null } },
        ],
      },
      fitting: {
        '9': [
          { id: 'dr-66-a', name: 'Drill 6.6', at: null },
          { id: 'dr-66-b', name: 'Drill 6.6, long', at: 'T7 on Mill 1' },
        ],
      },
      earlier: [{ ...last, startedAt: '2026-11-20T08:00:00.000Z', endedAt: '2026-11-20T12:00:00.000Z' }],
    })
    const lists = () => wrapper.findAllComponents({ name: 'ASelect' })
    await settled(() => expect(lists()).toHaveLength(2))
    await settled(() => expect((lists()[0]!.props('options') as object[]).length).toBe(1))
    lists()[0]!.vm.$emit('change', 0)
    await settled(() => expect(body()).toContain('job 0650 on Mill 3'))
    await settled(() => expect(body()).toMatch(/G54 X\s+stands \+0\.1200 from then/))
    // What the program calls and the machine lacks is offered from the shop's own drawer.
    expect(document.querySelector('[data-wanting="9"]')!.textContent!.replace(/\s+/g, ' ').trim()).toBe(
      'T9 is empty; the program calls drill 6.6 mm. There is Drill 6.6 in the drawer, Drill 6.6, long T7 on Mill 1.',
    )
    expect(body()).toContain('G54 belongs to job 0690, Op 20, which is still on Mill 3.')
    expect([...document.body.querySelectorAll('button')].find((one) => one.textContent?.includes('Begin the setup'))!.disabled).toBe(true)
  })

  it('is arranged by the buttons of its steps, which keep their choices', async () => {
    let steps = [...PLAN.steps, { id: 'y', title: 'Checked', detail: null, kind: 'confirm' as const, routine: null, preset: {} }]
    const wrapper = put(StepList, { modelValue: steps, scene: at, 'onUpdate:modelValue': (now: typeof steps) => (steps = now) })
    expect(textOf(wrapper.find('[data-step=x]'))).toContain('Axis X')
    await wrapper.find('[aria-label="Checked: earlier"]').trigger('click')
    expect(steps.map(({ id }) => id)).toEqual(['y', 'x'])
    await wrapper.setProps({ modelValue: steps })
    await wrapper.find('[aria-label="Take out Checked"]').trigger('click')
    expect(steps.map(({ id }) => id)).toEqual(['x'])
    await wrapper
      .findAll('button')
      .find((one) => one.text() === 'Add a routine')!
      .trigger('click')
    expect(steps.at(-1)).toMatchObject({ kind: 'routine', routine: null })
  })

  it('has its zero put by a press on the picture of its stock, by hand or by key', async () => {
    const form = {
      hasStock: true,
      stock: { X: { from: '0', to: '60' }, Y: { from: '0', to: '40' }, Z: { from: '-6', to: '0' }, bar: '' },
    }
    const wrapper = put(StockFields, { modelValue: form, unit: 'mm', problems: {} })
    await wrapper.find('[aria-label="Zero at far right"]').trigger('keydown', { key: 'Enter' })
    expect(labelled(wrapper, 'X from, mm').element.value).toBe('-60')
    expect(labelled(wrapper, 'Y to, mm').element.value).toBe('0')
  })
})

describe('a plan whose figures contradict each other', () => {
  it('is told with both figures, and not at all once they agree', async () => {
    const feature = { name: 'Bore A', x: mm(79), y: mm(20), size: mm(12) }
    const wrapper = put(Contradicts, { plan: { ...PLAN, features: [feature] }, holding: null, unit: 'mm' })
    expect(textOf(wrapper)).toContain('Bore A reaches to X 85; the stock ends at X 80.')
    await wrapper.setProps({ plan: { ...PLAN, features: [{ ...feature, x: mm(74) }] } })
    expect(wrapper.find('[data-contradicts]').exists()).toBe(false)
  })
})
