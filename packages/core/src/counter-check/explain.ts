import { magnitude, minus, negate, nm, ZERO, type Nm } from '../length/index.ts'
import { asShown, type Axis } from '../machine/index.ts'
import { registerKey, workRegister } from '../register/index.ts'
import { reachOf } from '../reach/index.ts'
import { mistypedFigures } from '../slip/index.ts'
import { commonShift, slotOffset, toolByNumber, type Scene } from '../scene/index.ts'

export interface SeenWrong {
  axis: Axis
  /** What ought to be read, and what is. */
  expected: Nm
  seen: Nm
  slot: string
  tool: string | null
  /** `machine`: the spindle was sent to a part coordinate; `part`: it stands at a touch and the part display is read. */
  display: 'machine' | 'part'
  /** What the slot held before it was last written; null when it was unset or is not known. */
  before: Nm | null
}

interface Suspicion {
  phrase: string
  /** How far off what the control adds up (W + H) would then be. */
  off: number
}

/**
 * The likeliest single reason for a wrong readout: what the control holds, or adds up, in place of what the
 * ledger says. On the machine display the error has the sign of what is too much in W + H, on the part
 * display the other one.
 *
 * @returns a sentence; it says so when no single mistake fits
 */
export function explainReadout(wrong: SeenWrong, scene: Scene): string {
  const { machine } = scene
  const off = minus(wrong.seen, wrong.expected)
  const asWritten = `It reads ${asShown(magnitude(off), machine)} too ${off > 0 ? 'much' : 'little'}`
  if (off === 0) return 'That is what it must read.'
  const held = wrong.display === 'machine' ? off : negate(off)
  const close = Math.max(2 * machine.increment, 10_000)
  const fits = suspicions(wrong, scene)
    .map((one) => ({ ...one, left: Math.abs(one.off - held) }))
    .filter(({ left, off: by }) => left <= close && left < Math.abs(by) / 4)
    .sort((a, b) => a.left - b.left)
  return fits[0]
    ? `${asWritten}. It would if ${fits[0].phrase}.`
    : `${asWritten}. No single mistake explains it; read the registers one by one.`
}

function suspicions({ axis, slot, tool, before, expected }: SeenWrong, scene: Scene): Suspicion[] {
  const own = slotOffset(scene, slot, axis)?.value ?? null
  const shift = commonShift(scene, axis)
  const found: Suspicion[] = []
  if (own !== null) found.push(...inSlot(axis, slot, own, before, scene))
  if (shift !== 0)
    found.push(
      { phrase: 'the common shift were not in the control', off: 0 - shift },
      { phrase: 'the common shift were counted twice', off: shift },
    )
  if (tool !== null) found.push(...inTool(tool, scene))
  return [...found, { phrase: 'the sign was misread', off: 0 - 2 * expected }]
}

function inSlot(axis: Axis, slot: string, own: Nm, before: Nm | null, scene: Scene): Suspicion[] {
  const name = `${slot} ${axis}`
  const typed = mistypedFigures(own, `what was typed into ${name}`, scene.machine.unit)
  const others = scene.machine.slots.flatMap(({ code }) => {
    const other = scene.standing[registerKey(workRegister(code, axis))]
    return code === slot || !other ? [] : [{ phrase: `${code} were active in place of ${slot}`, off: other.value - own }]
  })
  return [
    ...(before === null
      ? []
      : [{ phrase: `the control still held the value before, ${asShown(before, scene.machine)}`, off: before - own }]),
    { phrase: `nothing had been entered into ${name}`, off: 0 - own },
    ...typed.map(({ phrase, value }) => ({ phrase, off: value - own })),
    ...others,
  ]
}

function inTool(number: string, scene: Scene): Suspicion[] {
  const tool = toolByNumber(scene, number)
  const own = tool ? (reachOf(tool, scene)?.value ?? ZERO) : nm(0)
  return [
    { phrase: `the length of T${number} were not active`, off: 0 - own },
    ...scene.tools.flatMap((other) => {
      const reach = reachOf(other, scene)
      return other.number === number || !reach ? [] : [{ phrase: `the length of T${other.number} were active`, off: reach.value - own }]
    }),
  ]
}
