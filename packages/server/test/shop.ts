import { randomUUID } from 'node:crypto'
import { FIRST, mm, nm, type Gauge, type Nm } from '@rook/core'
import { api, problemSchema, type MachineSent, type Operation, type Problem, type StepPlan } from '@rook/contract'
import { INCH_LATHE, MILL as TEST_MILL } from '@rook/testing'
import pg from 'pg'
import { connect } from '../src/base/db/client.ts'
import { migrate } from '../src/base/db/migrate.ts'
import { prepareDatabase } from '../src/base/db/prepare.ts'
import { assembly, gauge, job, machine, machineHead, mount, operation, part, person, setting, setup, shift } from '../src/base/db/schema.ts'
import { hashPin } from '../src/sign-in/pin.ts'
import { startServer, type Running } from '../src/server.ts'

/** Where nothing is at work yet, on the throw-away PostgreSQL. */
const BASE = process.env.TEST_DATABASE

/** A database of the test's own, with nothing in it, or with what another one has that nobody is connected to. */
export async function emptyDatabase(from?: string): Promise<string> {
  if (!BASE) throw new Error('TEST_DATABASE is not set; run npm run test:server')
  const name = `test_${randomUUID().replaceAll('-', '')}`
  const client = new pg.Client({ connectionString: BASE })
  await client.connect()
  await client.query(`CREATE DATABASE ${name}${from ? ` TEMPLATE ${from.split('/').at(-1)!}` : ''}`)
  await client.end()
  return BASE.replace(/\/[^/]+$/, `/${name}`)
}

/** A small shop as every file of tests begins with it: filled once in a process, and copied from then on. */
let filled: Promise<string> | null = null

async function fill(): Promise<string> {
  const url = await emptyDatabase()
  await migrate(url)
  await stock(url)
  return url
}

const { id: _mill, ...mill } = TEST_MILL
export const MILL: MachineSent = mill

const { id: _lathe, ...inLathe } = INCH_LATHE
const LATHE: MachineSent = inLathe

const STEPS: StepPlan[] = [
  { id: 'homed', title: 'Homed', detail: null, kind: 'homed', routine: null, preset: {} },
  { id: 'seated', title: 'Seated', detail: null, kind: 'confirm', routine: null, preset: {} },
  { id: 'zero-x', title: 'Zero G54, X', detail: null, kind: 'routine', routine: 'edge', preset: { slot: 'G54', axis: 'X' } },
  { id: 'seen', title: 'Seen', detail: null, kind: 'seen', routine: null, preset: {} },
]

export const PINS = { fennimore: '9753', cordell: '1122', marrow: '1357', tansley: '2468', harkness: '3344', oakhanger: '8642' }

async function stock(url: string): Promise<void> {
  const { db, pool } = connect(url, () => undefined)
  await db.insert(setting).values({ key: 'local-machines', value: 'true' })
  await db.insert(shift).values([
    { name: 'Early', starts: '06:00', ends: '18:00' },
    { name: 'Night', starts: '18:00', ends: '06:00' },
  ])
  const roles = {
    fennimore: 'viewer',
    cordell: 'operator',
    marrow: 'setter',
    tansley: 'setter',
    harkness: 'planner',
    oakhanger: 'lead',
  } as const
  for (const [id, pin] of Object.entries(PINS))
    await db
      .insert(person)
      .values({ id, name: id[0]!.toUpperCase() + id.slice(1), role: roles[id as keyof typeof roles], pinHash: await hashPin(pin) })
  for (const [place, [id, record]] of Object.entries({ 'mill-3': MILL, 'lathe-2': LATHE }).entries()) {
    await db.insert(machine).values({ id, place, ...record })
    await db.insert(machineHead).values({ machine: id, seq: 0, hash: FIRST })
  }
  const finder = (id: string, name: string, family: Gauge['family'], size: Nm, place: number) => ({
    id,
    name,
    family,
    size,
    place,
    radii: null,
    uncertainty: mm(0.002),
    calibrated: null,
    due: null,
    state: 'in-use' as const,
  })
  await db.insert(gauge).values([finder('finder', 'Finder 10', 'edge-finder', mm(10), 0), finder('shim', 'Shim 1.000', 'shim', mm(1), 1)])
  await db.insert(assembly).values({ id: 'em-12', name: 'End mill 12', estimate: mm(103.5) })
  await db.insert(mount).values({ machine: 'mill-3', number: '4', place: 0, offset: '4', diameterOffset: '4', assembly: 'em-12' })
  await db.insert(part).values({ id: 'flange', number: 'F-417', name: 'Flange', revision: 'C' })
  await db.insert(job).values({ id: '0417', number: '0417', part: 'flange', revision: 'C', quantity: 12 })
  await db.insert(operation).values({
    id: 'op',
    part: 'flange',
    name: 'Op 20',
    revision: 'C',
    kind: 'mill',
    unit: 'mm',
    slots: ['G54'],
    stock: null,
    fixture: 'fixture 7',
    fixtureRepeat: nm(4000),
    program: 'O2417',
    steps: STEPS,
  })
  await db
    .insert(setup)
    .values({ id: 'now', machine: 'mill-3', operation: 'op', job: '0417', startedAt: '2026-11-24T01:00:00.000Z', endedAt: null })
  await pool.end()
}

/** A small shop with its server, on a database of its own. */
export async function openShop(): Promise<Running & { databaseUrl: string; appUrl: string }> {
  const databaseUrl = await emptyDatabase(await (filled ??= fill()))
  const appUrl = await prepareDatabase(databaseUrl)
  return { ...(await startServer({ databaseUrl: appUrl, host: '127.0.0.1', port: 0 })), databaseUrl, appUrl }
}

export interface Answer<T = unknown> {
  status: number
  body: T
  type: string
}

const OPERATIONS = (Object.values(api) as Operation[]).map((operation) => ({
  operation,
  path: new RegExp(`^${operation.path.replace(/\{\w+\}/g, '[^/]+')}$`),
}))

/** Whatever the server answers has the shape that the contract says. */
function holdAgainstContract(method: string, path: string, status: number, answer: unknown): void {
  const [plain] = path.split('?')
  const found = OPERATIONS.find(({ operation, path: own }) => operation.method === method.toLowerCase() && own.test(plain!))
  if (!found && status < 400) return
  const schema = status < 400 ? found!.operation.response : problemSchema
  const parsed = schema.safeParse(answer)
  if (!parsed.success)
    throw new Error(`${method} ${path} answered ${status} with another shape than the contract has: ${parsed.error.message}`)
}

/** One browser at the shop: keeps its cookie, speaks JSON. */
export class Browser {
  private readonly cookies = new Map<string, string>()
  /** Whom the screen shows. */
  shows: string | null = null

  constructor(private readonly url: string) {}

  async send<T = Problem>(method: string, path: string, body?: unknown): Promise<Answer<T>> {
    return this.raw<T>(method, path, body === undefined ? undefined : JSON.stringify(body))
  }

  async raw<T = Problem>(method: string, path: string, body?: string, type = 'application/json'): Promise<Answer<T>> {
    const response = await fetch(this.url + path, {
      method,
      headers: {
        ...(this.cookies.size > 0 ? { cookie: this.cookie } : {}),
        ...(body === undefined ? {} : { 'content-type': type }),
        ...(this.shows ? { 'x-rook-person': this.shows } : {}),
      },
      ...(body === undefined ? {} : { body }),
    })
    for (const cookie of response.headers.getSetCookie()) {
      const [name, value] = cookie.split(';')[0]!.split('=') as [string, string]
      this.cookies.set(name, value)
    }
    const answer = (await response.json()) as T
    holdAgainstContract(method, path, response.status, answer)
    return { status: response.status, type: response.headers.get('content-type') ?? '', body: answer }
  }

  /** Another tab of the same browser. */
  copy(): Browser {
    const copy = new Browser(this.url)
    copy.cookiesOf(this)
    copy.shows = this.shows
    return copy
  }

  cookiesOf({ cookies }: Browser): void {
    for (const [name, value] of cookies) this.cookies.set(name, value)
  }

  get cookie(): string {
    return [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; ')
  }

  async signIn(who: keyof typeof PINS): Promise<this> {
    const { status } = await this.send('POST', '/api/session', { person: who, pin: PINS[who] })
    if (status !== 200) throw new Error(`${who} could not sign in: ${status}`)
    this.shows = who
    return this
  }
}

/** The edge of the first worked figure, as a browser sends it. */
export function edgeEntry(more: Record<string, unknown> = {}, inputs: Record<string, string> = {}) {
  return {
    id: randomUUID(),
    routine: 'edge',
    inputs: { slot: 'G54', axis: 'X', direction: '+', finder: 'finder', between: 'none', reading: '-318.2040', place: '0', ...inputs },
    setup: 'now',
    step: 'zero-x',
    basis: { 'work/G54/X/geometry': null },
    answers: { 'homed|query|': 'homed this morning, seen' },
    ...more,
  }
}
