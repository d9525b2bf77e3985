// Where the demo's practice machines listen: the same ports at each start, so that the shop finds them where it did.
import { readFileSync, writeFileSync } from 'node:fs'
import { freePort, isFree, KEPT } from './house.mjs'

const FILE = `${KEPT}/practice-ports.json`
/** What their controls hold between two starts. */
export const TABLES = `${KEPT}/practice-tables.json`
const MACHINES = ['mill-1', 'mill-2', 'mill-3', 'mill-4', 'lathe-1', 'lathe-2']

function kept() {
  try {
    return JSON.parse(readFileSync(FILE, 'utf8'))
  } catch {
    return {}
  }
}

/** Ports by machine; another one where somebody else has taken it meanwhile. */
export async function practicePorts() {
  const before = kept()
  const ports = {}
  const taken = new Set()
  const choose = async (port) => {
    let chosen = Number.isInteger(port) && !taken.has(port) && (await isFree(port)) ? port : await freePort()
    while (taken.has(chosen)) chosen = await freePort()
    taken.add(chosen)
    return chosen
  }
  for (const machine of MACHINES)
    ports[machine] = { agent: await choose(before[machine]?.agent), line: await choose(before[machine]?.line) }
  writeFileSync(FILE, JSON.stringify(ports))
  return ports
}

/** Where the panel of each machine is, for the server to pass keys on to. */
export const panelsOf = (ports) =>
  JSON.stringify(Object.fromEntries(Object.entries(ports).map(([machine, { agent }]) => [machine, `http://127.0.0.1:${agent}/panel`])))
