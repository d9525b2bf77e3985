import { mounted, scene } from '@rook/testing'
import { describe, expect, it } from 'vitest'
import type { LifeRule } from '../life/index.ts'
import type { Plan } from '../scene/index.ts'
import { edgesCounted } from './index.ts'

const life = (by: LifeRule['by'], limit = 50): LifeRule => ({ by, limit, warning: limit - 10 })
const tools = [
  mounted('4', 'em-12', 'End mill 12', { life: life('parts'), lifeUsed: 38 }),
  mounted('5', 'sd-10', 'Spot drill 10'),
  mounted('7', 'dr-66', 'Drill 6.6', { life: life('uses') }),
  mounted('9', 'fm-63', 'Face mill 63', { life: life('minutes') }),
  mounted('14', 'em-12-b', 'End mill 12, the second', { life: life('parts'), lifeUsed: 49 }),
]
const planned = (...numbers: string[]) =>
  scene([], { tools, plan: { ...scene().plan!, tools: numbers.map((number) => ({ number })) as unknown as Plan['tools'] } })

describe('parts that are counted', () => {
  it('count on the edges that are counted in parts, of the tools that are planned', () => {
    const { counted } = edgesCounted(planned('4', '5', '7'), 3)
    expect(counted.map(({ number, then }) => [number, then.verdict, then.left])).toEqual([['4', 'query', 9]])
  })

  it('are said not to count on those that are counted otherwise', () => {
    expect(edgesCounted(planned('4', '5', '7', '9'), 3).byHand).toEqual([
      { number: '7', name: 'Drill 6.6', by: 'uses' },
      { number: '9', name: 'Face mill 63', by: 'minutes' },
    ])
  })

  it('use up the tool of a family that is in use, and each assembly once', () => {
    const at = {
      ...planned('4', '4'),
      families: [{ id: 'f', name: 'End mills 12', called: '4', members: ['4', '14'], inUse: '14', entry: null }],
    }
    const { counted } = edgesCounted(at as unknown as ReturnType<typeof planned>, 2)
    expect(counted).toHaveLength(1)
    expect(counted[0]).toMatchObject({ number: '14', assembly: 'em-12-b', then: { verdict: 'stop', left: 0 } })
  })

  it('count on nothing without a plan', () => {
    expect(edgesCounted(scene([], { tools, plan: null }), 3)).toEqual({ counted: [], byHand: [] })
  })
})
