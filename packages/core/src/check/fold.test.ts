import { scene, stands, run } from '@rook/testing'
import { describe, expect, it } from 'vitest'
import { mm } from '../length/index.ts'
import { workRegister } from '../register/index.ts'
import { foldFindings, type Finding, type Verdict } from './index.ts'

const finding = (check: string, verdict: Verdict, means?: string[]): Finding => ({
  check,
  name: check,
  verdict,
  sentence: check,
  figures: [],
  ...(means ? { means } : {}),
})
const shape = (findings: Finding[]) => foldFindings(findings).map(({ head, under }) => [head.check, ...under.map(({ check }) => check)])

describe('findings that mean one thing', () => {
  it('stand under the gravest of them, in the order in which they were found', () => {
    expect(shape([finding('jump', 'query', ['H4']), finding('size', 'query'), finding('estimate', 'stop', ['H4'])])).toEqual([
      ['estimate', 'jump'],
      ['size'],
    ])
  })

  it('are those that share the register or the mistake, also by way of a third', () => {
    const [a, b, c] = [finding('a', 'query', ['X']), finding('b', 'query', ['shim']), finding('c', 'query', ['X', 'shim'])]
    expect(shape([a, b, c])).toEqual([['a', 'b', 'c']])
    expect(shape([a, b])).toEqual([['a'], ['b']])
  })

  it('are never those that say nothing of what they mean, and each is there once', () => {
    const many = [finding('a', 'clear'), finding('b', 'clear'), finding('c', 'stop', ['X']), finding('d', 'query', ['X'])]
    expect(foldFindings(many).flatMap(({ head, under }) => [head, ...under])).toHaveLength(4)
    expect(shape(many)).toEqual([['a'], ['b'], ['c', 'd']])
  })

  it('name the register that is odd and the mistake that would explain it', () => {
    // A shim of 1.000 lay between and was not said.
    const edge = { slot: 'G54', axis: 'X', direction: '+', finder: 'finder', between: 'none', reading: '-319.2040', place: '0' }
    const found = run('edge', edge, scene([[workRegister('G54', 'X'), stands(mm(-313.204))]]))
    const jump = found.finding('jump')!
    expect(jump.verdict).not.toBe('clear')
    expect(jump.means).toContain('work/G54/X/geometry')
    expect(jump.means).toHaveLength(2)
  })
})
