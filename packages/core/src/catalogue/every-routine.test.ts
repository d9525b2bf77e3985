import { describe, expect, it } from 'vitest'
import { assess } from '../assessment/index.ts'
import { mm, nm } from '../length/index.ts'
import { diameterRegister, lengthRegister, registerKey } from '../register/index.ts'
import type { RawInputs } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import { Chance, LATHE, MILL, mounted, PLAYS, scene, stands, typed } from '@rook/testing'
import { ROUTINES, routineById, routinesForTool } from './index.ts'

/** What holds of every routine, whatever it works out: a new one is held to it as soon as it is in the catalogue. */
const played = (id: string, seed = 417) => PLAYS[id]!(new Chance(seed + id.length * 101))
const work = (id: string, raw: RawInputs, at: Scene) => assess(routineById(id)!, raw, at)
const readingsOf = (id: string, raw: RawInputs, at: Scene) =>
  routineById(id)!
    .inputs(at, raw)
    .flatMap((input) => (input.kind === 'length' && input.role === 'reading' && raw[input.id] ? [input] : []))

describe.each(Object.keys(PLAYS))('%s', (id) => {
  it('asks for everything before it answers, and says what is still missing', () => {
    const { raw, scene: at } = played(id)
    expect(work(id, {}, at)).toMatchObject({ sheet: { result: null }, findings: [] })
    const { inputs } = work(id, raw, at)
    const given = inputs.filter((input) => input.kind === 'length' && !input.optional && raw[input.id])
    expect(given.length).toBeGreaterThan(0)
    for (const input of given) {
      const without = work(id, { ...raw, [input.id]: ' ' }, at)
      expect(without.values.missing).toContain(input.id)
      expect(without.sheet.result).toBeNull()
      expect(without.findings).toEqual([])
    }
  })

  it('shows under the double rule what it records, and says how well it is known', () => {
    const { raw, scene: at } = played(id)
    const { sheet } = work(id, raw, at)
    const shownCells = sheet.working.results.flatMap(({ cells }) => cells).filter((cell) => cell?.register)
    for (const write of sheet.result!.writes) {
      const cell = shownCells.find((one) => one!.register === registerKey(write.register))
      expect(write.value).toBe(Math.round(write.value))
      // A rotation is a fact in degrees, not a figure of the length columns; typed in, it is as it was typed.
      if (write.register.property === 'R') continue
      expect(cell?.figure).toBe(write.value)
      expect(write.uncertainty!.expanded).toBeGreaterThan(0)
      expect(write.uncertainty!.contributors.length).toBeGreaterThan(0)
      for (const { label, standard } of write.uncertainty!.contributors) {
        expect(label).not.toBe('')
        expect(standard).toBeGreaterThanOrEqual(0)
      }
    }
  })

  it('has each field on one line only, and no line for a field that it does not ask for', () => {
    const { raw, scene: at } = played(id)
    const { inputs, sheet } = work(id, raw, at)
    const onLines = sheet.working.lines.flatMap(({ cells }) => cells.flatMap((cell) => (cell?.input ? [cell.input] : [])))
    expect(new Set(onLines).size).toBe(onLines.length)
    const asked = inputs.map((input) => input.id)
    expect(onLines.filter((input) => !asked.includes(input))).toEqual([])
    const offLine = inputs.filter((input) => input.kind === 'length' && !input.given && !onLines.includes(input.id))
    expect(offLine.map((input) => input.id)).toEqual([])
  })

  it('asks by different labels, so that no two fields can be taken for each other', () => {
    const { raw, scene: at } = played(id)
    const labels = work(id, raw, at).inputs.map(({ label }) => label)
    expect(labels.filter((label) => label.trim() === '')).toEqual([])
    expect(labels.filter((label, at) => labels.indexOf(label) !== at)).toEqual([])
  })

  it('answers nonsense in any field with a sentence that names the field, and is not recorded', () => {
    const { raw, scene: at } = played(id)
    for (const input of work(id, raw, at).inputs)
      for (const nonsense of ['12..5', '--3', 'abc', '1e9', '1,2,3', '\u0000', '9'.repeat(400), '1/0', '(2']) {
        const { values, sheet, findings } = work(id, { ...raw, [input.id]: nonsense }, at)
        const problem = values.problems.find((one) => one.input === input.id)
        expect(problem, `${input.id}: ${nonsense.slice(0, 10)}`).toMatchObject({ kind: 'refused' })
        expect(problem!.sentence).toContain(input.label)
        expect(findings).toEqual([])
        // A figure that the sum needs leaves it without an end.
        if (input.kind === 'length' && !input.optional) expect(sheet.result).toBeNull()
      }
  })

  it('comes to the same again, and does not look at what another method would have asked', () => {
    const { raw, scene: at } = played(id)
    const once = work(id, raw, at)
    expect(work(id, { ...raw, somethingElse: '12.5' }, at)).toMatchObject({
      sheet: { result: { writes: once.sheet.result!.writes }, working: once.sheet.working },
      findings: once.findings,
    })
  })

  it('does not break on a machine that has nothing on record', () => {
    const { raw } = played(id)
    const bare = scene([], { plan: null, gauges: [], tools: [] })
    const { sheet, values } = work(id, raw, bare)
    if (sheet.result === null) expect(values.problems.length + values.missing.length + (sheet.refusal ? 1 : 0)).toBeGreaterThan(0)
    else expect(sheet.result.writes.every(({ value }) => Number.isSafeInteger(value))).toBe(true)
  })

  it('gives another figure when a reading is another, or does not let it pass unseen', () => {
    const { raw, scene: at } = played(id)
    const before = work(id, raw, at).sheet
    for (const input of readingsOf(id, raw, at)) {
      const [whole] = [Number(raw[input.id])]
      const { sheet, findings } = work(id, { ...raw, [input.id]: typed(mm(whole + 0.8)) }, at)
      const moved = sheet.result?.writes.some((write, i) => write.value !== before.result!.writes[i]?.value) ?? true
      const asked = findings.some(({ verdict }) => verdict !== 'clear')
      expect(moved || asked, input.id).toBe(true)
    }
  })
})

describe('machine positions', () => {
  /** Routines whose zero follows the touches: the whole machine shifted, the zero shifts with it. */
  const FOLLOW = ['edge', 'middle', 'bore-boss', 'turned-corner', 'known-features', 'capture', 'face']

  it.each(FOLLOW)('shifted by a step shift the zero by the step: %s', (id) => {
    const { raw, scene: at } = played(id)
    const by = nm(0 - 7_300_000)
    const shifted = Object.fromEntries(readingsOf(id, raw, at).map((input) => [input.id, typed(mm(Number(raw[input.id])) + by)]))
    const before = work(id, raw, at).sheet.result!.writes
    const after = work(id, { ...raw, ...shifted }, at).sheet.result!.writes
    expect(after).toHaveLength(before.length)
    for (const [i, write] of after.entries()) {
      const turn = write.register.property === 'R'
      expect(Math.abs(write.value - before[i]!.value - (turn ? 0 : by))).toBeLessThanOrEqual(turn ? 1 : 100)
      expect(write.uncertainty!.expanded).toBeCloseTo(before[i]!.uncertainty!.expanded, -2)
    }
  })

  it.each(['probe-in-ring', 'probe-on-wall'])('shifted by a step leave radii as they are: %s', (id) => {
    const { raw, scene: at } = played(id)
    const shifted = Object.fromEntries(readingsOf(id, raw, at).map((input) => [input.id, typed(mm(Number(raw[input.id])) - 7_300_000)]))
    const values = (inputs: RawInputs) => work(id, inputs, at).sheet.result!.writes.map(({ value }) => value)
    expect(values({ ...raw, ...shifted })).toEqual(values(raw))
  })
})

describe('the catalogue', () => {
  it('has a play for every routine that finds something by touch', () => {
    const without = ROUTINES.filter(({ kind, id }) => (kind === 'pick-up' || /^(probe|tool|setter-sides)/.test(id)) && !PLAYS[id])
    expect(without.map(({ id }) => id)).toEqual([])
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
    expect(ids).not.toContain('side-size')
  })
})
