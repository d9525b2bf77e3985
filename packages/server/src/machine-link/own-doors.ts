import { lookup } from 'node:dns/promises'
import type { Address } from '@rook/contract'

const POSTGRES = 5_432

/** Where the ledger itself listens: its own port on this computer, and its database. */
export async function ownDoors(databaseUrl: string, port: number): Promise<Address[]> {
  const { hostname, port: at, searchParams } = new URL(databaseUrl)
  const host = searchParams.get('host') ?? hostname.replace(/^\[|\]$/g, '')
  const found = host === '' || host.startsWith('/') ? [] : await lookup(host, { all: true }).catch(() => [])
  const databasePort = Number(searchParams.get('port') ?? (at || POSTGRES))
  return [{ host: '127.0.0.1', port }, ...found.map(({ address }) => ({ host: address, port: databasePort }))]
}
