import { describe, expect, it } from 'vitest'
import { mounted, run, scene, stands, TURRET_LATHE } from '@rook/testing'
import { mm } from '../length/index.ts'
import { spindleOfTool, stationOf } from '../machine/index.ts'
import { turretPicture } from '../picture/index.ts'
import { standsOut } from '../tip/station-reach.ts'
import { geometryRegister, registerKey, workRegister, type RegisterRef } from '../register/index.ts'
import type { Standing } from './scene.ts'
import { standingNote } from '../standing/index.ts'
import { consequencesOf, runOf, sharedNumbers } from '../tool/index.ts'
import { furtherPairsProblem, toolByNumber, withFurtherPairs } from './index.ts'

const pair = { offset: '13', words: 'left edge', spindle: null }
const back = { offset: '23', words: 'at the sub-spindle', spindle: 'sub' as const }
const groover = { ...mounted('3', 'pb-3', 'Parting blade', { kind: 'parting' }), further: [pair, back] }
const at = scene(
  [
    [workRegister('G54', 'X'), stands(mm(0))],
    [workRegister('G54', 'Z'), stands(mm(-451.2))],
    [geometryRegister('3', 'Z'), stands(mm(12.5), { assembly: 'pb-3' })],
    [geometryRegister('13', 'Z'), stands(mm(9.5), { assembly: 'pb-3' })],
  ],
  { machine: TURRET_LATHE, plan: null, tools: withFurtherPairs([groover, mounted('4', 'tt-4', 'Turning tool', { kind: 'turning' })]) },
)

describe('further pairs of offsets', () => {
  it('are tools of their own, called by station and offset, in the same station', () => {
    expect(at.tools.map(({ number, offset, name }) => [number, offset, name])).toEqual([
      ['3', '3', 'Parting blade'],
      ['3.13', '13', 'Parting blade, left edge'],
      ['3.23', '23', 'Parting blade, at the sub-spindle'],
      ['4', '4', 'Turning tool'],
    ])
    expect(stationOf(TURRET_LATHE.turrets, '3.13')?.number).toBe(3)
    expect(['3', '3.13', '3.23'].map((number) => spindleOfTool(toolByNumber(at, number)!, at.machine))).toEqual(['main', 'main', 'sub'])
    expect(sharedNumbers(at.tools, at.machine)).toEqual([])
  })

  it('are measured into their own registers', () => {
    // G = M − W − P: −435.7 + 451.2 = 15.5
    const found = run('tool-length', { tool: '3.13', method: 'part', slot: 'G54', between: 'none', reading: '-435.7', place: '0' }, at)
    expect(found.sheet.result?.writes[0]).toMatchObject({ register: geometryRegister('13', 'Z'), value: mm(15.5), assembly: 'pb-3' })
  })

  it('at the other spindle reach its way: a station’s datum from one counts toward the sub-spindle, and so does what stands out', () => {
    // It works toward machine Z+: a tip that reaches 12.5 further has a geometry that is 12.5 less, −30 + 12.5 = −17.5.
    const reaching = { tool: '3.23', for: 'one', 'reach-X': '20', 'reach-Z': '12.5' }
    const own: [RegisterRef, Standing][] = [
      [geometryRegister('23', 'X'), stands(mm(-200), { assembly: 'pb-3' })],
      [geometryRegister('23', 'Z'), stands(mm(-30), { assembly: 'pb-3' })],
    ]
    const where = scene(own, { machine: TURRET_LATHE, plan: null, tools: at.tools })
    const found = run('station-datum', reaching, where).sheet
    expect(found.result?.writes.map(({ register, value }) => [registerKey(register), value])).toEqual([
      ['station/3/X/geometry', mm(-240)],
      ['station/3/Z/geometry', mm(-17.5)],
    ])
    const known = scene(
      [...own, ...found.result!.writes.map(({ register, value }): [RegisterRef, Standing] => [register, stands(value)])],
      {
        machine: TURRET_LATHE,
        plan: null,
        tools: at.tools,
      },
    )
    const tool = toolByNumber(known, '3.23')!
    expect([standsOut(tool, 'X', known), standsOut(tool, 'Z', known)]).toEqual([mm(20), mm(12.5)])
    // The rule's estimate is the same sum the other way round.
    const ruled = run('tool-stick-out', { tool: '3.23', 'out-X': '20', 'out-Z': '12.5' }, known).sheet.result!.writes
    expect(ruled.slice(0, 2).map(({ value }) => value)).toEqual([mm(-200), mm(-30)])
  })

  it('stand as measured on the tool that is there, and a broken edge is broken for all', () => {
    expect(standingNote(registerKey(geometryRegister('13', 'Z')), at).word).toBe('measured')
    expect(consequencesOf('broken', toolByNumber(at, '3')!, at).map(({ register }) => register)).toEqual([
      registerKey(geometryRegister('3', 'Z')),
      registerKey(geometryRegister('13', 'Z')),
    ])
  })

  it('follow each other in a run, and those of the sub-spindle are left to their own zero', () => {
    const called = (number: string, offset: string) => ({ number, offset, diameterOffset: offset, diameter: false })
    const tools = [called('4', '4'), called('3', '3'), called('3.13', '13'), called('3.23', '23')]
    const tasks = runOf({ tools }, at.tools, {}, at.machine)
    expect([...new Set(tasks.map(({ tool }) => tool.number))]).toEqual(['4', '3', '3.13'])
    expect(tasks.every(({ state }) => state === 'open')).toBe(true)
  })

  it('show their tool once on the turret', () => {
    for (const number of ['3', '3.13', '4']) {
      const picture = turretPicture(number, 'facing', 'G54', at)
      if (typeof picture === 'string') throw new Error(picture)
      expect(picture.numbers.map((one) => one.number).sort()).toEqual([number === '3.13' ? '3.13' : '3', '4'])
    }
  })

  it('are refused where a number is taken, outside the control, or says nothing', () => {
    const problem = (pairs: (typeof pair)[]) => furtherPairsProblem(groover, pairs, ['4', '54'], 64)
    expect(problem([pair])).toBeNull()
    expect(problem([{ ...pair, offset: '4' }])).toContain('Offset 4 is taken')
    expect(problem([{ ...pair, offset: '3' }])).toContain('taken')
    expect(problem([pair, pair])).toContain('taken')
    expect(problem([{ ...pair, offset: '65' }])).toContain('offset numbers 1 to 64')
    expect(problem([{ ...pair, words: ' ' }])).toContain('say what it is for')
  })
})
