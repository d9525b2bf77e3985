import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { ok, serverThat } from '../../../test/answers.ts'
import { put, textOf } from '../../../test/mounting.ts'
import { GUIDE } from '../machines/record-guide.ts'
import FoundOut from '../machines/FoundOut.vue'
import FirstSteps from './FirstSteps.vue'

const settled = (check: () => void) => vi.waitFor(check, { timeout: 20_000 })
const answers = (has: Partial<Record<'machines' | 'gauges' | 'parts' | 'jobs', object[]>>, tools = 0) =>
  serverThat({
    'GET /api/machines': ok(has.machines ?? []),
    'GET /api/gauges': ok(has.gauges ?? []),
    'GET /api/assemblies': ok({ assemblies: [], of: tools, all: tools }),
    'GET /api/parts': ok(has.parts ?? []),
    'GET /api/jobs': ok(has.jobs ?? []),
  })

beforeEach(() => localStorage.clear())
afterEach(() => {
  vi.unstubAllGlobals()
  document.body.innerHTML = ''
})

describe('a new shop', () => {
  it('is led to what it needs next, and to nothing else', async () => {
    answers({ machines: [{ id: 'mill-1' }] })
    const wrapper = put(FirstSteps, {})
    await settled(() => expect(wrapper.find('.way').exists()).toBe(true))
    expect(textOf(wrapper.find('.way'))).toBe('Add gauges')
    expect(wrapper.findAll('.way')).toHaveLength(1)
  })

  it('is told who may do it where one may not', async () => {
    answers({})
    const wrapper = put(FirstSteps, {}, { role: 'setter' })
    await settled(() => expect(textOf(wrapper)).toContain('Only a lead can do this.'))
  })

  it('plans an operation for the part that it has, and hears no more once all is there', async () => {
    const part = { id: 'square', name: 'Square', operations: 0 }
    answers({ machines: [{}], gauges: [{}], parts: [part] }, 1)
    const wrapper = put(FirstSteps, {})
    await settled(() => expect(textOf(wrapper)).toContain('Plan Square'))
    answers({ machines: [{}], gauges: [{}], parts: [{ ...part, operations: 1 }], jobs: [{}] }, 1)
    const later = put(FirstSteps, {})
    await settled(() => expect(later.html()).toContain('v-if'))
    expect(textOf(later)).toBe('')
  })
})

describe('how a convention is found out', () => {
  it('has a way for each that a record asks, with what each sight says', () => {
    for (const [id, { question, means, steps, answers: sights }] of Object.entries(GUIDE)) {
      expect(question.endsWith('?'), id).toBe(true)
      expect(means.endsWith('.'), id).toBe(true)
      expect(steps.length, id).toBeGreaterThan(0)
      expect(new Set(sights.map(({ then }) => then)).size, id).toBe(sights.length)
    }
  })

  it('is opened where somebody wants it', async () => {
    const wrapper = put(FoundOut, { asked: ['lengthConvention'] })
    await wrapper.find('.ant-collapse-header').trigger('click')
    await settled(() => expect(textOf(wrapper)).toContain('a large negative figure'))
  })
})
