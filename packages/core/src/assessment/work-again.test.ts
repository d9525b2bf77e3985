import { Chance, PLAYS } from '@rook/testing'
import { describe, expect, it } from 'vitest'
import { routineById } from '../catalogue/index.ts'
import { doubtOf, type Gauge } from '../gauge/index.ts'
import { mm, nm, type Nm } from '../length/index.ts'
import { registerKey, type RegisterKey } from '../register/index.ts'
import { assess, workAgain, type Measured } from './index.ts'

function measured(name: string, { routine, play }: (typeof PLAYS)[number]) {
  const { raw, scene } = play(new Chance(`work again ${name}`))
  const of = routineById(routine)!
  const { result } = assess(of, raw, scene).sheet
  const used = scene.gauges.filter(({ id }) => result?.gauges.includes(id))
  const writes = (result?.writes ?? []).map((write) => ({ register: registerKey(write.register), after: write.value }))
  return { scene, used, entry: { routine: of, inputs: raw, agreed: [], gauges: used, writes } satisfies Measured }
}

const valuesOf = (worked: ReturnType<typeof workAgain>): Map<RegisterKey, Nm | null> =>
  new Map(worked!.sheet.result!.writes.map(({ register, value }) => [registerKey(register), value]))

const NAMED = PLAYS.map((play) => [play.name, play] as const)

describe.each(NAMED)('%s, worked out again', (name, play) => {
  const { scene, used, entry } = measured(name, play)

  it('comes to the same with every gauge as it was, wherever their records have gone since', () => {
    const moved = { ...scene, gauges: scene.gauges.map((gauge) => ({ ...gauge, size: nm(gauge.size + 40_000) })) }
    for (const gauge of used)
      expect(valuesOf(workAgain(entry, moved, gauge))).toEqual(new Map(entry.writes.map(({ register, after }) => [register, after])))
  })

  it('is left to be measured again where what was kept does not give what was recorded', () => {
    for (const gauge of used)
      for (const at of entry.writes.keys()) {
        const writes = entry.writes.map((write, place) => (place === at ? { ...write, after: nm((write.after ?? 0) + 1) } : write))
        expect(workAgain({ ...entry, writes }, scene, gauge)).toBeNull()
      }
  })
})

it('an edge touched moving X+ goes by half of what the finder was wrong by', () => {
  const [name, play] = NAMED.find(([, { routine }]) => routine === 'edge')!
  const { scene, used, entry } = measured(name, play)
  const finder = used.find(({ family }) => family === 'edge-finder' || family === 'touch-probe')!
  const right: Gauge = { ...finder, size: nm(finder.size + mm(0.02)), radii: null }
  const was = { ...entry, gauges: used.map((gauge) => (gauge.id === finder.id ? { ...finder, radii: null } : gauge)) }
  const first = assess(was.routine, was.inputs, {
    ...scene,
    gauges: scene.gauges.map((one) => was.gauges.find(({ id }) => id === one.id) ?? one),
  })
  const writes = first.sheet.result!.writes.map((write) => ({ register: registerKey(write.register), after: write.value }))
  const again = valuesOf(workAgain({ ...was, writes }, scene, right))
  for (const { register, after } of writes) expect(Math.abs(again.get(register)! - after!)).toBe(mm(0.01))
})

describe('a doubt about what the record said', () => {
  const doubtful = [{ from: null, to: '2026-11-24T12:00:00.000Z', because: 'had another size on record', ofRecord: true }]
  const gauge = { name: 'Finder 10', doubtful }
  const at = '2026-11-23T12:00:00.000Z'
  it('holds for what was measured before and not worked out again since', () => {
    expect(doubtOf(gauge, { at })).toBe('Finder 10 had another size on record')
    expect(doubtOf(gauge, { at, worked: '2026-11-24T11:59:59.999Z' })).not.toBeNull()
    expect(doubtOf(gauge, { at, worked: '2026-11-24T12:00:00.000Z' })).toBeNull()
    expect(doubtOf(gauge, { at: '2026-11-25T12:00:00.000Z' })).toBeNull()
  })
  it('and a gauge that was bad then stays bad, worked out again or not', () => {
    const failed = { name: 'Finder 10', doubtful: [{ from: null, to: '2026-11-24T12:00:00.000Z', because: 'failed its check' }] }
    expect(doubtOf(failed, { at, worked: '2026-11-24T12:00:00.000Z' })).toBe('Finder 10 failed its check')
  })
})
