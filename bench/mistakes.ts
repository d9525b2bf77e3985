import { routineById } from '@rook/core'
import { isBorne, LIMITS, playCorrections, playEdits, playFiles, playMistakes, type Missed, type Tally } from '@rook/testing'

/** Scenes of each kind for each way of playing a routine. */
const SCENES = Number(process.env.MISTAKE_SCENES ?? 40)

const percent = (part: number, of: number) => (of === 0 ? '' : `${((100 * part) / of).toFixed(1)} %`)
const row = (name: string, cells: readonly string[]) =>
  console.log(`  ${name.padEnd(48)}${cells.map((cell) => cell.padStart(11)).join('')}`)
const sum = (all: readonly Tally[]): Tally =>
  all.reduce(
    (one, { scenes, caught, askedName, named, misnamed, guessed, asked }) => ({
      scenes: one.scenes + scenes,
      caught: one.caught + caught,
      askedName: one.askedName + askedName,
      named: one.named + named,
      misnamed: one.misnamed + misnamed,
      guessed: one.guessed + guessed,
      asked: one.asked + asked,
    }),
    { scenes: 0, caught: 0, askedName: 0, named: 0, misnamed: 0, guessed: 0, asked: 0 },
  )
const cellsOf = ({ scenes, caught, askedName, named, misnamed, guessed, asked }: Tally) => [
  String(scenes),
  percent(caught, scenes),
  percent(named, askedName),
  percent(misnamed, scenes),
  percent(guessed, scenes),
  percent(asked, scenes),
]

/** Where a way of playing belongs: what it finds, and on which kind of machine. */
function groupOf(key: string): string {
  const play = key.split(' / ')[1]!
  const [name] = play.split(':')
  if (play.startsWith('file')) return 'files'
  if (name === 'table') return 'tables'
  const routine = routineById(name!)
  if (!routine || routine.kind === 'wear') return 'corrections'
  if (name === 'rotary-zero') return 'rotary axes'
  if (/lathe|turned-(diameter|size)/.test(play) || routine.machines.every((kind) => kind === 'lathe')) return 'lathe'
  if (/^(tool|setter|probe)-|^(round-stylus)/.test(name!)) return 'tools of a mill'
  return /^(face|face-plane|by-height)$/.test(name!) ? 'part zero in Z' : 'part zero in X and Y'
}

function byGroup(all: ReadonlyMap<string, Tally>): Map<string, Tally[]> {
  const groups = new Map<string, Tally[]>()
  for (const [key, tally] of all) groups.set(groupOf(key), [...(groups.get(groupOf(key)) ?? []), tally])
  return groups
}

const began = performance.now()
/** Part of a kind or routine whose misses are to be read. */
const SHOW = process.env.MISTAKE_SHOW
const show: Missed = (key, raw, said) => {
  if (SHOW !== undefined && key.includes(SHOW)) console.log(key, JSON.stringify(raw), '->', said)
}
const fared = playMistakes(SCENES, 'mistakes', undefined, show)
playCorrections(fared, SCENES, 'corrections', show)
playEdits(fared, SCENES, 'edits', show)
for (const past of ['measured', 'nothing'] as const) playFiles(fared, SCENES, past, 'files', show)
const kinds = new Map<string, Tally[]>()
for (const [key, tally] of fared.mistakes) {
  const [kind] = key.split(' / ')
  kinds.set(kind!, [...(kinds.get(kind!) ?? []), tally])
}
console.log('One mistake in each entry, larger than three times its ±U (aims: caught 99 %, named 95 %, misnamed 0.5 %, asked twice 3 %):')
row('', ['scenes', 'caught', 'named', 'misnamed', '“may be”', 'asked twice'])
for (const [kind, tallies] of kinds) row(kind, cellsOf(sum(tallies)))
row('all', cellsOf(sum([...kinds.values()].flat())))

console.log('The same by group:')
for (const [group, tallies] of byGroup(fared.mistakes)) row(group, cellsOf(sum(tallies)))

const ruled = playMistakes(SCENES, 'ruled', undefined, show, 'ruled before')
const ofTools = [...ruled.mistakes].filter(([key]) => ['tools of a mill', 'lathe'].includes(groupOf(key)))
console.log('Tools that were only held to a rule before (aims: caught 85 %, named 80 % of those):')
for (const [group, tallies] of byGroup(new Map(ofTools))) row(group, cellsOf(sum(tallies)))
row('of what the record bears (99 %, 90 %)', cellsOf(sum(ofTools.filter(([key]) => isBorne(key, 'first time')).map(([, tally]) => tally))))
for (const [name, tally] of ruled.clean) fared.clean.set(`${name}, ruled before`, tally)

console.log('Where fewer than 95 of 100 are caught or named:')
for (const [key, tally] of fared.mistakes)
  if (tally.scenes >= 5 && (tally.caught < 0.95 * tally.scenes || tally.named < 0.95 * tally.askedName)) row(key, cellsOf(tally))

for (const history of ['first time', 'first time, in a step'] as const) {
  const firstTime = playMistakes(SCENES, 'first time', undefined, show, history)
  const touches = new Map<string, Tally[]>()
  for (const [key, tally] of firstTime.mistakes) {
    const play = key.split(' / ')[1]!
    // What was touched a second time stands by itself: there all of it is to be caught.
    const routine = play.includes('witnessed') ? play : play.split(':')[0]!
    touches.set(routine, [...(touches.get(routine) ?? []), tally])
  }
  const where = history === 'first time' ? 'outside a setup' : 'in a step that plans what is chosen and where the features lie'
  console.log(`The same at the first touch, ${where} (aims: caught 85 %, named 80 % of those):`)
  for (const [routine, tallies] of touches) row(routine, cellsOf(sum(tallies)))
  row('all', cellsOf(sum([...touches.values()].flat())))
  const borne = [...firstTime.mistakes].filter(([key]) => isBorne(key, history)).map(([, tally]) => tally)
  row('of what the record bears (99 %, 90 %)', cellsOf(sum(borne)))
  console.log('What it does not bear, and what would:')
  for (const [kind, { because }] of Object.entries(LIMITS[history])) {
    const of = [...firstTime.mistakes].filter(([key]) => key.startsWith(`${kind} / `) && !isBorne(key, history)).map(([, tally]) => tally)
    const { scenes, caught } = sum(of)
    console.log(`  ${kind.padEnd(34)}${percent(caught, scenes).padStart(8)}  ${because}`)
  }
  for (const [name, tally] of firstTime.clean) fared.clean.set(`${name}, ${history}`, tally)
}

console.log('Clean entries that are questioned, where more than one in a hundred is (aim: 1 % of all):')
let [clean, questioned] = [0, 0]
for (const [name, tally] of fared.clean) {
  clean += tally.scenes
  questioned += tally.questioned
  if (tally.questioned > 0.01 * tally.scenes)
    row(name, [
      String(tally.scenes),
      percent(tally.questioned, tally.scenes),
      [...tally.by].map(([check, n]) => ` ${check} ${n}`).join(','),
    ])
}
row('all', [String(clean), percent(questioned, clean)])
console.log(`${((performance.now() - began) / 1000).toFixed(0)} s`)
