import { nm } from '../../length/index.ts'
import { asRegister, hasColumn, readRegisterKey, registerKey, registerName, type RegisterRef } from '../../register/index.ts'
import type { WrittenValue } from '../read.ts'
import type { Scene } from '../../scene/index.ts'
import type { ProgramCheck, Found } from './finding.ts'

/** A program that writes values itself overwrites the ledger's at every run. */
export const written: ProgramCheck = ({ read, scene }) => read.writes.map((write) => judge(write, scene))

/** Whether the machine has such a register. */
const isThere = (ref: RegisterRef, { machine }: Scene): boolean =>
  ref.family === 'work' ? machine.slots.some(({ code }) => code === ref.slot) : hasColumn(ref, machine)

function judge({ text, line, register, value, adds }: WrittenValue, scene: Scene): Found {
  const { machine } = scene
  const finding = { id: `writes ${line} ${register ?? ''}`, line, mend: 'program' as const }
  // A diameter is a radius where the machine holds those; its L says only that it is a D.
  const ref = register === null ? null : readRegisterKey(register.replace('/diameter/', `/${machine.diameterRegister}/`))
  if (!ref || !isThere(ref, scene) || value === null)
    return {
      ...finding,
      verdict: 'query',
      register: null,
      sentence: `${text} writes into the control what is not known here. Look what it changes.`,
    }
  const key = registerKey(ref)
  const name = registerName(ref)
  const stands = scene.standing[key]
  if (adds)
    return {
      ...finding,
      verdict: 'stop',
      register: key,
      sentence: `${text} adds to ${name} at every run, and the ledger does not know of it.`,
    }
  const shown = (figure: number) => asRegister(key, nm(Math.round(figure)), machine)
  if (!stands)
    return { ...finding, verdict: 'stop', register: key, sentence: `${text} sets ${name} to ${shown(value)}; the ledger holds it unset.` }
  return Math.abs(stands.value - value) <= machine.increment / 2
    ? { ...finding, verdict: 'clear', register: key, sentence: `${name} is written as it stands, ${shown(value)}.` }
    : {
        ...finding,
        verdict: 'stop',
        register: key,
        sentence: `${text} sets ${name} to ${shown(value)}; the ledger holds ${shown(stands.value)}, and would be overwritten.`,
      }
}
