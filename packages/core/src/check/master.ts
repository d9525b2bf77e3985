import { ZERO } from '../length/index.ts'
import { spindleOfSlot } from '../machine/index.ts'
import { registerKey, registerName, reachRegister, zeroAxis, type RegisterRef } from '../register/index.ts'
import type { Write } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import type { Check, Finding } from './finding.ts'

const NAME = 'counted from the master'

/**
 * The tools of a lathe's spindle are counted from its master: Z zero is found with it, its own geometry Z is zero, and a zero that
 * is found while it is out of its station is nothing that the others can be measured against.
 */
export const master: Check = {
  id: 'master',
  name: NAME,
  applies: {},
  run({ scene, result }) {
    return result.writes.flatMap((write) => [...ofZero(write, scene), ...ofItself(write, scene)])
  },
}

function ofZero({ register, rests }: Write, scene: Scene): Finding[] {
  if (zeroAxis(register) !== 'Z') return []
  const spindle = spindleOfSlot(scene.machine, register.slot)
  const number = scene.machine.turning.masters[spindle]
  if (number === undefined) return []
  const about = registerName(register)
  const tool = scene.tools.find((one) => one.number === number)
  if (!tool)
    return [
      finding(
        about,
        'stop',
        `T${number} is the master of the ${spindle === 'main' ? 'main spindle' : 'sub-spindle'}, and nothing is mounted there. Mount it before Z is found, or the other tools have nothing to be counted from.`,
      ),
    ]
  const own = registerKey(reachRegister(scene.machine, tool))
  const others = rests.filter((key) => key !== own && scene.tools.some((one) => key === registerKey(reachRegister(scene.machine, one))))
  // A zero that is moved or worked out is found with no tool.
  if (others.length === 0) return rests.includes(own) ? [finding(about, 'clear', `${about} is found with the master, T${number}.`)] : []
  const by = scene.tools.find((one) => registerKey(reachRegister(scene.machine, one)) === others[0])!
  return [
    finding(
      about,
      'query',
      `${about} is found with T${by.number}, and T${number} is the master. Touch with T${number}, or say why this one will do.`,
    ),
  ]
}

/** The master's own geometry Z is zero on purpose: a figure there moves every tool that is counted from it. */
function ofItself({ register, value }: Write, scene: Scene): Finding[] {
  const number = masterOf(register, scene)
  if (number === null) return []
  const about = registerName(register)
  return value === ZERO
    ? [finding(about, 'clear', `T${number} is the master, and its geometry Z is zero.`)]
    : [
        finding(
          about,
          'query',
          `T${number} is the master, and its geometry Z would not be zero. Every Z that is counted from it moves; leave it at zero, or say why it has a figure.`,
        ),
      ]
}

function masterOf(register: RegisterRef, { machine, tools }: Scene): string | null {
  if (register.family !== 'tool' || register.property !== 'Z' || register.layer !== 'geometry') return null
  const numbers = Object.values(machine.turning.masters)
  return tools.find(({ number, offset }) => numbers.includes(number) && offset === register.slot)?.number ?? null
}

const finding = (about: string, verdict: Finding['verdict'], sentence: string): Finding => ({
  check: 'master',
  about,
  name: NAME,
  verdict,
  sentence,
  figures: [],
})
