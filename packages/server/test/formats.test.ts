import { readFileSync } from 'node:fs'
import { mm, nm, readHeld } from '@rook/core'
import { A_MILL } from '@rook/practice/examples'
import { PracticeMachine } from '@rook/practice/machine'
import { MILL, wordedTemplate } from '@rook/testing'
import { describe, expect, it } from 'vitest'
import { readAssets } from '../src/exchange/assets.ts'
import { readTable } from '../src/exchange/table.ts'
import { readDevices, readPosition, readStreams } from '../src/machine-link/agent-document.ts'
import { readGaugeLine } from '../src/machine-link/line-link.ts'

const TEXT = readFileSync(new URL('../../../docs/formats.md', import.meta.url), 'utf8')
/** The example of a kind, as docs/formats.md has it. */
const example = (kind: string): string => {
  const [, text] = new RegExp(`\`\`\`${kind}\\n([\\s\\S]*?)\`\`\``).exec(TEXT) ?? []
  if (text === undefined) throw new Error(`docs/formats.md has no example of ${kind}`)
  return text
}

describe('the examples of docs/formats.md', () => {
  it('set what they say', () => {
    const { values, problems, passedOver } = readHeld(example('setting-lines'), MILL, wordedTemplate(MILL, 4))
    expect(problems).toEqual([])
    expect(passedOver.map(({ text }) => text)).toEqual(['G21 G90', 'M30'])
    expect(Object.fromEntries(values.map(({ register, value }) => [register, value]))).toEqual({
      'work/G54/X/geometry': mm(-313.2079),
      'work/G54/Y/geometry': mm(-169.6997),
      'work/G54/Z/geometry': mm(-476.5629),
      'tool/4/length/geometry': mm(103.4761),
      'tool/4/radius/geometry': mm(5.99),
    })
  })

  it('are a table of tools', () => {
    const { table, problems } = readTable(example('preset-table'))
    const { header, rows } = table
    expect(problems).toEqual([])
    expect(header).toEqual(['T', 'Description', 'Length', 'Diameter'])
    expect(rows.map(({ cells }) => cells[2])).toEqual(['103.476', '138.023'])
  })

  it('are a tool as an asset', () => {
    const { tools, problems } = readAssets(example('mtconnect-assets'))
    expect(problems).toEqual([])
    expect(tools).toMatchObject([{ number: '4', length: mm(103.4755) }])
  })

  it('are what an agent has and shows', () => {
    const uses = readDevices(example('mtconnect-devices'), 'mill-3')
    expect([...uses]).toEqual([
      ['avail', { is: 'availability' }],
      ['x-machine', { is: 'position', axis: 'X', system: 'machine' }],
      ['x-work', { is: 'position', axis: 'X', system: 'part' }],
    ])
    const { instance, first, next, seen } = readStreams(example('mtconnect-streams'), 'mill-3')
    expect({ instance, first, next }).toEqual({ instance: '1795961560', first: 1, next: 43 })
    expect(seen.map(({ id, value }) => [id, readPosition(value)])).toEqual([
      ['x-machine', mm(-318.204)],
      ['x-work', mm(-5)],
    ])
  })

  it('are figures of gauges, in millimetres and inches', () => {
    expect(example('gauge-lines').trim().split('\n').map(readGaugeLine)).toEqual([
      { gauge: 'mic-25', text: '17.979 mm', value: mm(17.979) },
      // 0.7079 × 25.4 = 17.98066
      { gauge: 'caliper-1', text: '0.7079 in', value: nm(17_980_660) },
    ])
    for (const line of ['mic-25 --.-- mm', 'mic-25 17.979', 'mic-25 17.979 cm', '17.979 mm', 'mic 25 1 mm', ''])
      expect(readGaugeLine(line), line).toBeNull()
  })

  it('are understood by a practice machine', () => {
    const machine = new PracticeMachine({ ...A_MILL, increment: 0.0001 }, () => 0)
    const sent = example('channel')
      .split('\n')
      .filter((line) => line.startsWith('> G10'))
      .map((line) => line.slice(2))
    expect(machine.setTable(sent.join('\n'))).toEqual({ set: 3 })
    expect(machine.table()).toBe('G10 L2 P1 X-313.2079 Y-169.7000 Z-476.5629')
  })
})

describe('positions', () => {
  it.each([
    ['-318.204000', mm(-318.204)],
    ['1e-3', mm(0.001)],
    ['+.5', mm(0.5)],
    ['12..7', null],
    ['0x10', null],
    ['', null],
    ['NaN', null],
    ['1e9', null],
    ['UNAVAILABLE', null],
  ])('%s', (text, value) => expect(readPosition(text)).toBe(value))
})
