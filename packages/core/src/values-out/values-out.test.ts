import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { inch, mm, nm, type Nm } from '../length/index.ts'
import type { MachineRecord } from '../machine/index.ts'
import { diameterRegister, geometryRegister, registerKey, wearOf } from '../register/index.ts'
import type { Standing } from '../scene/index.ts'
import { HEADING, INCH_MILL, LATHE, MILL, mounted, scene, stands, wordedTemplate } from '@rook/testing'
import {
  crc32,
  differing,
  heldAgainst,
  keptTemplate,
  prepareOut,
  readHeld,
  settingFile,
  slotNumber,
  templateProblems,
  usualTemplate,
  valuesTable,
  type OutOptions,
  type Prepared,
  type SettingTemplate,
} from './index.ts'

const ALL: OutOptions = { slots: ['G54'], tools: ['4', '7'], conversion: null, estimates: false }

/** Three ways of counting lengths, in both units: what stands for two tools and a slot. */
const SHOPS: [string, MachineRecord, Record<string, Nm>][] = (['mm', 'in'] as const).flatMap((unit) =>
  (['gauge-length', 'touch-off', 'reference-tool'] as const).map((convention): [string, MachineRecord, Record<string, Nm>] => {
    const of = (millimetres: number, inches: number) => (unit === 'mm' ? mm(millimetres) : inch(inches))
    const base = unit === 'mm' ? MILL : INCH_MILL
    const machine = { ...base, lengthConvention: convention }
    const four = { 'gauge-length': of(103.4755, 4.0738), 'touch-off': of(-371.29, -12.8987), 'reference-tool': of(0, 0) }[convention]
    const seven = { 'gauge-length': of(138.0221, 5.4339), 'touch-off': of(-336.7434, -11.5386), 'reference-tool': of(34.5466, 1.3601) }[
      convention
    ]
    return [
      `${convention}, ${unit}`,
      machine,
      {
        'work/G54/X/geometry': of(-313.204, -12.3309),
        'work/G54/Y/geometry': of(-169.705, -6.6813),
        'work/G54/Z/geometry': convention === 'touch-off' ? nm(0) : of(-476.5655, -18.7624),
        'tool/4/length/geometry': four,
        'tool/4/length/wear': of(-0.0125, -0.0005),
        'tool/17/length/geometry': seven,
        [registerKey(diameterRegister(machine, '4'))]: of(5.9961, 0.2361),
        [registerKey(wearOf(diameterRegister(machine, '4')))]: of(-0.006, -0.0002),
      },
    ]
  }),
)

const sceneOf = (machine: MachineRecord, values: Record<string, Nm>, more: Partial<Standing> = {}) => ({
  ...scene([], {
    machine,
    tools: [mounted('4', 'em-12', 'End mill 12'), mounted('7', 'dr-66', 'Drill 6.6', { offset: '17', diameterOffset: '17' })],
  }),
  standing: Object.fromEntries(
    Object.entries(values).map(([key, value]) => [
      key,
      stands(value, { setup: 'now', assembly: key.startsWith('tool/4') ? 'em-12' : key.startsWith('tool/17') ? 'dr-66' : null, ...more }),
    ]),
  ),
})

const prepared = (at: ReturnType<typeof sceneOf>, template: SettingTemplate, options = ALL): Extract<Prepared, { kind: 'values' }> => {
  const found = prepareOut(at, template, options)
  if (found.kind === 'refused') throw new Error(found.sentence)
  return found
}
const textsOf = ({ lines }: Pick<Extract<Prepared, { kind: 'values' }>, 'lines'>) => lines.map(({ text }) => text)

/** A reader of its own, which knows nothing of the template: digits to nanometres with whole numbers only. */
function readIndependently(file: string): { unit: 'mm' | 'in'; figures: Map<string, bigint>; check: string; body: string } {
  const lines = file.split('\r\n')
  const unit = lines.some((line) => line.startsWith('G20')) ? 'in' : 'mm'
  const figures = new Map<string, bigint>()
  const toNm = (text: string): bigint => {
    const [, sign, whole, part] = /^(-?)(\d*)\.(\d*)$/.exec(text)!
    const digits = BigInt(`${whole}${part}` || '0') * (unit === 'mm' ? 1_000_000n : 25_400_000n)
    const scale = 10n ** BigInt(part!.length)
    if (digits % scale !== 0n) throw new Error(`${text} is no whole number of nanometres`)
    return (sign ? -1n : 1n) * (digits / scale)
  }
  for (const line of lines) {
    const [, l, p, rest] = /^G10 L(\d+) P(\d+) ([^(]*)/.exec(line) ?? []
    if (!l) continue
    for (const [, letter, text] of rest!.matchAll(/([A-Z])(-?\d*\.\d*)/g)) figures.set(`L${l} P${p} ${letter}`, toNm(text!))
  }
  const at = file.indexOf('(CHECK ')
  return { unit, figures, check: file.slice(at + 7, at + 15), body: file.slice(0, at) }
}

/** CRC-32 a bit at a time, as the standard writes it. */
function slowCrc(text: string): string {
  let crc = 0xffffffffn
  for (const char of text) {
    crc ^= BigInt(char.charCodeAt(0))
    for (let bit = 0; bit < 8; bit++) crc = crc & 1n ? (crc >> 1n) ^ 0xedb88320n : crc >> 1n
  }
  return (crc ^ 0xffffffffn).toString(16).toUpperCase().padStart(8, '0')
}

const WHERE: Record<string, string> = {
  'work/G54/X/geometry': 'L2 P1 X',
  'work/G54/Y/geometry': 'L2 P1 Y',
  'work/G54/Z/geometry': 'L2 P1 Z',
  'tool/4/length/geometry': 'L10 P4 R',
  'tool/4/length/wear': 'L11 P4 R',
  'tool/17/length/geometry': 'L10 P17 R',
  'tool/4/radius/geometry': 'L12 P4 R',
  'tool/4/radius/wear': 'L13 P4 R',
}

describe.each(SHOPS)('lines for a machine with %s', (_name, machine, values) => {
  const template = wordedTemplate(machine, 4)
  const at = sceneOf(machine, values)

  it('read back by another reader are the ledger\u2019s figures, digit for digit', () => {
    const file = settingFile(prepared(at, template), at, template, HEADING)
    const read = readIndependently(file)
    expect(read.unit).toBe(machine.unit)
    expect(read.figures.size).toBe(Object.keys(values).length)
    for (const [register, value] of Object.entries(values)) expect(read.figures.get(WHERE[register]!), register).toBe(BigInt(value))
  })

  it('carry a check over all that stands before it', () => {
    const file = settingFile(prepared(at, template), at, template, HEADING)
    const { check, body } = readIndependently(file)
    expect(check).toBe(slowCrc(body))
    expect(check).not.toBe(slowCrc(body.replace('P4', 'P5')))
  })

  it('are read by our own reader as what the control holds', () => {
    const file = settingFile(prepared(at, template), at, template, HEADING)
    const held = readHeld(file, machine, template)
    expect(held.problems).toEqual([])
    expect(Object.fromEntries(held.values.map(({ register, value }) => [register, value]))).toEqual(values)
  })
})

describe('a file for the control', () => {
  const [, machine, values] = SHOPS[0]!
  const template = wordedTemplate(machine, 4)

  it('says who made it, when, and from which ledger entry', () => {
    const at = sceneOf(machine, values)
    const file = settingFile(prepared(at, template), at, template, HEADING)
    expect(file).toContain('(LARKMOOR ORGAN PARTS, MILL 3)')
    expect(file).toContain('(VALUES OF 2026-11-24 03:00:00 UTC BY I. MARROW)')
    expect(file).toContain('(LEDGER ENTRY 412, A1B2C3D4E5F6)')
    expect(file).toContain('(SEAL OF 2026-11-24, 9F2C41D0AA31)')
    expect(settingFile(prepared(at, template), at, template, { ...HEADING, seal: null })).not.toContain('SEAL')
    expect(file).toContain('G10 L10 P17 R138.0221 (H17 LENGTH, DRILL 6.6, MEASURED)')
    expect(/^[\x20-\x7e\r\n]*$/.test(file)).toBe(true)
  })

  it('leaves out what is stale, disturbed or only an estimate, and says so', () => {
    const at = sceneOf(machine, values)
    at.standing['tool/17/length/geometry'] = { ...at.standing['tool/17/length/geometry']!, state: 'disturbed' }
    at.standing['tool/4/radius/geometry'] = { ...at.standing['tool/4/radius/geometry']!, state: 'estimated' }
    const file = settingFile(prepared(at, template), at, template, HEADING)
    expect(file).not.toContain('L10 P17')
    expect(file).toContain('(H17 LENGTH LEFT OUT, DISTURBED')
    expect(file).toContain('(D4 RADIUS LEFT OUT, ONLY AN ESTIMATE)')
    expect(settingFile(prepared(at, template, { ...ALL, estimates: true }), at, template, HEADING)).toContain('G10 L12 P4 R5.9961')
  })

  it('never says another figure than the ledger: too few decimals leave the value out', () => {
    const at = sceneOf(machine, values)
    const three = { ...template, decimals: 3 }
    const out = prepared(at, three)
    expect(out.values.find(({ register }) => register === 'tool/4/length/geometry')).toMatchObject({
      out: null,
      because: expect.stringContaining('3 decimals') as string,
    })
    // One axis that does not fit takes its slot's line with it.
    expect(textsOf(out).some((text) => text.includes('L2 P1'))).toBe(false)
  })

  it('turns the sign, gives diameters for radii and keeps to the numbers, where the template says so', () => {
    const at = sceneOf(machine, values)
    const other = { ...template, turnedSign: true, diameters: 'diameter' as const, to: 10 }
    const lines = textsOf(prepared(at, other))
    expect(lines).toContain('G10 L10 P4 R-103.4755')
    expect(lines).toContain('G10 L12 P4 R11.9922')
    expect(lines.some((line) => line.includes('P17'))).toBe(false)
    expect(settingFile(prepared(at, other), at, other, HEADING)).toContain('(H17 LENGTH LEFT OUT, ONLY NUMBERS 1 TO 10 GO OUT)')
    const held = readHeld(lines.join('\n'), machine, other)
    expect(held.values.find(({ register }) => register === 'tool/4/radius/geometry')?.value).toBe(mm(5.9961))
    expect(held.values.find(({ register }) => register === 'tool/4/length/geometry')?.value).toBe(mm(103.4755))
  })

  it('counts lengths another way with what fixes them: W + H stays the same for every tool', () => {
    const at = sceneOf(machine, values)
    const touchOff = { ...template, lengths: 'touch-off' as const }
    expect(prepareOut(at, touchOff, ALL)).toMatchObject({ kind: 'refused' })
    const options = { ...ALL, conversion: { slot: 'G54', target: { convention: 'touch-off' as const, shift: nm(0) } } }
    const lines = textsOf(prepared(at, touchOff, options))
    // -476.5655 + 103.4755
    expect(lines).toContain('G10 L10 P4 R-373.0900')
    expect(lines).toContain('G10 L2 P1 X-313.2040 Y-169.7050 Z0.0000')
    const knocked = {
      ...at,
      standing: { ...at.standing, 'tool/4/length/geometry': { ...at.standing['tool/4/length/geometry']!, state: 'disturbed' as const } },
    }
    const fixed = { ...ALL, conversion: { slot: 'G54', target: { convention: 'reference-tool' as const, reference: '4' } } }
    expect(prepareOut(knocked, { ...template, lengths: 'reference-tool' }, fixed)).toMatchObject({
      kind: 'refused',
      sentence: expect.stringContaining('H4 length, which every length would go out with, is disturbed') as string,
    })
    const unset = { ...at, standing: Object.fromEntries(Object.entries(at.standing).filter(([key]) => key !== 'work/G54/Z/geometry')) }
    expect(prepareOut(unset, touchOff, options)).toMatchObject({
      kind: 'refused',
      sentence: expect.stringContaining('G54 Z is unset') as string,
    })
  })

  it('gives a slot with all its axes or not at all, and says which is unset', () => {
    const at = sceneOf(machine, Object.fromEntries(Object.entries(values).filter(([key]) => key !== 'work/G54/Z/geometry')))
    const file = settingFile(prepared(at, template), at, template, HEADING)
    expect(file).not.toContain('L2 P1')
    expect(file).toContain('(G54 X LEFT OUT, ITS LINE ALSO SETS G54 Z, WHICH IS UNSET)')
  })

  it('comes as comma-separated lines as well', () => {
    const at = sceneOf(machine, values)
    const table = valuesTable(prepared(at, template).values, at, template, HEADING)
    expect(table).toContain('register,value,unit,standing,entry,left out\r\n')
    expect(table).toContain('H17 length,138.0221,mm,measured,')
    expect(table).toMatch(/# check [0-9A-F]{8}\r\n$/)
  })
})

describe('what the control holds', () => {
  const template = wordedTemplate(MILL, 4)
  it.each([
    ['G010 R103.4755 P4 L10', 'tool/4/length/geometry', mm(103.4755)],
    ['N0040G10L10P04.R+103.4755;LENGTH', 'tool/4/length/geometry', mm(103.4755)],
    ['G20 G10 L10 P4 R4.07384', 'tool/4/length/geometry', nm(103_475_536)],
    ['G10L10P4R103.4755', 'tool/4/length/geometry', mm(103.4755)],
    ['N40 G90 G10 L2 P2 X-1.5 Y-2. Z-3.25 (VISE B)', 'work/G55/Y/geometry', mm(-2)],
  ])('is read from %s', (line, register, value) => {
    const { values, problems } = readHeld(line, MILL, template)
    expect(problems).toEqual([])
    expect(values.find((one) => one.register === register)?.value).toBe(value)
  })

  it.each([
    ['G10 L99 P4 R1.', 'is not a line of'],
    ['G10 L2 P6 X1. Y1. Z1.', 'is not a line of'],
    ['G10 L10 P4 R1.\nG10 L10 P4 R2.', 'stands in line 1 already'],
    ['G10 L10 P4 R1.2.3', 'is not a figure'],
    ['G10 L10 P4 R1. X3.', 'is not a line of'],
    ['G91\nG10 L10 P4 R1.', 'to be added (G91)'],
    ['G10 L10 P900 R1.', 'has no H900 length'],
  ])('or says what cannot be taken: %s', (line, words) => {
    expect(
      readHeld(line, MILL, template)
        .problems.map(({ sentence }) => sentence)
        .join(),
    ).toContain(words)
  })

  it('passes over what sets nothing', () => {
    expect(readHeld('%\nO100\n(NOTE)\nG21 G90\nG0 X1.\nM30', MILL, template)).toMatchObject({
      values: [],
      problems: [],
      passedOver: [{ line: 2, text: 'O100' }, { line: 4 }, { line: 5 }, { line: 6, text: 'M30' }],
    })
  })
})

describe('a template', () => {
  const worded = wordedTemplate(MILL, 4)
  const broken = (lines: Partial<SettingTemplate['lines']>, machine = MILL) =>
    templateProblems({ ...wordedTemplate(machine, 4), lines: { ...wordedTemplate(machine, 4).lines, ...lines } }, machine)

  it('is words of a letter and a number, with a place for what is set', () => {
    for (const machine of [MILL, LATHE, INCH_MILL]) expect(templateProblems(wordedTemplate(machine, 4), machine)).toEqual({})
    expect(broken({ diameter: '' })).toEqual({})
    expect(templateProblems({ ...worded, decimals: 9, from: 5, to: 2 }, MILL)).toMatchObject({
      decimals: expect.any(String) as string,
      from: expect.any(String) as string,
    })
  })

  it.each([
    [{ length: 'G10 L10 P{n}' }, 'length', '{v} is missing'],
    [{ length: 'SET L10 P{n} R{v}' }, 'length', '\u201cSET\u201d is not a word'],
    [{ length: 'L10 P{n} R{v}' }, 'length', 'there is no G10'],
    [{ length: 'G10 L10 P{n} R{v} Q{v}' }, 'length', '{v} stands twice'],
    [{ length: 'G10 L10 P{n} P7 R{v}' }, 'length', 'two words with P'],
    [{ length: 'G10 L10 P{n} R{x}' }, 'length', 'there is nothing for {x} here'],
    [{ length: 'G{n} G10 L10 R{v}' }, 'length', 'a G word says what the line does'],
    [{ work: 'G10 L2 P{n} X{x} Y{y}' }, 'work', '{z} is missing'],
    [{ lengthWear: 'G10 L10 P{n} R{v}' }, 'lengthWear', 'could not tell them apart'],
    // The same words in another order, and a number in place of another.
    [{ lengthWear: 'G10 P{n} R{v} L10' }, 'lengthWear', 'could not tell them apart'],
    [{ lengthWear: 'G010 L010. P{n} R{v}' }, 'lengthWear', 'could not tell them apart'],
    [{ diameterWear: 'G10 L{v} P{n} R13' }, 'diameterWear', 'could not tell them apart'],
    [{ common: 'G10 L2 P1 X{x} Y{y} Z{z}' }, 'common', 'could not tell them apart'],
    [{ geometry: 'G10 L30 P{n} X{x} Z{z}' }, 'geometry', 'has nothing that this line could set'],
  ])('is refused where it could not be read back: %j', (lines, field, words) => {
    expect(broken(lines)[field]).toContain(words)
  })

  it('for a lathe has no place for what a lathe has not', () => {
    expect(broken({ work: 'G10 L2 P{n} X{x} Y{y} Z{z}' }, LATHE).work).toContain('there is nothing for {y} here')
    expect(broken({ nose: 'G10 L14 P{n} R{v}', geometry: 'G10 L10 P{n} X{x} Z{z} R{r}' }, LATHE).nose).toContain(
      'has a place in the line of geometry',
    )
  })

  it('has only the slots\u2019 line before a lead has worded it', () => {
    const { lines } = usualTemplate(MILL, 4)
    expect(Object.entries(lines).filter(([, line]) => line !== '')).toEqual([['work', 'G10 L2 P{n} X{x} Y{y} Z{z}']])
    expect(usualTemplate(LATHE, 3).lines.work).toBe('G10 L2 P{n} X{x} Z{z}')
  })

  it('kept before there were as many kinds of line is read as it was', () => {
    const { lines: _lines, ...rest } = worded
    const old = {
      ...rest,
      lines: { work: 'G10 L2 P{n} X{x} Y{y} Z{z}', length: 'G10 L10 P{n} R{v}' },
      extendedWork: 'G10 L20 P{n} X{x} Y{y} Z{z}',
    }
    expect(keptTemplate(old).lines).toMatchObject({
      work: old.lines.work,
      length: old.lines.length,
      extendedWork: old.extendedWork,
      nose: '',
    })
  })

  it('knows the numbers of slots', () => {
    expect(slotNumber('G54')).toEqual({ counts: 'slots', number: 1 })
    expect(slotNumber('G59')).toEqual({ counts: 'slots', number: 6 })
    expect(slotNumber('G59.2')).toEqual({ counts: 'slots', number: 8 })
    expect(slotNumber('G54.1 P3')).toEqual({ counts: 'extended-slots', number: 3 })
    expect(slotNumber('G60')).toBeNull()
  })
})

describe('figures that go out and come back', () => {
  it('are the same for any value on the increment', () => {
    const template = wordedTemplate(MILL, 4)
    fc.assert(
      fc.property(fc.integer({ min: -5_000_000, max: 5_000_000 }), (steps) => {
        const value = nm(steps * 100)
        const at = sceneOf(MILL, { 'tool/4/length/geometry': value })
        const file = settingFile(prepared(at, template), at, template, HEADING)
        expect(readIndependently(file).figures.get('L10 P4 R')).toBe(BigInt(value))
      }),
    )
  })

  it('and the check is the usual CRC-32', () => {
    expect(crc32('123456789')).toBe('CBF43926')
  })
})

describe('a rotary zero', () => {
  const machine: MachineRecord = { ...MILL, rotary: [{ axis: 'A', increment: nm(1000) as never, travel: null, sense: 1 }] }
  const usual = usualTemplate(machine, 4)
  const template = { ...usual, lines: { ...usual.lines, rotary: 'G10 L2 P{n} A{a}' } }

  it.each([370, -725.5, 0])('of %s degrees comes back as it went out, beyond a turn as well', (degrees) => {
    const at = sceneOf(machine, { 'work/G54/A/geometry': nm(degrees * 1e6) })
    const found = prepareOut(at, template, { slots: ['G54'], tools: [], conversion: null, estimates: false })
    if (found.kind === 'refused') throw new Error(found.sentence)
    const [line] = found.lines
    const back = readHeld(line!.text, machine, template)
    expect(back.problems).toEqual([])
    expect(back.values).toMatchObject([{ register: 'work/G54/A/geometry', value: degrees * 1e6 }])
  })

  it('that cannot be read is told of in degrees', () => {
    expect(readHeld('G10 L2 P1 A1.2.3', machine, template).problems[0]!.sentence).toContain('is not an angle in degrees')
  })
})

describe('a wear of a lathe tool', () => {
  const usual = usualTemplate(LATHE, 3)
  const template = { ...usual, lines: { ...usual.lines, wear: 'G10 L11 P{n} X{x} Z{z}' } }
  const X = registerKey(geometryRegister('1', 'X'))
  const Z = registerKey(geometryRegister('1', 'Z'))
  const wear = registerKey(wearOf(geometryRegister('1', 'X')))
  const at = {
    ...sceneOf(LATHE, { [X]: mm(-240), [Z]: mm(120), [wear]: mm(-0.03) }),
    tools: [mounted('1', 'ld-80', 'Turning tool 80', { kind: 'turning' })],
  }

  it('goes out alone, the other axis filled with none', () => {
    const found = prepareOut(at, template, { slots: [], tools: ['1'], conversion: null, estimates: false })
    if (found.kind === 'refused') throw new Error(found.sentence)
    expect(found.lines.map(({ text }) => text)).toContain('G10 L11 P1 X-0.030 Z0.000')
    expect(found.values.find(({ register }) => register === wear)).toMatchObject({ out: mm(-0.03), because: null })
  })

  it('is compared with what the control holds, and what no line can hold is named', () => {
    const held = (text: string) => {
      const found = heldAgainst(text, at, template, { whole: true })
      if ('refused' in found) throw new Error(found.refused)
      return found
    }
    expect(differing(held('G10 L11 P1 X-0.030 Z0.000'))).toEqual([])
    // Not taken over yet: the control has none, or says nothing of it.
    expect(differing(held('G10 L11 P1 X0. Z0.'))).toEqual([wear])
    expect(differing(held(''))).toEqual([wear])
    const { notCompared } = held('')
    expect(notCompared.map(({ register }) => register).sort()).toEqual([X, Z].sort())
    expect(notCompared[0]!.because).toBe('no line of the template has a place for it')
  })

  it('is compared with what a control has a table for: a setter’s constant, a probe’s radii and what is expected are the ledger’s alone', () => {
    const registers = ['setter/setter-a/K/geometry', 'probe/probe-2/X+/geometry', 'expected/G56/X/geometry', 'work/G54/X/geometry']
    const one = sceneOf(MILL, Object.fromEntries(registers.map((key) => [key, mm(-300)])))
    const found = heldAgainst('', one, wordedTemplate(MILL, 4), { whole: true })
    if ('refused' in found) throw new Error(found.refused)
    expect(differing(found)).toEqual(['work/G54/X/geometry'])
    expect(found.notCompared).toEqual([])
  })
})
