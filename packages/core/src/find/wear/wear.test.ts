import { describe, expect, it } from 'vitest'
import { mm } from '../../length/index.ts'
import { diameterRegister, lengthRegister, wearOf } from '../../register/index.ts'
import { sumOf } from '../../working/index.ts'
import { MILL, mounted, run, scene, stands } from '@rook/testing'

const DIAMETERS = { ...MILL, diameterRegister: 'diameter' as const }
const at = (machine = MILL, wear = 0) =>
  scene(
    [
      [diameterRegister(machine, '4'), stands(machine.diameterRegister === 'radius' ? mm(6) : mm(12), { assembly: 'em-12' })],
      [lengthRegister('4'), stands(mm(103.4755), { assembly: 'em-12' })],
      ...(wear === 0
        ? []
        : ([[wearOf(diameterRegister(machine, '4')), stands(mm(wear), { assembly: 'em-12' })]] as [
            ReturnType<typeof lengthRegister>,
            ReturnType<typeof stands>,
          ][])),
    ],
    {
      machine,
      tools: [mounted('4', 'em-12', 'End mill 12', { kind: 'end-mill' }), mounted('9', 'bh-34', 'Boring head 34', { kind: 'boring-head' })],
    },
  )
const pocket = { tool: '4', kind: 'inside', by: 'measured', with: 'bore', target: '40', measured: '39.988' }

describe('a size across', () => {
  it('inside too small: a smaller stated cutter, into the wear', () => {
    // Stated 12.000, target 40.000, measured 39.988: 11.988 is to be counted.
    const found = run('side-size', pocket, at(DIAMETERS))
    expect(found.writes['tool/4/diameter/wear']?.value).toBe(mm(-0.012))
    expect(sumOf(found.sheet.working.lines)).toBe(mm(-0.012))
    expect(found.fact('In words')).toBe('smaller stated cutter, larger pocket')
    expect(found.fact('The control then counts')).toBe('11.9880 diameter')
  })

  it('half of that where the register holds radii, with the halving as a line', () => {
    const found = run('side-size', pocket, at())
    expect(found.writes['tool/4/radius/wear']?.value).toBe(mm(-0.006))
    expect(sumOf(found.sheet.working.lines)).toBe(mm(-0.006))
    expect(found.sheet.working.lines.at(-1)?.label).toContain('half of target less measured')
  })

  it('outside the sign turns round: too large wants a smaller stated cutter', () => {
    const found = run('side-size', { ...pocket, kind: 'outside', measured: '40.020' }, at(DIAMETERS))
    expect(found.writes['tool/4/diameter/wear']?.value).toBe(mm(-0.02))
    expect(found.fact('In words')).toBe('smaller stated cutter, smaller outside')
  })

  it('adds to the wear that stands', () => {
    expect(run('side-size', pocket, at(DIAMETERS, -0.03)).writes['tool/4/diameter/wear']?.value).toBe(mm(-0.042))
  })

  it('\u201cmake this pocket 0.05 larger\u201d is the same sum, with its reason', () => {
    const found = run('side-size', { tool: '4', kind: 'inside', by: 'wanted', change: '0.05' }, at(DIAMETERS))
    expect(found.writes['tool/4/diameter/wear']?.value).toBe(mm(-0.05))
    expect(found.finding('unmeasured')?.verdict).toBe('query')
    expect(found.fact('In words')).toBe('smaller stated cutter, larger pocket')
  })

  it('that is right is recorded without an excuse, and the wear stays', () => {
    const right = run('side-size', { ...pocket, measured: '40.001' }, at(DIAMETERS, -0.03))
    expect(right.writes['tool/4/diameter/wear']?.value).toBe(mm(-0.03))
    expect(right.fact('The size is right')).toBe('0.0010 over, wear stays')
    expect(right.finding('correction-worth')).toBeUndefined()
    expect(right.finding('size-right')?.verdict).toBe('clear')
    expect(sumOf(right.sheet.working.lines)).toBe(mm(-0.03))
    expect(run('side-size', { ...pocket, measured: '40' }, at()).fact('The size is right')).toBe('on its target, wear stays')
  })

  it('off by no more than its own doubt can be corrected all the same, with a reason', () => {
    const all = run('side-size', { ...pocket, measured: '39.999', then: 'correct' }, at(DIAMETERS))
    expect(all.finding('correction-worth')?.verdict).toBe('query')
    expect(all.writes['tool/4/diameter/wear']?.value).toBe(mm(-0.001))
    // What is off by more is corrected, whatever was chosen while it was not.
    const off = run('side-size', { ...pocket, then: 'stays' }, at(DIAMETERS))
    expect(off.finding('correction-worth')?.verdict).toBe('clear')
    expect(off.writes['tool/4/diameter/wear']?.value).toBe(mm(-0.012))
  })

  it('is questioned in a leap and stopped beyond all wear; radii count half', () => {
    expect(run('side-size', { ...pocket, measured: '39.85' }, at(DIAMETERS)).finding('wear-limits')?.verdict).toBe('query')
    expect(run('side-size', { ...pocket, measured: '39.6' }, at(DIAMETERS)).finding('wear-limits')).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('Doubt the tool or the measurement') as string,
    })
    expect(run('side-size', { ...pocket, measured: '39.85' }, at()).finding('wear-limits')?.verdict).toBe('query')
    expect(run('side-size', { ...pocket, measured: '39.92' }, at()).finding('wear-limits')?.verdict).toBe('clear')
  })

  it('is refused for a tool that cannot answer, and where there is no geometry yet', () => {
    expect(run('side-size', { ...pocket, tool: '9' }, at()).refusal).toContain('a boring head: it makes the size that it has')
    expect(run('side-size', pocket, scene()).refusal).toContain('D4 has no diameter yet')
    expect(run('side-size', { ...pocket, measured: '0' }, at()).refusal).toContain('Measured: a size is more than zero')
  })
})

describe('a depth', () => {
  const raw = { tool: '4', by: 'measured', with: 'height', target: '-5', measured: '-4.96' }

  it('too high wants a shorter stated tool: \u0394H = \u2212(measured \u2212 target)', () => {
    const found = run('depth-size', raw, at())
    expect(found.writes['tool/4/length/wear']?.value).toBe(mm(-0.04))
    expect(sumOf(found.sheet.working.lines)).toBe(mm(-0.04))
    expect(found.fact('In words')).toBe('shorter stated tool, deeper cut')
    expect(found.fact('The control then counts')).toBe('103.4355 length')
  })

  it('is refused without a length', () => {
    expect(run('depth-size', { ...raw, tool: '7' }, scene()).refusal).toContain('H17 length is unset')
  })
})

describe('a boring head', () => {
  const raw = { tool: '9', dial: 'diameter', with: 'bore', target: '34', measured: '33.982' }

  it('has no register: the advice is a movement of its dial', () => {
    const found = run('boring-head', raw, at())
    expect(found.sheet.result?.writes).toEqual([])
    expect(found.sheet.working.results[0]!.cells[0]!.figure).toBe(mm(0.018))
    expect(found.fact('In words')).toBe('turn it out, larger bore, +0.0180')
    const radii = run('boring-head', { ...raw, dial: 'radius' }, at())
    expect(radii.sheet.working.results[0]!.cells[0]!.figure).toBe(mm(0.009))
    expect(sumOf(radii.sheet.working.lines)).toBe(mm(0.009))
  })

  it('is offered only for boring heads', () => {
    expect(run('boring-head', { ...raw, tool: '4' }, at()).values.problems[0]?.sentence).toContain('not one of the choices')
  })
})
