import { lookup } from 'node:dns'
import { BlockList, isIP, type LookupFunction } from 'node:net'
import { networkInterfaces } from 'node:os'
import type { Address } from '@rook/contract'

/** Which addresses the server may connect to. */
export interface Reach {
  /** Whether the shop has said that machines are on this computer or on its own network segment. */
  local: boolean
  /** Never, whatever the shop says: the ledger's own doors. */
  own: readonly Address[]
}

const LOCAL = new BlockList()
LOCAL.addSubnet('127.0.0.0', 8)
LOCAL.addSubnet('0.0.0.0', 8)
LOCAL.addSubnet('169.254.0.0', 16)
LOCAL.addAddress('::1', 'ipv6')
LOCAL.addAddress('::', 'ipv6')
LOCAL.addSubnet('fe80::', 10, 'ipv6')
/** Addresses of many, where nobody in particular answers. */
const MANY = new BlockList()
MANY.addSubnet('224.0.0.0', 4)
MANY.addSubnet('240.0.0.0', 4)
MANY.addSubnet('ff00::', 8, 'ipv6')

/** An address of version 4 that is written as one of version 6 is the same. */
const plain = (ip: string) => ip.replace(/^::ffff:(?=\d+\.)/i, '')
const within = (list: BlockList, ip: string) => list.check(ip, isIP(ip) === 6 ? 'ipv6' : 'ipv4')

function isThisComputer(ip: string): boolean {
  const own = Object.values(networkInterfaces()).flatMap((all) => (all ?? []).map(({ address }) => address))
  return own.includes(ip) || within(LOCAL, ip)
}

/** Why the server does not connect to a place on the network; null where it may. */
export function reachRefusal(address: string, port: number, { local, own }: Reach): string | null {
  const ip = plain(address)
  const isOwn = own.some((one) => one.port === port && (plain(one.host) === ip || (isThisComputer(plain(one.host)) && isThisComputer(ip))))
  if (isOwn) return `${ip}:${port} is the ledger’s own. A machine is not reached there.`
  if (within(MANY, ip)) return `${ip} is no address of one machine.`
  if (within(LOCAL, ip) && !local)
    return `${ip} is this computer itself. A lead allows machines on it under Shop and people, if there are any.`
  return null
}

/** What an address is refused for, by its name or once it is looked up. */
export class Unreachable extends Error {}

/** Looks a name up as `connect` does, and lets nothing through that may not be reached: a name can come to mean another place. */
export function guarded(port: number, reach: () => Reach): LookupFunction {
  return (host, options, done) =>
    lookup(host, { ...options, all: true }, (error, found) => {
      if (error) return done(error, [])
      const refusal = found.map(({ address }) => reachRefusal(address, port, reach())).find((one) => one !== null)
      if (refusal) return done(new Unreachable(refusal) as NodeJS.ErrnoException, [])
      if (options.all) return done(null, found)
      done(null, found[0]!.address, found[0]!.family)
    })
}

/** A number is not looked up, so it is judged by itself. @throws Unreachable */
export function judgeNumber({ host, port }: Address, reach: Reach): void {
  const refusal = isIP(host) ? reachRefusal(host, port, reach) : null
  if (refusal) throw new Unreachable(refusal)
}
