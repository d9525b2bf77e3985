import { geometryRegister, nm, wearOf, workRegister, type MachineRecord, type RegisterRef } from '@rook/core'
import type { Chance } from '../chance.ts'
import { LATHE } from '../machines.ts'
import { mounted, scene, stands } from '../scene.ts'
import { shown, typed } from '../typed.ts'
import { STANDARD } from './part-zero.ts'
import type { NamedPlays, Played } from './play.ts'

const on = (machine: MachineRecord, standing: [RegisterRef, number, number][]) =>
  scene(
    standing.map(([ref, value, standard]) => [ref, stands(nm(Math.round(value)), { standard, assembly: 'ld-80' })]),
    { machine, plan: null, tools: [mounted('1', 'ld-80', 'Turning tool 80\u00b0'), mounted('3', 'bb-10', 'Boring bar 10')] },
  )
/** Standard uncertainty of a diameter measured on the machine. */
const MICROMETER = 3_000

/** A skim cut at M, its diameter measured: G = M \u2212 W \u2212 D, every term as X reads. */
function skim(chance: Chance, machine: MachineRecord): Played {
  const half = machine.xReads === 'radius' ? 2 : 1
  const [D, G] = [chance.between(30e6, 70e6), -chance.between(240e6, 250e6)]
  return {
    scene: on(machine, [
      [workRegister('G54', 'X'), 0, 0],
      [wearOf(geometryRegister('1', 'X')), 30_000, 0],
    ]),
    raw: {
      tool: '1',
      slot: 'G54',
      wear: 'keep',
      reading: shown(G + D / half, machine),
      place: typed(D + chance.normal(MICROMETER)),
    },
    truth: [[geometryRegister('1', 'X'), G]],
  }
}

/** A turned size that is off, corrected by the wear of the tool that cuts it: \u0394G = target \u2212 measured, as X reads. */
function sized(chance: Chance, machine: MachineRecord, kind: 'outside' | 'bore' | 'shoulder'): Played {
  const register = geometryRegister('1', kind === 'shoulder' ? 'Z' : 'X')
  const [target, wear] = [kind === 'shoulder' ? -24e6 : 24.98e6, 12_000]
  const size = target + chance.between(-80e3, 80e3)
  const half = kind !== 'shoulder' && machine.xReads === 'radius' ? 2 : 1
  return {
    scene: on(machine, [
      [register, -231_406_000, 2_000],
      [wearOf(register), wear, 0],
    ]),
    raw: { tool: '1', kind, by: 'measured', with: 'mic', target: typed(target), measured: typed(size + chance.normal(2_000)) },
    truth: [[wearOf(register), wear + (target - size) / half]],
  }
}

export const LATHE_PLAYS: NamedPlays = {
  'turned-size': (chance) => sized(chance, LATHE, 'outside'),
  'turned-size: a bore, X reads radii': (chance) => sized(chance, { ...LATHE, xReads: 'radius' }, 'bore'),
  'turned-size: a shoulder': (chance) => sized(chance, LATHE, 'shoulder'),
  'turned-diameter': (chance) => skim(chance, LATHE),
  'turned-diameter: X reads radii': (chance) => skim(chance, { ...LATHE, xReads: 'radius' }),

  'face: on a lathe, with wear'(chance) {
    const W = -chance.between(440e6, 470e6)
    const [G, wear] = [chance.between(-20e6, 40e6), 40_000]
    const reading = W + G + wear + 50_000 + chance.normal(STANDARD.shim) + chance.normal(STANDARD.felt)
    return {
      scene: on(LATHE, [
        [geometryRegister('1', 'Z'), G + chance.normal(STANDARD.length), STANDARD.length],
        [wearOf(geometryRegister('1', 'Z')), wear, 0],
      ]),
      raw: { slot: 'G54', tool: '1', between: 'feeler', reading: shown(reading, LATHE), place: '0' },
      truth: [[workRegister('G54', 'Z'), W]],
    }
  },

  'tool-length: on a lathe'(chance) {
    const [W, G] = [-chance.between(440e6, 470e6), chance.between(-20e6, 60e6)]
    const reading = W + G + 50_000 + chance.normal(STANDARD.shim) + chance.normal(STANDARD.felt)
    return {
      scene: on(LATHE, [[workRegister('G54', 'Z'), W + chance.normal(STANDARD.length), STANDARD.length]]),
      raw: { tool: '3', method: 'part', slot: 'G54', between: 'feeler', reading: shown(reading, LATHE), place: '0' },
      truth: [[geometryRegister('3', 'Z'), G]],
    }
  },

  'moved-zero: on a lathe'(chance) {
    const W = -chance.between(440e6, 470e6)
    return {
      scene: on(LATHE, [[workRegister('G55', 'Z'), W + 0.5e6 + chance.normal(STANDARD.length), STANDARD.length]]),
      raw: { from: 'G55', axis: 'Z', by: 'typed', distance: typed(-0.5e6 + chance.normal(5_000)), slot: 'G54' },
      truth: [[workRegister('G54', 'Z'), W]],
    }
  },
}
