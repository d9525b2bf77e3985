import { assess, foldFindings, nm, registerKey, routineById, type Finding, type Gauge, type RawInputs, type Scene } from '@rook/core'
import { Chance } from '../chance.ts'
import { GAUGES } from '../gauges.ts'
import { PLAYS, type Play } from '../plays/index.ts'
import { stands } from '../scene.ts'
import { inputsOf, MISTAKES } from './kinds.ts'

/** Told of every mistake that was not caught, or not named. */
export type Missed = (key: string, raw: RawInputs, said: string) => void

/** How a kind of mistake fared in a routine. */
export interface Tally {
  scenes: number
  caught: number
  named: number
  /** Something was named, and it was not what had happened. */
  misnamed: number
  /** More than one question for one mistake. */
  asked: number
}

export interface Fared {
  /** By kind of mistake and way of playing a routine: "unit of a reading / edge". */
  mistakes: Map<string, Tally>
  /** Clean entries by way of playing, and those that were questioned, with the checks that did. */
  clean: Map<string, { scenes: number; questioned: number; by: Map<string, number> }>
}

/** Cabinets unlike each other: few gauges, many thin shims, many pins. */
const more = (id: string, name: string, family: Gauge['family'], size: number): Gauge => ({
  ...GAUGES[0]!,
  id,
  name,
  family,
  size: nm(size),
  uncertainty: nm(1_000),
})
const CABINETS: readonly (readonly Gauge[])[] = [
  [],
  [20, 30, 40, 100, 200, 500, 2000].map((um) => more(`sh-${um}`, `Strip ${um / 1000}`, 'shim', um * 1000)),
  [3, 4, 5, 6, 8, 12, 16].map((mm) => more(`pn-${mm}`, `Plug ${mm}`, 'gauge-pin', mm * 1e6)),
]

/** The scatter of one loading to the next, as the operation's record says; nanometres. */
const LOADING = 4_000

/** A machine that has done this before: what is found now was found then, but for the scatter of a loading. */
function withPast({ scene, truth }: ReturnType<Play['play']>, chance: Chance): Scene {
  const past = truth.flatMap(([register, value]) => {
    if (register.layer === 'wear' || scene.standing[registerKey(register)]) return []
    const tool = scene.tools.find(
      ({ offset, diameterOffset }) => register.slot === (/diameter|radius/.test(register.property) ? diameterOffset : offset),
    )
    const scatter = register.family === 'work' ? chance.normal(LOADING) : chance.normal(2_000)
    const step = scene.machine.increment
    const then = nm(Math.round((value + scatter) / step) * step)
    return [
      [
        registerKey(register),
        stands(then, { standard: 3_000, assembly: register.family === 'tool' ? (tool?.assembly ?? null) : null }),
      ] as const,
    ]
  })
  return { ...scene, standing: { ...scene.standing, ...Object.fromEntries(past) } }
}

const questions = (findings: readonly Finding[]) => findings.filter(({ verdict }) => verdict !== 'clear')

/**
 * Plays every routine in every way, clean and with each mistake that it gives occasion for.
 * @param scenes of each kind for each way of playing
 * @param missed called with what was typed and what was said
 */
export function playMistakes(scenes: number, seed = 'mistakes', plays: readonly Play[] = PLAYS, missed?: Missed): Fared {
  const fared: Fared = { mistakes: new Map(), clean: new Map() }
  for (const play of plays) {
    const routine = routineById(play.routine)!
    const chance = new Chance(`${seed} ${play.name}`)
    for (let at = 0; at < scenes; at++) {
      const played = play.play(chance)
      const past = withPast(played, chance)
      const scene = { ...past, gauges: [...past.gauges, ...CABINETS[at % CABINETS.length]!] }
      const clean = questions(assess(routine, played.raw, scene).findings)
      countClean(fared, play.name, clean)
      for (const [kind, mistake] of Object.entries(MISTAKES)) {
        const inputs = inputsOf(play.routine, played.raw, scene)
        const made = mistake({ raw: played.raw, scene, inputs, chance })
        const off = made && effect(routine, made.raw, played.raw, scene)
        if (!made || off === null) continue
        const said = countMistake(fared, `${kind} / ${play.name}`, off, made.names, clean)
        if (said !== null) missed?.(`${kind} / ${play.name}`, made.raw, said)
      }
    }
  }
  return fared
}

/** What the ledger says of the entry with the mistake; null where it changes nothing by more than three times its \u00b1U. */
function effect(
  routine: Parameters<typeof assess>[0],
  wrong: RawInputs,
  right: RawInputs,
  scene: Scene,
): { refused: string | null; findings: Finding[] } | null {
  const [now, was] = [assess(routine, wrong, scene), assess(routine, right, scene)]
  if (!was.sheet.result) return null
  if (now.sheet.refusal) return { refused: now.sheet.refusal.sentence, findings: [] }
  if (!now.sheet.result || now.values.problems.length > 0) return null
  const moved = now.sheet.result.writes.some((write, at) => {
    const before = was.sheet.result!.writes[at]
    if (!before || registerKey(before.register) !== registerKey(write.register)) return before !== undefined
    return Math.abs(write.value - before.value) > 3 * (before.uncertainty?.expanded ?? 0) && write.register.layer !== 'wear'
  })
  return moved ? { refused: null, findings: now.findings } : null
}

function countClean(fared: Fared, name: string, asked: readonly Finding[]): void {
  const tally = fared.clean.get(name) ?? { scenes: 0, questioned: 0, by: new Map<string, number>() }
  tally.scenes++
  if (asked.length > 0) tally.questioned++
  for (const { check } of asked) tally.by.set(check, (tally.by.get(check) ?? 0) + 1)
  fared.clean.set(name, tally)
}

/** @returns what was said where the mistake was not named; null where it was */
function countMistake(
  fared: Fared,
  key: string,
  { refused, findings }: { refused: string | null; findings: Finding[] },
  names: RegExp,
  clean: readonly Finding[],
): string | null {
  const tally = fared.mistakes.get(key) ?? { scenes: 0, caught: 0, named: 0, misnamed: 0, asked: 0 }
  fared.mistakes.set(key, tally)
  tally.scenes++
  if (refused) {
    tally.caught++
    tally.named++
    return null
  }
  // What is asked of the clean twin too is no catch.
  const known = new Set(clean.map(({ check, about }) => `${check} ${about}`))
  const asked = questions(findings).filter(({ check, about }) => !known.has(`${check} ${about}`))
  if (asked.length === 0) return 'nothing'
  tally.caught++
  const said = asked.map(({ sentence }) => sentence).join(' ')
  const isNamed = names.test(said)
  if (isNamed) tally.named++
  else if (/It would agree/.test(said)) tally.misnamed++
  if (foldFindings(asked).length > 1) tally.asked++
  return isNamed ? null : said
}
