import {
  assessPresets,
  diameterRegister,
  guessMapping,
  lengthRegister,
  mm,
  nm,
  presetDifferences,
  readPresets,
  type MountedTool,
  type RegisterRef,
  type Scene,
} from '@rook/core'
import { Chance } from '../chance.ts'
import { MILL } from '../machines.ts'
import { mounted, scene as bare, stands } from '../scene.ts'
import { countClean, countMistake, questions, type Fared, type Missed } from './tally.ts'

const TOOLS = ['1', '2', '3', '4', '5', '6', '7', '8']
/** What a rule held to a tool scatters by, and what a tool is measured with elsewhere, nanometres. */
const [RULED, MEASURED] = [150_000, 2_000]

interface Row {
  number: string
  length: string
  diameter: string
}

/** Whether the machine has measured these tools before, or has what was ruled and what the catalogue says, and nothing else. */
type Past = 'measured' | 'nothing'

/** Tools of a shop, as they are, and what is on record of them. */
function shopOf(chance: Chance, past: Past): { scene: Scene; drawer: Parameters<typeof presetDifferences>[2]; right: Row[] } {
  const tools = TOOLS.map((number) => {
    const nominal = chance.pick([6, 8, 10, 12, 16, 20, 25])
    return { number, nominal, length: chance.between(62e6, 158e6), diameter: nominal * 1e6 - Math.abs(chance.normal(8_000)) }
  })
  const mounts = tools.map(({ number, nominal, length }): MountedTool =>
    mounted(number, `tool-${number}`, `Tool ${number}`, {
      kind: 'end-mill',
      estimate: nm(Math.round((length + chance.normal(RULED)) / 100_000) * 100_000),
      properties: { DC: mm(nominal) },
    }),
  )
  const standing = tools.flatMap(({ number, length, diameter }): [RegisterRef, ReturnType<typeof stands>][] => [
    [lengthRegister(number), stands(nm(Math.round(length)), { assembly: `tool-${number}` })],
    [diameterRegister(MILL, number), stands(nm(Math.round(diameter / 2)), { assembly: `tool-${number}` })],
  ])
  return {
    scene: bare(past === 'nothing' ? [] : standing, { tools: mounts, plan: null }),
    drawer: mounts.map(({ assembly, name, properties, estimate }) => ({ id: assembly, name, properties, estimate, flutes: null })),
    right: tools.map(({ number, length, diameter }) => ({
      number,
      length: ((length + chance.normal(MEASURED)) / 1e6).toFixed(4),
      diameter: ((diameter + chance.normal(MEASURED)) / 1e6).toFixed(4),
    })),
  }
}

type Measure = 'length' | 'diameter'
/** What a file is that somebody made with one slip, and the words that name it; null where it gives no occasion. */
type Misfiled = (at: { right: Row[]; at: number; of: Measure; chance: Chance }) => { rows: Row[]; names: RegExp } | null

const one =
  (change: (text: string) => string | null, names: RegExp): Misfiled =>
  ({ right, at, of }) => {
    const text = change(right[at]![of])
    return text === null ? null : { rows: right.map((row, index) => (index === at ? { ...row, [of]: text } : row)), names }
  }
const all =
  (change: (figure: number) => number, names: RegExp): Misfiled =>
  ({ right, of }) => ({ rows: right.map((row) => ({ ...row, [of]: change(Number(row[of])).toFixed(4) })), names })
const column =
  (by: number): Misfiled =>
  ({ right, of }) => ({
    rows: right.map((row, at) => ({ ...row, [of]: right[at - by]?.[of] ?? '' })),
    names: /began in the wrong row/,
  })
const twoDigits = (text: string) => {
  const swapped = text.replace(/(\d)(\d)\./, '$2$1.')
  return swapped === text || swapped.startsWith('0') ? null : swapped
}

const KINDS: Readonly<Record<string, Misfiled>> = {
  'column of a file a row too low': column(1),
  'column of a file two rows too low': column(2),
  'column of a file a row too high': column(-1),
  'inches in a whole column': all((figure) => figure / 25.4, /inch/),
  'millimetres turned into inches twice': all((figure) => figure * 25.4, /inch|millimetre|converted/),
  'micrometres in a whole column': all((figure) => figure * 1000, /decimal point|micrometres/),
  'radii in place of diameters': ({ right }) => ({
    rows: right.map((row) => ({ ...row, diameter: (Number(row.diameter) / 2).toFixed(4) })),
    names: /halved|radi/,
  }),
  'inch in one figure of a file': one((text) => (Number(text) / 25.4).toFixed(4), /had been typed in|inch/),
  'point of one figure of a file': one((text) => (Number(text) / 10).toFixed(4), /decimal point/),
  'two digits of one figure of a file': one(twoDigits, /two digits/),
  'sign of one figure of a file': one((text) => `-${text}`, /other sign|less than zero|negative|more than zero/),
  'length of another tool in a file'({ right, at }) {
    const other = (at + 3) % right.length
    return {
      rows: right.map((row, index) => (index === at ? { ...row, length: right[other]!.length } : row)),
      names: new RegExp(`(T|H)${right[other]!.number}\\b`),
    }
  },
  'two tools of a file exchanged'({ right, at, of }) {
    const other = (at + 2) % right.length
    const figureOf = (index: number) => right[index === at ? other : index === other ? at : index]![of]
    return {
      rows: right.map((row, index) => ({ ...row, [of]: figureOf(index) })),
      names: new RegExp(`(T|H|D)${right[other]!.number}\\b|exchanged|swapped`),
    }
  },
}

/** What is asked about a file of measured tools as it is taken whole; what cannot be read is said by the line. */
function said(rows: readonly Row[], { scene, drawer }: ReturnType<typeof shopOf>) {
  const header = ['T', 'Length', 'Diameter']
  const cells = rows.map(({ number, length, diameter }, at) => ({ line: at + 2, cells: [number, length, diameter] }))
  const { tools, problems } = readPresets({ header, rows: cells }, guessMapping(header), 'mm')
  const chosen = presetDifferences(tools, scene, drawer).filter(({ kind }) => kind === 'register')
  return { refused: problems[0]?.sentence ?? null, findings: questions(assessPresets(chosen, scene).findings) }
}

/** Files of tools that were measured elsewhere, each with one slip, and their clean twins. */
export function playFiles(fared: Fared, scenes: number, past: Past, seed = 'files', missed?: Missed): Fared {
  const chance = new Chance(`${seed} ${past}`)
  for (let nth = 0; nth < scenes; nth++) {
    const shop = shopOf(chance, past)
    const at = Math.floor(chance.next() * TOOLS.length)
    const play = `file, ${past === 'measured' ? 'measured before' : 'nothing before'}`
    countClean(fared, play, said(shop.right, shop).findings)
    for (const [kind, make] of Object.entries(KINDS)) {
      const of = chance.pick(['length', 'diameter'] as const)
      const made = make({ right: shop.right, at, of, chance })
      // Two figures that are alike by chance may be exchanged: nothing is wrong then.
      const isSame = made?.rows.every((row, index) => near(row, shop.right[index]!)) ?? true
      if (!made || isSame) continue
      const key = `${kind} / ${play}`
      const heard = countMistake(fared, key, { ...said(made.rows, shop), asked: true }, made.names, [])
      if (heard !== null)
        missed?.(key, Object.fromEntries(made.rows.map(({ number, length, diameter }) => [number, `${length} ${diameter}`])), heard)
    }
  }
  return fared
}

/** Alike within what both are measured to: no record could tell them apart. */
const near = (one: Row, other: Row): boolean =>
  (['length', 'diameter'] as const).every((of) => one[of] !== '' && Math.abs(Number(one[of]) - Number(other[of])) < 0.6)
