import { describe, expect, it } from 'vitest'
import { assess } from '../assessment/index.ts'
import { mm, nm } from '../length/index.ts'
import { diameterRegister, lengthRegister, parseRegisterKey, propertyOf, registerKey, stepOf, wearOf } from '../register/index.ts'
import type { RawInputs } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import { sumOf } from '../working/index.ts'
import { Chance, LATHE, MILL, mounted, PLAYS, scene, stands, typed, type Play, SHIFTS } from '@rook/testing'
import { ROUTINES, routineById, routinesForTool } from './index.ts'

/** What holds of every routine, whatever it works out: a new one is held to it as soon as it is in the catalogue. */
const played = ({ name, play }: Play) => play(new Chance(name))
const work = (id: string, raw: RawInputs, at: Scene) => assess(routineById(id)!, raw, at)
const ways = PLAYS.map((play) => [play.name, play] as const)

/** Routines without a measurement behind what they write; each says why. */
const STATED: Readonly<Record<string, string>> = {
  'copied-offset': 'a figure that stands is written once more',
  'deliberate-zero': 'a zero is stated, with its reason',
  'rotary-zero: typed': 'the angle is as it was typed',
}
const readingsOf = (id: string, raw: RawInputs, at: Scene) =>
  routineById(id)!
    .inputs(at, raw)
    .flatMap((input) => (input.kind === 'length' && input.role === 'reading' && raw[input.id] ? [input] : []))

/** Routines that write a rotation which nobody measured. */
const GIVEN_ROTATION: Readonly<Record<string, string>> = { 'parts-grid': 'a fixture is turned by what is typed' }

describe.each(ways)('%s', (name, way) => {
  const id = way.routine

  it('asks for everything before it answers, and says what is still missing', () => {
    const { raw, scene: at } = played(way)
    expect(work(id, {}, at)).toMatchObject({ sheet: { result: null }, findings: [] })
    const { inputs } = work(id, raw, at)
    const given = inputs.filter((input) => !input.optional && raw[input.id])
    expect(given.length).toBeGreaterThan(0)
    for (const input of given) {
      const without = work(id, { ...raw, [input.id]: ' ' }, at)
      expect(without.values.missing).toContain(input.id)
      expect(without.sheet.result, input.id).toBeNull()
      expect(without.findings).toEqual([])
    }
  })

  it('works out', () => {
    const { raw, scene: at, truth } = played(way)
    const { sheet, values } = work(id, raw, at)
    expect(sheet.refusal ?? values.problems[0]?.sentence ?? values.missing.join()).toBe('')
    const written = sheet.result!.writes.map(({ register }) => registerKey(register))
    expect(written).toEqual(expect.arrayContaining(truth.map(([register]) => registerKey(register))))
  })

  it('shows under the double rule what it records, and says how well it is known', () => {
    const { raw, scene: at } = played(way)
    const { sheet } = work(id, raw, at)
    const shownCells = sheet.working.results.flatMap(({ cells }) => cells).filter((cell) => cell?.register)
    for (const write of sheet.result!.writes) {
      const cell = shownCells.find((one) => one!.register === registerKey(write.register))
      expect(write.value).toBe(Math.round(write.value))
      expect(Math.abs(write.value % stepOf(write.register, at.machine))).toBe(0)
      // What goes along is said beside the sum: a rotation as a fact in degrees, wear that is put to zero as a choice.
      const along = !propertyOf(write.register).axis || (write.register.layer === 'wear' && write.state === 'deliberately-zero')
      if (!along || cell) expect(cell?.figure).toBe(write.value)
      if (write.uncertainty === null) {
        // Stated, put to zero, or a code, which is no measurement.
        const isCode = propertyOf(write.register).holds === 'whole'
        expect(
          isCode || name in STATED || write.value === 0 || (propertyOf(write.register).axis === null && id in GIVEN_ROTATION),
          name,
        ).toBe(true)
        continue
      }
      expect(name in STATED).toBe(false)
      expect(write.uncertainty.expanded).toBeGreaterThan(0)
      expect(write.uncertainty.contributors.length).toBeGreaterThan(0)
      const labels = write.uncertainty.contributors.map(({ label }) => label)
      expect(labels.filter((label, index) => label === '' || labels.indexOf(label) !== index)).toEqual([])
      for (const { standard } of write.uncertainty.contributors) expect(standard).toBeGreaterThan(0)
    }
  })

  it('records what its lines add up to', () => {
    const { raw, scene: at } = played(way)
    const { working, result } = work(id, raw, at).sheet
    expect(result).not.toBeNull()
    working.results[0]?.cells.forEach((cell, column) => {
      const sum = sumOf(working.lines, column)
      if (!cell?.register || cell.figure === null || sum === null) return
      const step = stepOf(parseRegisterKey(cell.register), at.machine)
      expect(Math.abs(sum - cell.figure)).toBeLessThanOrEqual(step / 2 + 2)
    })
  })

  it('has each field on one line only, and no line for a field that it does not ask for', () => {
    const { raw, scene: at } = played(way)
    const { inputs, sheet } = work(id, raw, at)
    const onLines = sheet.working.lines.flatMap(({ cells }) => cells.flatMap((cell) => (cell?.input ? [cell.input] : [])))
    expect(new Set(onLines).size).toBe(onLines.length)
    const asked = inputs.map((input) => input.id)
    expect(onLines.filter((input) => !asked.includes(input))).toEqual([])
    const offLine = inputs.filter((input) => input.kind === 'length' && !input.given && !onLines.includes(input.id))
    expect(offLine.map((input) => input.id)).toEqual([])
  })

  it('asks by different labels, so that no two fields can be taken for each other', () => {
    const { raw, scene: at } = played(way)
    const labels = work(id, raw, at).inputs.map(({ label }) => label)
    expect(labels.filter((label) => label.trim() === '')).toEqual([])
    expect(labels.filter((label, at) => labels.indexOf(label) !== at)).toEqual([])
  })

  it('answers nonsense in any field with a sentence that names the field, and is not recorded', () => {
    const { raw, scene: at } = played(way)
    for (const input of work(id, raw, at).inputs)
      for (const nonsense of ['12..5', '--3', 'abc', '1e9', '1,2,3', '\u0000', '9'.repeat(400), '1/0', '(2']) {
        const { values, sheet, findings } = work(id, { ...raw, [input.id]: nonsense }, at)
        const problem = values.problems.find((one) => one.input === input.id)
        expect(problem, `${input.id}: ${nonsense.slice(0, 10)}`).toMatchObject({ kind: 'refused' })
        expect(problem!.sentence).toContain(input.label)
        expect(findings).toEqual([])
        // A figure that the sum needs leaves it without an end.
        if ((input.kind === 'length' || input.kind === 'angle') && !input.optional) expect(sheet.result).toBeNull()
      }
  })

  it('comes to the same again, and does not look at what another method would have asked', () => {
    const { raw, scene: at } = played(way)
    const once = work(id, raw, at)
    expect(work(id, { ...raw, somethingElse: '12.5' }, at)).toMatchObject({
      sheet: { result: { writes: once.sheet.result!.writes }, working: once.sheet.working },
      findings: once.findings,
    })
  })

  it('does not break on a machine that has nothing on record', () => {
    const { raw } = played(way)
    const bare = scene([], { plan: null, gauges: [], tools: [] })
    const { sheet, values } = work(id, raw, bare)
    if (sheet.result === null) expect(values.problems.length + values.missing.length + (sheet.refusal ? 1 : 0)).toBeGreaterThan(0)
    else expect(sheet.result.writes.every(({ value }) => Number.isSafeInteger(value))).toBe(true)
  })

  it('gives another figure when a reading is another, or does not let it pass unseen', () => {
    const { raw, scene: at } = played(way)
    const before = work(id, raw, at).sheet
    for (const input of readingsOf(id, raw, at).filter((one) => !ALONG.includes(one.id))) {
      const [whole] = [Number(raw[input.id])]
      const { sheet, findings } = work(id, { ...raw, [input.id]: typed(mm(whole + 2.3)) }, at)
      const moved = sheet.result?.writes.some((write, i) => write.value !== before.result!.writes[i]?.value) ?? true
      const asked = findings.some(({ verdict }) => verdict !== 'clear')
      expect(moved || asked, input.id).toBe(true)
    }
  })
})

/** Where along a side it was touched, to be sure of the side: the width is square to it, and hardly changes. */
const ALONG = ['witness-long-X', 'witness-square-Y']

describe('a machine whose readings are all shifted by a step', () => {
  const by = nm(0 - 7_300_000)

  it.each(ways.filter(([, { routine }]) => typeof SHIFTS[routine] === 'string'))('%s follows it or stays', (_name, way) => {
    const id = way.routine
    const { raw, scene: at } = played(way)
    const shifted = Object.fromEntries(readingsOf(id, raw, at).map((input) => [input.id, typed(mm(Number(raw[input.id])) + by)]))
    const before = work(id, raw, at).sheet.result!.writes
    const after = work(id, { ...raw, ...shifted }, at).sheet.result!.writes
    expect(after).toHaveLength(before.length)
    for (const [i, write] of after.entries()) {
      const angle = propertyOf(write.register).holds === 'angle'
      const zeroed = write.state === 'deliberately-zero'
      const expected = SHIFTS[id] === 'stays' || angle || zeroed ? 0 : by
      expect(Math.abs(write.value - before[i]!.value - expected)).toBeLessThanOrEqual(stepOf(write.register, at.machine))
      const [now, then] = [write.uncertainty?.expanded ?? 0, before[i]!.uncertainty?.expanded ?? 0]
      expect(Math.abs(now - then)).toBeLessThanOrEqual(stepOf(write.register, at.machine))
    }
  })
})

describe('the catalogue', () => {
  it('has a play for every routine', () => {
    expect([...new Set(PLAYS.map(({ routine }) => routine))].sort()).toEqual(ROUTINES.map(({ id }) => id).sort())
  })

  it('asks about wear that stands in every touch-off, and puts it to zero with the new figure', () => {
    const touchOffs = ways.filter(([, { routine }]) => routineById(routine)!.kind === 'touch-off')
    expect(touchOffs.length).toBeGreaterThan(8)
    for (const [name, way] of touchOffs) {
      const { raw, scene: at } = played(way)
      const { wear: _wear, ...rest } = raw
      const [target] = work(way.routine, raw, at).sheet.targets
      const worn = { ...at, standing: { ...at.standing, [registerKey(wearOf(target!))]: stands(nm(20_000)) } }
      expect(work(way.routine, rest, worn).values.missing, name).toContain('wear')
      const writes = work(way.routine, { ...rest, wear: 'zero' }, worn).sheet.result!.writes
      expect(
        writes.find(({ register }) => register.layer === 'wear'),
        name,
      ).toMatchObject({ value: 0, state: 'deliberately-zero' })
      const kept = work(way.routine, { ...rest, wear: 'keep' }, worn)
      expect(
        kept.findings.find(({ check }) => check === 'wear-kept'),
        name,
      ).toMatchObject({ verdict: 'query' })
      // On a mill the control still adds it to a length and shows it; on a lathe the geometry is what is left beside it.
      const zeroed = work(way.routine, { ...rest, wear: 'zero' }, worn).sheet.result!
      const beside = at.machine.kind === 'lathe'
      for (const [i, readout] of kept.sheet.result!.readouts.entries())
        expect(readout.value, name).toBe(zeroed.readouts[i]!.value - (beside ? 0 : 20_000))
      const written = (result: typeof zeroed) => result.writes.find(({ register }) => registerKey(register) === registerKey(target!))!.value
      expect(written(kept.sheet.result!), name).toBe(written(zeroed) - (beside ? 20_000 : 0))
    }
  })

  it('names each routine once, with what it is for', () => {
    for (const key of ['id', 'name'] as const) expect(new Set(ROUTINES.map((one) => one[key])).size).toBe(ROUTINES.length)
    for (const { purpose, machines } of ROUTINES) {
      expect(purpose).toMatch(/\.$/)
      expect(machines.length).toBeGreaterThan(0)
    }
  })
})

describe('the routines for one tool', () => {
  const tools = [
    mounted('4', 'em-12', 'End mill 12', { kind: 'end-mill' }),
    mounted('7', 'dr-66', 'Drill 6.6', { kind: 'drill' }),
    mounted('9', 'bh-34', 'Boring head 34', { kind: 'boring-head' }),
  ]
  const at = scene(
    [
      [lengthRegister('4'), stands(mm(103.4755))],
      [diameterRegister(MILL, '4'), stands(mm(6))],
    ],
    { tools },
  )
  const forTool = (number: string) => Object.fromEntries(routinesForTool(number, at).map(({ routine, refusal }) => [routine.id, refusal]))

  it('measure it and correct it, and only what asks for a tool', () => {
    expect(forTool('4')).toEqual({ 'tool-length': null, 'tool-diameter': null, 'side-size': null, 'depth-size': null })
    expect(forTool('9')).toHaveProperty('boring-head', null)
  })

  it('say why one cannot be done as things stand', () => {
    expect(forTool('7')['side-size']).toContain('a drill: it makes the size that it has')
    expect(forTool('7')['depth-size']).toContain('H7 length is unset')
  })

  it('are a lathe\u2019s on a lathe', () => {
    const ids = routinesForTool('4', { ...at, machine: LATHE }).map(({ routine }) => routine.id)
    expect(ids).toContain('turned-diameter')
    expect(ids).toContain('turned-size')
    expect(ids).not.toContain('side-size')
  })
})
