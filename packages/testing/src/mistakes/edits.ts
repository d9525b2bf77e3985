import {
  assessEdits,
  diameterRegister,
  formatExact,
  lengthRegister,
  nm,
  registerKey,
  wearOf,
  type Edit,
  type RegisterRef,
  type Scene,
} from '@rook/core'
import { Chance } from '../chance.ts'
import { MILL } from '../machines.ts'
import { mounted, scene as bare, stands } from '../scene.ts'
import { countClean, countMistake, questions, type Fared, type Missed } from './tally.ts'

const TOOLS = ['1', '2', '3', '4', '5', '6']
const text = (value: number) => formatExact(nm(Math.round(value / 100) * 100), 'mm').replace('\u2212', '-')

/** Six tools with lengths and diameters that stand, the last of them a drill. */
function tableOf(chance: Chance): { scene: Scene; lengths: number[] } {
  const tools = TOOLS.map((number) =>
    mounted(number, `tool-${number}`, number === '6' ? 'Drill 6.6' : 'End mill 12', {
      kind: number === '6' ? 'drill' : 'end-mill',
      properties: { DC: nm(12_000_000) },
    }),
  )
  const lengths = tools.map(() => Math.round(chance.between(62e6, 148e6) / 100) * 100)
  const standing = tools.flatMap(({ number, assembly }, at): [RegisterRef, ReturnType<typeof stands>][] => [
    [lengthRegister(number), stands(nm(lengths[at]!), { assembly })],
    [diameterRegister(MILL, number), stands(nm(5_996_000), { assembly })],
    [wearOf(lengthRegister(number)), stands(nm(-20_000), { assembly })],
  ])
  return { scene: { ...bare(standing), machine: MILL, tools }, lengths }
}

const lengthKey = (number: string) => registerKey(lengthRegister(number))

/** One table, what is typed into it, and the words that name the mistake; null where this table gives no occasion for it. */
type Mistyped = (at: { lengths: number[]; tool: number; fresh: number; chance: Chance }) => { edits: Edit[]; names: RegExp } | null

const one = (tool: number, typed: string): Edit[] => [{ register: lengthKey(TOOLS[tool]!), text: typed }]

const KINDS: Readonly<Record<string, Mistyped>> = {
  'sign of a table figure': ({ tool, fresh }) => ({ edits: one(tool, text(-fresh)), names: /had the other sign/ }),
  'unit of a table figure': ({ tool, fresh }) => ({
    edits: one(tool, (fresh / 25.4e6).toFixed(4)),
    names: /had been typed in|converted/,
  }),
  'point of a table figure': ({ tool, fresh }) => ({ edits: one(tool, text(fresh / 10)), names: /decimal point/ }),
  'digits of a table figure swapped': ({ tool, fresh }) => {
    const typed = text(fresh)
    const swapped = typed.replace(/(\d)(\d)\./, '$2$1.')
    return swapped === typed ? null : { edits: one(tool, swapped), names: /two digits .* swapped/ }
  },
  'length in another row': ({ lengths, tool, chance }) => {
    const other = (tool + 1 + Math.floor(chance.next() * 4)) % 5
    return other === tool
      ? null
      : { edits: one(tool, text(lengths[other]! + chance.normal(2_000))), names: new RegExp(`H${TOOLS[other]}\\b|T${TOOLS[other]}\\b`) }
  },
  'column that began a row too low': ({ lengths, chance }) => ({
    edits: [0, 1, 2].map((at) => ({ register: lengthKey(TOOLS[at + 1]!), text: text(lengths[at]! + chance.normal(2_000)) })),
    names: /column that began in the wrong row/,
  }),
  'amount where the total was due': ({ tool }) => ({
    edits: [{ register: registerKey(wearOf(lengthRegister(TOOLS[tool]!))), text: '+0.02' }],
    names: /would take its place\. If it was to be added/,
  }),
  'amount in place of the total, with its by': ({ tool }) => ({
    edits: [{ register: registerKey(wearOf(lengthRegister(TOOLS[tool]!))), text: '-0.015', by: '-0.015' }],
    names: /the amount typed where the total belongs/,
  }),
  'sign of a wear, with its by': ({ tool }) => ({
    edits: [{ register: registerKey(wearOf(lengthRegister(TOOLS[tool]!))), text: '-0.035', by: '0.015' }],
    names: /has the other sign/,
  }),
  'wear of another tool, with its by': ({ tool }) => ({
    // The neighbour stands at −0.02 as well until somebody corrects it: here it does.
    edits: [{ register: registerKey(wearOf(lengthRegister(TOOLS[tool]!))), text: '-0.055', by: '-0.015' }],
    names: /Look which of the two is meant/,
  }),
  'wear that nobody says the size of': ({ tool }) => ({
    edits: [{ register: registerKey(wearOf(lengthRegister(TOOLS[tool]!))), text: '-0.035' }],
    names: /say which size it comes from/,
  }),
  'drill corrected': () => ({
    edits: [{ register: registerKey(wearOf(diameterRegister(MILL, '6'))), text: '-0.01' }],
    names: /it makes the size that it has/,
  }),
  'pocket sized by the cutter': ({ tool }) => ({
    edits: [{ register: registerKey(diameterRegister(MILL, TOOLS[tool]!)), text: '5.966' }],
    names: /it belongs in the wear/,
  }),
}

/** Figures typed into the tools table by hand: lengths measured again elsewhere, each with one mistake, and their clean twins. */
export function playEdits(fared: Fared, scenes: number, seed = 'edits', missed?: Missed): Fared {
  const chance = new Chance(seed)
  for (let at = 0; at < scenes; at++) {
    const { scene, lengths } = tableOf(chance)
    const tool = Math.floor(chance.next() * 5)
    const fresh = lengths[tool]! + chance.normal(3_000)
    const said = (edits: readonly Edit[]) => questions(assessEdits(edits, 'measured', scene).findings)
    countClean(
      fared,
      'table: lengths measured again',
      said([0, 1, 2].map((row) => ({ register: lengthKey(TOOLS[row]!), text: text(lengths[row]! + chance.normal(3_000)) }))),
    )
    countClean(
      fared,
      'table: wear with what it changes by',
      said([{ register: registerKey(wearOf(lengthRegister('2'))), text: '-0.035', by: '-0.015' }]),
    )
    for (const [kind, mistake] of Object.entries(KINDS)) {
      const made = mistake({ lengths, tool, fresh, chance })
      if (!made) continue
      const key = `${kind} / table`
      const heard = countMistake(fared, key, { refused: null, findings: said(made.edits), asked: true }, made.names, [])
      if (heard !== null) missed?.(key, Object.fromEntries(made.edits.map((edit) => [edit.register, edit.text])), heard)
    }
  }
  return fared
}
