import { describe, expect, it } from 'vitest'
import type { Microdegrees } from '../angle/index.ts'
import { inch, mm, nm, type Nm } from '../length/index.ts'
import type { MachineRecord, RotaryRecord } from '../machine/index.ts'
import { layoutOf, parseRegisterKey, registerKey, type RegisterKey } from '../register/index.ts'
import { HEADING, Chance, INCH_MILL, LATHE, MILL, mounted, scene, stands, wordedTemplate } from '@rook/testing'
import {
  conversionShift,
  prepareOut,
  readHeld,
  settingFile,
  settingKindsOf,
  shifted,
  templateProblems,
  type Conversion,
  type SettingTemplate,
} from './index.ts'

const CONVENTIONS = ['gauge-length', 'touch-off', 'reference-tool'] as const
const SLOTS = ['G54', 'G55', 'G56', 'G59', 'G59.1', 'G54.1 P1', 'G54.1 P12']

function someMachine(chance: Chance): MachineRecord {
  const base = chance.pick([MILL, INCH_MILL, LATHE])
  const increment = base.unit === 'mm' ? mm(chance.pick([0.001, 0.0001, 0.0005])) : inch(chance.pick([0.0001, 0.00001]))
  const slots = SLOTS.filter((code, at) => at === 0 || (chance.happens(0.5) && code !== '')).map((code) => ({ code, name: null }))
  const rotary = (['A', 'B', 'C'] as const)
    .filter(() => base.kind === 'mill' && chance.happens(0.3))
    .map((axis): RotaryRecord => ({ axis, increment: chance.pick([1000, 100, 10_000]) as Microdegrees, travel: null, sense: 1 }))
  const [lengthConvention, diameterRegister] = [chance.pick(CONVENTIONS), chance.pick(['diameter', 'radius'] as const)]
  const rotates = base.kind === 'mill' && chance.happens(0.5)
  return { ...base, increment, slots, rotary, rotates, lengthConvention, diameterRegister, xReads: chance.pick(['diameter', 'radius']) }
}

/** Something in nearly every register that the machine has, on the register's own step. */
function someStanding(machine: MachineRecord, numbers: readonly string[], chance: Chance): Record<RegisterKey, Nm> {
  const layout = layoutOf(machine)
  const values: Record<RegisterKey, Nm> = {}
  const put = (family: 'work' | 'common' | 'tool', slot: string, columns: typeof layout.work, share: number) => {
    for (const { property, holds, wear, axis } of columns) {
      if (!chance.happens(share)) continue
      const step = holds === 'length' ? machine.increment : (machine.rotary.find((one) => one.axis === axis)?.increment ?? 100)
      const value = holds === 'whole' ? Math.floor(chance.between(0, 10)) : Math.round(chance.between(-3e8, 3e8) / step) * step
      const size = holds === 'angle' ? value % 180_000_000 : value
      values[registerKey({ family, slot, property, layer: 'geometry' })] = nm(size)
      if (wear && chance.happens(0.5))
        values[registerKey({ family, slot, property, layer: 'wear' })] = nm(Math.round(chance.normal(20)) * machine.increment)
    }
  }
  for (const { code } of machine.slots) put('work', code, layout.work, chance.pick([0, 1, 1, 1, 1, 1, 1, 1, 0.9]))
  put('common', 'all', layout.common, chance.pick([0, 1]))
  for (const number of numbers) put('tool', number, layout.tool, 0.95)
  return values
}

/** The shop's wording, its words in any order, with numbers of its own. */
function someTemplate(machine: MachineRecord, chance: Chance): SettingTemplate {
  const worded = wordedTemplate(machine, machine.unit === 'mm' ? chance.pick([3, 4, 4, 4]) : chance.pick([4, 5, 6]))
  const far = Math.floor(chance.between(0, 900))
  const lines = Object.fromEntries(
    Object.entries(worded.lines).map(([kind, line]) => {
      const words = line
        .split(' ')
        .map((word) => word.replace(/^L(\d+)$/, (_, number: string) => `L${Number(number) + far}`))
        .sort(() => chance.next() - 0.5)
      return [kind, chance.happens(0.03) && kind !== 'work' ? '' : words.join(' ')]
    }),
  ) as SettingTemplate['lines']
  const lengths = layoutOf(machine).countsLengths && chance.happens(0.6) ? chance.pick(CONVENTIONS) : machine.lengthConvention
  return { ...worded, lines, lengths, turnedSign: chance.happens(0.3), diameters: chance.pick(['diameter', 'radius']) }
}

function someConversion(
  machine: MachineRecord,
  { lengths }: SettingTemplate,
  numbers: readonly string[],
  chance: Chance,
): Conversion | null {
  if (lengths === machine.lengthConvention) return null
  const slot = chance.pick(machine.slots).code
  const tool = chance.pick(numbers)
  const far = nm(Math.round(chance.between(0, 1e8) / machine.increment) * machine.increment)
  if (lengths === 'touch-off') return { slot, target: { convention: lengths, shift: chance.pick([nm(0), far]) } }
  if (lengths === 'reference-tool') return { slot, target: { convention: lengths, reference: tool } }
  return { slot, target: { convention: lengths, tool, gaugeLength: far } }
}

function someShop(seed: number) {
  const chance = new Chance(`values out ${seed}`)
  const machine = someMachine(chance)
  const numbers = ['1', '4', '17'].filter((_, at) => at === 0 || chance.happens(0.8))
  const values = someStanding(machine, numbers, chance)
  const tools = numbers.map((number) => mounted(number, `tool-${number}`, `Tool ${number}`))
  const at = {
    ...scene([], { machine, tools, plan: null }),
    standing: Object.fromEntries(
      Object.entries(values).map(([key, value]) => {
        const { family, slot } = parseRegisterKey(key)
        return [key, stands(value, { assembly: family === 'tool' ? `tool-${slot}` : null })]
      }),
    ),
  }
  const template = someTemplate(machine, chance)
  const conversion = someConversion(machine, template, numbers, chance)
  // Now and then somebody leaves a slot or a tool out.
  const slots = machine.slots.map(({ code }) => code).filter(() => !chance.happens(0.03))
  const chosen = numbers.filter(() => !chance.happens(0.03))
  return { machine, at, values, template, options: { slots, tools: chosen, conversion, estimates: true } }
}

const SHOPS = 1000
const seeds = Array.from({ length: SHOPS }, (_, seed) => seed)

describe('a thousand seeded machines, templates and ways of counting', () => {
  const tally = { written: 0, refused: 0, converted: 0, lathes: 0, rotary: 0, leftOut: 0 }

  it('read back what was sent out, register by register', () => {
    for (const seed of seeds) {
      const { machine, at, values, template, options } = someShop(seed)
      expect(templateProblems(template, machine), `seed ${seed}`).toEqual({})
      const prepared = prepareOut(at, template, options)
      if (prepared.kind === 'refused') {
        tally.refused++
        continue
      }
      tally.written++
      if (!layoutOf(machine).countsLengths) tally.lathes++
      if (machine.rotary.length > 0) tally.rotary++
      const file = settingFile(prepared, at, template, HEADING)
      // An unfilled place would be a word that the control cannot read.
      expect(file.includes('{') || file.includes('}'), `seed ${seed}`).toBe(false)
      const held = readHeld(file, machine, template)
      expect(held.problems, `seed ${seed}`).toEqual([])
      const shift = conversionShift(at, template, options.conversion)
      if (shift.kind === 'refused') throw new Error(shift.sentence)
      if (shift.by !== 0) tally.converted++
      const back = Object.fromEntries(
        held.values.map(({ register, value }) => [register, shifted(parseRegisterKey(register), value, nm(0 - shift.by))]),
      )
      const sent = Object.fromEntries(prepared.values.filter(({ out }) => out !== null).map(({ register, value }) => [register, value]))
      // A wear that nobody has set goes along as none, where its line has another wear in it.
      const filled = Object.fromEntries(
        Object.entries(back).filter(([key, value]) => !(key.endsWith('/wear') && value === 0 && !(key in values))),
      )
      expect(filled, `seed ${seed}`).toEqual(sent)
      // What has a figure is in the file, or named as left out.
      const asked = Object.keys(values).filter((key) => {
        const { family, slot } = parseRegisterKey(key)
        return family === 'common' || (family === 'work' ? options.slots : options.tools).includes(slot)
      })
      expect(new Set(prepared.values.map(({ register }) => register)), `seed ${seed}`).toEqual(new Set(asked))
      for (const { out, because, name } of prepared.values) {
        expect(out === null, `seed ${seed} ${name}`).toBe(because !== null)
        if (because === null) continue
        tally.leftOut++
        expect(file, `seed ${seed}`).toContain(`(${name.toUpperCase()} LEFT OUT, `)
      }
    }
    expect(tally.written).toBeGreaterThan(500)
    expect(tally.converted).toBeGreaterThan(100)
    expect(tally.lathes).toBeGreaterThan(150)
    expect(tally.rotary).toBeGreaterThan(150)
    expect(tally.leftOut).toBeGreaterThan(100)
  })

  /** What the control would hold afterwards, read by pattern matching of its own. */
  const inControl = (file: string, machine: MachineRecord, template: SettingTemplate, values: Record<string, Nm>) => {
    const control = new Map(Object.entries(values))
    const scale = machine.unit === 'mm' ? 1_000_000n : 25_400_000n
    const toNm = (text: string): Nm => {
      const [, sign, whole, part] = /^(-?)(\d*)\.(\d*)$/.exec(text)!
      const digits = BigInt(`${whole}${part}`) * scale
      const down = 10n ** BigInt(part!.length)
      if (digits % down !== 0n) throw new Error(`${text} is no whole number of nanometres`)
      return nm(Number(((sign ? -1n : 1n) * digits) / down))
    }
    for (const kind of settingKindsOf(machine)) {
      if (!['work', 'extendedWork', 'common', 'length'].includes(kind) || template.lines[kind] === '') continue
      const source = template.lines[kind].replaceAll('.', '\\.').replace(/\{(\w)\}/g, (_, place: string) => `(?<${place}>-?[\\d.]+)`)
      for (const line of file.split('\r\n')) {
        const found = new RegExp(`^${source} \\(`).exec(line)?.groups
        if (!found) continue
        if (kind === 'length') {
          const length = toNm(found.v!)
          control.set(`tool/${found.n}/length/geometry`, nm(template.turnedSign ? 0 - length : length))
        } else if (kind === 'common') control.set('common/all/Z/geometry', toNm(found.z!))
        else {
          const number = Number(found.n)
          const slot = kind === 'extendedWork' ? `G54.1 P${number}` : number > 6 ? `G59.${number - 6}` : `G${53 + number}`
          control.set(`work/${slot}/Z/geometry`, toNm(found.z!))
        }
      }
    }
    return control
  }

  it('leave common + Z + H as they were, for every slot with every tool', () => {
    let pairs = 0
    for (const seed of seeds) {
      const { machine, at, values, template, options } = someShop(seed)
      const prepared = layoutOf(machine).countsLengths ? prepareOut(at, template, options) : null
      if (prepared?.kind !== 'values') continue
      const after = inControl(settingFile(prepared, at, template, HEADING), machine, template, values)
      for (const { code } of machine.slots)
        for (const { offset } of at.tools) {
          const keys = ['common/all/Z/geometry', `work/${code}/Z/geometry`, `tool/${offset}/length/geometry`]
          if (!keys.slice(1).every((key) => key in values)) continue
          pairs++
          const sum = (of: (key: string) => Nm | undefined) => keys.reduce((total, key) => total + (of(key) ?? 0), 0)
          expect(
            sum((key) => after.get(key)),
            `seed ${seed}, ${code} with H${offset}`,
          ).toBe(sum((key) => values[key]))
        }
    }
    expect(pairs).toBeGreaterThan(1000)
  })
})

describe('a machine with two slots and a common shift', () => {
  const machine: MachineRecord = { ...MILL, increment: mm(0.001) }
  const values: Record<RegisterKey, Nm> = {
    'common/all/Z/geometry': mm(-1.25),
    'common/all/X/geometry': nm(0),
    'common/all/Y/geometry': nm(0),
    ...Object.fromEntries(['G54', 'G55'].flatMap((slot) => ['X', 'Y'].map((axis) => [`work/${slot}/${axis}/geometry`, mm(-100)]))),
    'work/G54/Z/geometry': mm(-475.5),
    'work/G55/Z/geometry': mm(-232.3),
    'tool/4/length/geometry': mm(103.475),
  }
  const at = {
    ...scene([], { machine, tools: [mounted('4', 'em-12', 'End mill 12')], plan: null }),
    standing: Object.fromEntries(
      Object.entries(values).map(([key, value]) => [key, stands(value, { assembly: key.startsWith('tool') ? 'em-12' : null })]),
    ),
  }
  const template: SettingTemplate = { ...wordedTemplate(machine, 3), lengths: 'touch-off' }
  const conversion: Conversion = { slot: 'G54', target: { convention: 'touch-off', shift: nm(0) } }
  const ask = (slots: string[], tools = ['4']) => prepareOut(at, template, { slots, tools, conversion, estimates: false })

  it('goes out by one amount: worked by hand', () => {
    const prepared = ask(['G54', 'G55'])
    if (prepared.kind === 'refused') throw new Error(prepared.sentence)
    // W of G54 with the shift is −476.750 and becomes 0: ΔW +476.750. H −373.275; G54 own Z +1.250; G55 +244.450.
    expect(prepared.lines.map(({ text }) => text)).toEqual([
      'G10 L2 P0 X0.000 Y0.000 Z-1.250',
      'G10 L2 P1 X-100.000 Y-100.000 Z1.250',
      'G10 L2 P2 X-100.000 Y-100.000 Z244.450',
      'G10 L10 P4 R-373.275',
    ])
  })

  it('does not go out with a slot or a tool that would stay behind', () => {
    expect(ask(['G54'])).toMatchObject({
      kind: 'refused',
      sentence: expect.stringContaining('G55 Z would stay in Mill 3 counted the old way') as string,
    })
    expect(ask([])).toMatchObject({ kind: 'refused' })
    expect(ask(['G54', 'G55'], [])).toMatchObject({ kind: 'refused', sentence: expect.stringContaining('H4 length would stay') as string })
  })
})
