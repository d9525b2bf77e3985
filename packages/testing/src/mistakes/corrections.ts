import {
  assess,
  diameterRegister,
  geometryRegister,
  lengthRegister,
  nm,
  registerKey,
  routineById,
  wearOf,
  type MachineRecord,
  type RawInputs,
  type RegisterRef,
  type Scene,
  type SizeTaken,
} from '@rook/core'
import { Chance } from '../chance.ts'
import { LATHE, MILL } from '../machines.ts'
import { mounted, scene as bare, stands } from '../scene.ts'
import { countClean, countMistake, questions, type Fared, type Missed } from './tally.ts'

/** A size that is cut again and again and corrected by wear. */
interface Way {
  name: string
  machine: MachineRecord
  routine: string
  kind: string | null
  target: number
  raw: RawInputs
  register(tool: string): RegisterRef
  /** What the size on the part does when the register grows by one. */
  gain: number
}

const DIAMETERS: MachineRecord = { ...MILL, diameterRegister: 'diameter' }
const WAYS: readonly Way[] = [
  {
    name: 'pocket across',
    machine: DIAMETERS,
    routine: 'side-size',
    kind: 'inside',
    target: 40_010_000,
    raw: { kind: 'inside', with: 'bore' },
    register: (tool) => diameterRegister(DIAMETERS, tool),
    gain: -1,
  },
  {
    name: 'boss across, radii held',
    machine: MILL,
    routine: 'side-size',
    kind: 'outside',
    target: 31_990_000,
    raw: { kind: 'outside', with: 'mic' },
    register: (tool) => diameterRegister(MILL, tool),
    gain: 2,
  },
  {
    name: 'depth',
    machine: MILL,
    routine: 'depth-size',
    kind: null,
    target: -18_000_000,
    raw: { with: 'mic' },
    register: lengthRegister,
    gain: 1,
  },
  {
    name: 'turned outside',
    machine: LATHE,
    routine: 'turned-size',
    kind: 'outside',
    target: 27_980_000,
    raw: { kind: 'outside', with: 'mic' },
    register: (tool) => geometryRegister(tool, 'X'),
    gain: 1,
  },
]

/** What happened to the last correction at the control: the size is off by this share of the error before it. */
const AT_THE_CONTROL: Readonly<Record<string, { share: number; names: RegExp }>> = {
  'correction not entered': { share: 1, names: /never come into the control/ },
  'correction with the other sign': { share: 2, names: /entered with the other sign/ },
  'correction counted twice': { share: -1, names: /counted twice/ },
  'half of a correction': { share: 0.5, names: /only half of that had counted/ },
}

/** How a measured size is typed wrong. */
const TYPED: Readonly<Record<string, { typed(text: string): string | null; names: RegExp }>> = {
  'unit of a measured size': { typed: (text) => (Number(text) / 25.4).toFixed(4), names: /had been typed in|converted/ },
  'point of a measured size': { typed: (text) => text.replace(/(\d)\.(\d)/, '.$1$2'), names: /decimal point/ },
  'digits of a measured size swapped': {
    typed: (text) => {
      const [, before, one, other, after] = /^(-?\d*)(\d)\.(\d)(.*)$/.exec(text) ?? []
      return one === undefined || one === other ? null : `${before}${other}.${one}${after}`
    },
    names: /two digits .* swapped/,
  },
}

/** Scatter of what is measured on a part, one standard deviation. */
const SCATTER = 3_000

/** A size as a gauge on the part shows it: to a thousandth. */
const typed = (value: number): string => (value / 1e6).toFixed(3)

const entryOf = (way: Way, target: number, measured: number, step: number, at: string): SizeTaken => ({
  entry: `00000000-0000-4000-8000-${at.slice(11, 13).padStart(12, '0')}`,
  at,
  by: 'W. Tansley',
  routine: way.routine,
  kind: way.kind,
  target: nm(target),
  measured: nm(Math.round(measured)),
  step: nm(Math.round(step)),
})

/** A tool for each of two sizes of one kind, with wear that was begun. */
function sceneOf(way: Way, sizes: Scene['sizes']): Scene {
  const kind = way.machine.kind === 'lathe' ? ('turning' as const) : ('end-mill' as const)
  const tools = ['4', '5'].map((number) => mounted(number, `tool-${number}`, 'Finisher', { kind }))
  const standing = tools.flatMap(({ number, assembly }): [RegisterRef, ReturnType<typeof stands>][] => [
    [way.register(number), stands(nm(way.routine === 'side-size' ? 12e6 : -103e6), { assembly })],
    [wearOf(way.register(number)), stands(nm(-10_000), { assembly })],
  ])
  return {
    ...bare(
      way.routine === 'side-size' ? standing : standing.map(([register, one]) => [register, { ...one, value: signed(one.value, way) }]),
    ),
    machine: way.machine,
    tools,
    sizes,
  }
}

const signed = (value: number, { routine }: Way) => nm(routine === 'depth-size' ? Math.abs(value) : value)

/**
 * Corrections of sizes, cut after cut: what went wrong with the last one at the control, what was typed wrong, and their clean twins.
 * @param scenes of each kind for each way of correcting
 */
export function playCorrections(fared: Fared, scenes: number, seed = 'corrections', missed?: Missed): Fared {
  for (const way of WAYS) {
    const routine = routineById(way.routine)!
    const chance = new Chance(`${seed} ${way.name}`)
    const said = (raw: RawInputs, scene: Scene) => {
      const { findings, sheet } = assess(routine, raw, scene)
      return { refused: sheet.refusal?.sentence ?? null, findings: questions(findings) }
    }
    const own = registerKey(wearOf(way.register('4')))
    const other = registerKey(wearOf(way.register('5')))
    const rawOf = (measured: number, more: RawInputs = {}): RawInputs => ({
      tool: '4',
      by: 'measured',
      target: typed(way.target),
      measured: typed(measured),
      ...way.raw,
      ...more,
    })
    const count = (kind: string, raw: RawInputs, scene: Scene, names: RegExp) => {
      const { refused, findings } = said(raw, scene)
      const key = `${kind} / ${way.name}`
      const heard = countMistake(fared, key, { refused, findings, asked: true }, names, [])
      if (heard !== null) missed?.(key, raw, heard)
    }
    for (let at = 0; at < scenes; at++) {
      const error = (chance.happens(0.5) ? 1 : -1) * chance.between(40e3, 90e3)
      const cut = () => chance.normal(SCATTER)
      const step = -error / way.gain
      const corrected = sceneOf(way, { [own]: [entryOf(way, way.target, way.target + error, step, '2026-11-23T22:00:00.000Z')] })
      const since = { 'cut-since': 'one' }
      countClean(
        fared,
        `${way.name}: the last correction held`,
        said(rawOf(way.target + cut(), since), corrected).findings.filter(isNoAdvice),
      )
      for (const [kind, { share, names }] of Object.entries(AT_THE_CONTROL))
        count(kind, rawOf(way.target + share * error + cut(), since), corrected, names)

      // This size was right; the other tool's correction went into this tool's row.
      const elsewhere = sceneOf(way, {
        [own]: [entryOf(way, way.target, way.target, 0, '2026-11-23T21:00:00.000Z')],
        [other]: [entryOf(way, way.target + 5e6, way.target + 5e6 + error, step, '2026-11-23T22:00:00.000Z')],
      })
      count('correction entered in another row', rawOf(way.target - error + cut()), elsewhere, /had been entered here/)
      countClean(fared, `${way.name}: another tool was corrected`, said(rawOf(way.target + cut()), elsewhere).findings.filter(isNoAdvice))

      const first = sceneOf(way, {})
      const worn = way.target + error / 2 + cut()
      countClean(fared, `${way.name}: a first correction`, said(rawOf(worn), first).findings.filter(isNoAdvice))
      for (const [kind, { typed: change, names }] of Object.entries(TYPED)) {
        const text = change(typed(worn))
        if (text !== null && Math.abs(Number(text) * 1e6 - worn) > 200e3) count(kind, rawOf(worn, { measured: text }), first, names)
      }
      const planned = {
        ...first,
        plan: {
          ...first.plan!,
          sizes: [
            {
              name: 'size',
              kind: (way.kind ?? 'depth') as 'inside' | 'outside' | 'depth',
              nominal: nm(way.target),
              upper: nm(15_000),
              lower: nm(-15_000),
              tool: '4',
              gauge: null,
              every: null,
            },
          ],
        },
      }
      countClean(fared, `${way.name}: against the plan`, said(rawOf(worn), planned).findings.filter(isNoAdvice))
      count('target and measured swapped', rawOf(worn, { target: typed(worn), measured: typed(way.target) }), planned, /look swapped/)
      // Another line of the drawing was looked at, another tool was chosen, or inside for outside.
      const wide = Math.abs(way.target) * (chance.happens(0.5) ? 1.2 : 0.8) * Math.sign(way.target)
      const beyond = { target: typed(wide), measured: typed(wide + error / 2) }
      count('target of no planned size', rawOf(worn, beyond), planned, /lies within the limits of no size/)
      count('correction on a tool that does not cut it', rawOf(worn, { tool: '5' }), planned, /is cut by T4, and this corrects T5/)
      const otherSide = { inside: 'outside', outside: way.routine === 'turned-size' ? 'bore' : 'inside' }[way.kind ?? '']
      if (otherSide)
        count(
          'inside for outside in a correction',
          rawOf(worn, { kind: otherSide }),
          planned,
          way.routine === 'turned-size' ? /is entered as/ : /would go the other way/,
        )
    }
  }
  return fared
}

/** A correction within its own doubt is advised against: that is no question about a mistake. */
const isNoAdvice = ({ check }: { check: string }): boolean => check !== 'correction-worth'
