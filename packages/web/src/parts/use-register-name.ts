import { parseRegisterKey, registerName, type RegisterKey } from '@rook/core'
import { useGauges } from '../client/queries.ts'

/** How a register is called on this screen: a setter's or a probe's by the name of the gauge. */
export function useRegisterName(): (register: RegisterKey) => string {
  const gauges = useGauges()
  return (register) => registerName(parseRegisterKey(register), gauges.data.value ?? [])
}
