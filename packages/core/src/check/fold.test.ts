import { scene, stands, run } from '@rook/testing'
import { describe, expect, it } from 'vitest'
import { mm } from '../length/index.ts'
import { lengthRegister, workRegister } from '../register/index.ts'
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

  it('are spoken for by the one that names the mistake, where none is graver', () => {
    const named = { ...finding('jump', 'query', ['X']), names: true }
    expect(shape([finding('features', 'query', ['X']), named])).toEqual([['jump', 'features']])
    expect(shape([finding('features', 'stop', ['X']), named])).toEqual([['features', 'jump']])
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

  it('are never two tools that look wrong in the same way: a reason for one answers nothing for the other', () => {
    const wrong = (number: string, tool: string) => ({
      ...finding('jump', 'query', [`tool/${number}/length/geometry`, `${tool}: the reading had the other sign`]),
      about: `H${number}`,
    })
    expect(shape([wrong('4', 'em-12'), wrong('7', 'dr-66')])).toEqual([['jump'], ['jump']])
    // A shim of 1.000 was forgotten under T4: the real check says which tool it means.
    const at = scene([
      [lengthRegister('4'), stands(mm(103.4755), { assembly: 'em-12' })],
      [workRegister('G54', 'Z'), stands(mm(-476.5655))],
    ])
    const raw = { tool: '4', method: 'part', slot: 'G54', between: 'none', reading: '-371.29', place: '0.8' }
    const { means } = run('tool-length', raw, at).finding('jump')!
    expect(means).toHaveLength(2)
    expect(means![1]).toMatch(/^em-12: .*Shim 1\.000/)
  })
})
