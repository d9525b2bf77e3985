import type { Step } from '@rook/contract'
import { describe, expect, it } from 'vitest'
import { nextStepAfter } from './next-step.ts'

const step = (id: string, state: Step['state']) => ({ id, state }) as Step

describe('the step after one that is done', () => {
  it('is never that one, though the setup was read before it was recorded', () => {
    const steps = [step('homed', 'done'), step('zero-x', 'open'), step('zero-y', 'open')]
    expect(nextStepAfter({ steps }, 'zero-x')?.id).toBe('zero-y')
  })

  it('is the first that is open, also one before it', () => {
    const steps = [step('homed', 'open'), step('seated', 'skipped'), step('zero-x', 'done'), step('zero-y', 'done')]
    expect(nextStepAfter({ steps }, 'zero-y')?.id).toBe('homed')
  })

  it('is none where all are done, skipped, or this one', () => {
    expect(nextStepAfter({ steps: [step('homed', 'skipped'), step('zero-x', 'open')] }, 'zero-x')).toBeNull()
  })
})
