import { randomUUID } from 'node:crypto'
import { mm, orderOfWork } from '@rook/core'
import type {
  GoPage,
  Entry,
  EntryLine,
  FloorMachine,
  Job,
  JobPage,
  OperationBody,
  OperationPage,
  OperationRecord,
  Part,
  PartPage,
  Setup,
  SetupSummary,
} from '@rook/contract'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { connect } from '../src/base/db/client.ts'
import { verifyLedger } from '../src/verify/ledger.ts'
import { giveTheGo, keepProgram, proof } from './go-through.ts'
import { Browser, edgeEntry, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let planner: Browser
let setter: Browser
let operator: Browser
let part: Part
let operation: OperationRecord
let job: Job
let setupId: string

const PART = { number: 'SQ-9', name: 'Square', material: 'brass', revision: 'A', change: '' }
const PLAN: OperationBody = {
  name: 'Op 10',
  revision: 'A',
  kind: 'mill',
  unit: 'mm',
  machines: [],
  slots: ['G55'],
  purposes: { G55: 'right vise' },
  stock: { X: { from: mm(0), to: mm(80) }, Y: { from: mm(0), to: mm(40) }, Z: { from: mm(-12), to: mm(0.5) } },
  fixture: 'vise, hard jaws',
  fixtureRepeat: mm(0.006),
  tolerance: mm(0.04),
  clearance: mm(40),
  features: [],
  sizes: [{ name: 'pivot hole', kind: 'bored', nominal: mm(4), upper: mm(0.03), lower: mm(0.01), tool: '4', gauge: null, every: 10 }],
  tools: [{ number: '4', offset: '4', diameterOffset: '4', diameter: false }],
  program: 'O0042, issue 1',
  steps: [],
}
const begin = (browser: Browser, more: Record<string, unknown> = {}) =>
  browser.send<Entry>('POST', '/api/setups', { id: randomUUID(), machine: 'mill-3', operation: operation.id, job: job.id, ...more })
const counted = (browser: Browser, body: object) =>
  browser.send<Entry>('POST', `/api/setups/${setupId}/parts`, {
    id: randomUUID(),
    made: 0,
    scrapped: 0,
    reason: null,
    unproven: 'a trial lot',
    ...body,
  })
const jobNow = async () => (await setter.send<Job[]>('GET', `/api/jobs?part=${part.id}`)).body[0]!

beforeAll(async () => {
  shop = await openShop()
  planner = await new Browser(shop.url).signIn('harkness')
  setter = await new Browser(shop.url).signIn('marrow')
  operator = await new Browser(shop.url).signIn('cordell')
})
afterAll(() => shop.stop())

/** A first zero on a part with a close tolerance is asked about where the opposite side was not touched. */
const known = (slot: string) => ({ 'homed|query|': 'homed this morning, seen', [`compared|query|${slot} X`]: 'seen with a gauge pin' })

describe('a shop’s own part', () => {
  it('is added by a planner, with a number of its own', async () => {
    const { body, status } = await planner.send<Part>('POST', '/api/parts', PART)
    expect(status).toBe(200)
    part = body
    expect(part).toMatchObject({ ...PART, by: 'Harkness' })
    expect(await planner.send('POST', '/api/parts', { ...PART, name: 'Another' })).toMatchObject({
      status: 409,
      body: { code: 'number-taken', detail: 'SQ-9 is the number of Square already.' },
    })
  })

  it('keeps each revision with what it changed; a mended name is no revision', async () => {
    await planner.send('PUT', `/api/parts/${part.id}`, { ...PART, name: 'Stop square' })
    await planner.send('PUT', `/api/parts/${part.id}`, { ...PART, name: 'Stop square', revision: 'B', change: 'hole 4.02' })
    await planner.send('PUT', `/api/parts/${part.id}`, { ...PART, name: 'Stop square', revision: 'B', change: 'hole 4.02, reamed' })
    const { body } = await operator.send<PartPage>('GET', `/api/parts/${part.id}`)
    expect(body.revisions.map(({ revision, change, by }) => [revision, change, by])).toEqual([
      ['B', 'hole 4.02, reamed', 'Harkness'],
      ['A', '', 'Harkness'],
    ])
    await planner.send('PUT', `/api/parts/${part.id}`, PART)
  })

  it('gets an operation whose order of work follows from what it says', async () => {
    const { body: gauges } = await planner.send<never[]>('GET', '/api/gauges')
    const steps = orderOfWork(PLAN, gauges)
    const { body, status } = await planner.send<OperationRecord>('POST', `/api/parts/${part.id}/operations`, { ...PLAN, steps })
    expect(status).toBe(200)
    operation = body
    expect(operation).toMatchObject({ ...PLAN, steps, edition: 1, partName: 'Square' })
    expect(operation.steps.map(({ id }) => id)).toEqual([
      'homed',
      'seated',
      'tools',
      'zero-G55-X',
      'zero-G55-Y',
      'zero-G55-Z',
      'size-1',
      'seen',
    ])
  })

  it('may use slots of the further ones, whose names have a space', async () => {
    const slots = ['G54.1 P2']
    const steps = orderOfWork({ ...PLAN, slots }, [])
    const { body, status } = await planner.send<OperationRecord>('POST', `/api/parts/${part.id}/operations`, {
      ...PLAN,
      name: 'Op 30',
      slots,
      purposes: {},
      steps,
    })
    expect(status, JSON.stringify(body)).toBe(200)
    expect(body.steps.map(({ id }) => id)).toContain('zero-G54.1 P2-X')
  })

  it('names the shop\u2019s tools that are what its program needs, and where nobody has one', async () => {
    const need = (kind: 'other' | 'reamer') => ({ kind, diameter: null, flutes: null })
    const tools = [
      { ...PLAN.tools[0]!, need: need('other') },
      { number: '9', offset: '9', diameterOffset: '9', diameter: false, need: need('reamer') },
    ]
    const added = await planner.send<OperationRecord>('POST', `/api/parts/${part.id}/operations`, { ...PLAN, name: 'Op 40', tools })
    const { fitting } = (await setter.send<OperationPage>('GET', `/api/operations/${added.body.id}`)).body
    expect(fitting['4']).toContainEqual({ id: 'em-12', name: 'End mill 12', at: 'T4 on Mill 3' })
    expect(fitting['9']).toEqual([])
  })

  it.each([
    [{ slots: [] }, 400, 'Slots: choose one at least.'],
    [{ slots: ['G55', 'G55'] }, 400, 'Slot G55 is there twice.'],
    [{ machines: ['lathe-2'] }, 422, 'lathe-2 is no mill'],
    [{ steps: [{ id: 'a', title: 'A', detail: null, kind: 'routine', routine: 'nonsense', preset: {} }] }, 422, 'choose a routine'],
    [
      { steps: [{ id: 'a', title: 'A', detail: null, kind: 'routine', routine: 'turned-diameter', preset: {} }] },
      422,
      'not done on a mill',
    ],
    [{ stock: { ...PLAN.stock, X: { from: mm(5), to: mm(5) } } }, 400, 'ends above where it begins'],
  ])('is not planned with %o', async (change, status, words) => {
    const answer = await planner.send('POST', `/api/parts/${part.id}/operations`, { ...PLAN, ...change })
    expect(answer.status).toBe(status)
    expect(JSON.stringify(answer.body)).toContain(words)
  })

  it('gets a job, and a number is given once', async () => {
    const ordered = { number: '0900', part: part.id, revision: 'A', quantity: 20, due: '2026-12-04', note: '' }
    const { body } = await planner.send<Job>('POST', '/api/jobs', ordered)
    job = body
    expect(job).toMatchObject({ ...ordered, state: 'open', made: 0, scrapped: 0, partName: 'Square' })
    expect((await planner.send('POST', '/api/jobs', ordered)).body).toMatchObject({ detail: 'There is a job 0900 already, for Square.' })
  })
})

describe('a long list', () => {
  it('is looked through by words, whatever their capitals, a page at a time', async () => {
    const names = async (query: string) => (await planner.send<Part[]>('GET', `/api/parts?${query}`)).body.map(({ number }) => number)
    expect(await names('')).toEqual(['F-417', 'SQ-9'])
    expect(await names('words=BRASS')).toEqual(['SQ-9'])
    expect(await names('words=square%20sq')).toEqual(['SQ-9'])
    expect(await names('words=%25')).toEqual([])
    expect(await names('skip=1')).toEqual(['SQ-9'])
    expect((await planner.send('GET', '/api/parts?skip=-1')).status).toBe(400)
    const jobs = async (query: string) => (await planner.send<Job[]>('GET', `/api/jobs?${query}`)).body.map(({ number }) => number)
    expect([await jobs(''), await jobs('words=flange'), await jobs('words=0900'), await jobs('words=none')]).toEqual([
      ['0900', '0417'],
      ['0417'],
      ['0900'],
      [],
    ])
  })
})

describe('a setup', () => {
  it.each([
    ['on a machine of another kind', { machine: 'lathe-2' }, 409, 'Lathe 2 is a lathe; this operation is planned for a mill.'],
    ['for another part’s job', { job: '0417' }, 422, 'Job 0417 is for Flange; this operation makes Square.'],
    ['for a job that is not there', { job: 'none' }, 404, 'This job'],
  ])('is not begun %s', async (_what, change, status, words) => {
    const answer = await begin(setter, change)
    expect(answer.status).toBe(status)
    expect(JSON.stringify(answer.body)).toContain(words)
  })

  it('is not begun in slots that another one uses', async () => {
    const other = await planner.send<OperationRecord>('POST', `/api/parts/${part.id}/operations`, {
      ...PLAN,
      name: 'Op 20',
      slots: ['G55', 'G54'],
    })
    const { status, body } = await begin(setter, { operation: other.body.id })
    expect(status).toBe(409)
    expect(JSON.stringify(body)).toContain('G54 belongs to job 0417, Op 20, which is still on Mill 3.')
  })

  it('stands beside another one whose slots it does not touch, on the floor and among the setups', async () => {
    setupId = randomUUID()
    const { status, body } = await begin(setter, { id: setupId })
    expect(status).toBe(200)
    expect(body.content).toMatchObject({ kind: 'begun', setup: setupId, title: 'Setup begun: job 0900, Square, Op 10, rev A' })
    // Sent again it is the same one.
    expect((await begin(setter, { id: setupId })).body.content.seq).toBe(body.content.seq)
    const { body: floor } = await setter.send<FloorMachine[]>('GET', '/api/floor')
    const card = floor.find(({ machine }) => machine.id === 'mill-3')!
    expect(card.setup!.id).toBe('now')
    expect(card.others.map(({ id }) => id)).toEqual([setupId])
    // Each says what is open in it, and whose it is.
    expect(card.notices).toContainEqual(expect.objectContaining({ sentence: 'Job 0900: G55 X, G55 Y and G55 Z unset.', setup: setupId }))
    expect(card.notices.filter(({ setup }) => setup === 'now').map(({ sentence }) => sentence.slice(0, 10))).toContain('Job 0417: ')
    expect((await setter.send<SetupSummary[]>('GET', '/api/setups')).body.map(({ id }) => id)).toEqual(['now', setupId])
    expect((await jobNow()).state).toBe('running')
  })

  it('keeps its edition when the operation gets a newer one, and says so', async () => {
    const change = { edition: 1, plan: { ...PLAN, steps: operation.steps.slice(0, 3), purposes: { G55: 'middle vise' } } }
    expect((await planner.send<OperationRecord>('PUT', `/api/operations/${operation.id}`, change)).body.edition).toBe(2)
    expect(await planner.send('PUT', `/api/operations/${operation.id}`, change)).toMatchObject({
      status: 409,
      body: { code: 'edition-moved-on' },
    })
    const { body } = await setter.send<Setup>('GET', `/api/setups/${setupId}`)
    expect(body.summary).toMatchObject({ edition: 1, newest: 2, of: 8 })
    const page = await setter.send<OperationPage>('GET', `/api/operations/${operation.id}`)
    expect(page.body.editions.map(({ edition, content }) => [edition, content.purposes.G55])).toEqual([
      [2, 'middle vise'],
      [1, 'right vise'],
    ])
    expect(page.body.setups).toMatchObject([{ id: setupId, edition: 1, endedAt: null }])
  })

  it('is recorded into by its own plan', async () => {
    const { status } = await setter.send<Entry>(
      'POST',
      '/api/machines/mill-3/entries',
      edgeEntry({ setup: setupId, step: 'zero-G55-X', basis: { 'work/G55/X/geometry': null }, answers: known('G55') }, { slot: 'G55' }),
    )
    expect(status).toBe(200)
    const { body } = await setter.send<Setup>('GET', `/api/setups/${setupId}`)
    expect(body.steps.find(({ id }) => id === 'zero-G55-X')!.state).toBe('done')
  })

  it('is not called proven while something is open', async () => {
    const answer = await operator.send('POST', `/api/setups/${setupId}/proven`, { id: randomUUID(), observed: 'zero seen in X and Y' })
    expect(answer).toMatchObject({ status: 409, body: { code: 'before-first-part' } })
  })

  it('counts parts, and scrap with its reason; what was counted wrongly is taken back', async () => {
    expect((await counted(operator, { made: 0 })).body).toMatchObject({ fields: { made: 'Good parts: one at least, or one scrapped.' } })
    expect((await counted(operator, { scrapped: 1 })).body).toMatchObject({ fields: { reason: 'Reason: say why they were scrapped.' } })
    const { body } = await counted(operator, { made: 12 })
    // No first part proves it: that is asked about, and kept with the count.
    expect((await counted(operator, { made: 12, unproven: null })).body).toMatchObject({ code: 'unproven' })
    expect(body.content).toMatchObject({ kind: 'counted', title: '12 made', parts: { made: 12, scrapped: 0, unproven: 'a trial lot' } })
    await counted(operator, { made: 7, scrapped: 1, reason: 'chatter in the slot' })
    expect(await jobNow()).toMatchObject({ made: 19, scrapped: 1 })
    await operator.send('POST', `/api/entries/${body.content.id}/correction`, { id: randomUUID(), reason: 'counted twice' })
    expect(await jobNow()).toMatchObject({ made: 7, scrapped: 1 })
  })

  it('is found on the page of its job, with what was counted', async () => {
    const { body } = await operator.send<JobPage>('GET', `/api/jobs/${job.id}`)
    expect(body.job.number).toBe('0900')
    expect(body.setups.map(({ id, operationName, machineName }) => [id, operationName, machineName])).toEqual([
      [setupId, 'Op 10', 'Mill 3'],
    ])
    // What was taken back counts for nothing.
    const sum = (what: 'made' | 'scrapped') => body.counts.reduce((all, count) => all + count[what], 0)
    expect([sum('made'), sum('scrapped')]).toEqual([body.job.made, body.job.scrapped])
    expect(body.counts.length).toBeGreaterThan(0)
    expect((await operator.send('GET', '/api/jobs/nothing')).status).toBe(404)
  })

  it('names the parts that were cut while a figure stood', async () => {
    interface Cut {
      to: string | null
      counts: { made: number; scrapped: number; job: string; partName: string }[]
    }
    const { body: lines } = await setter.send<{ entries: EntryLine[] }>('GET', `/api/entries?setup=${setupId}&kind=pick-up`)
    const zero = lines.entries[0]!.id
    const cut = async (entry = zero) => (await operator.send<Cut>('GET', `/api/entries/${entry}/parts`)).body
    // The count that was taken back is none.
    expect(await cut()).toMatchObject({ to: null, counts: [{ made: 7, scrapped: 1, job: '0900', partName: 'Square' }] })
    const { body: correction } = await setter.send<Entry>('POST', `/api/entries/${zero}/correction`, {
      id: randomUUID(),
      reason: 'a chip lay between',
    })
    await counted(operator, { made: 3 })
    expect(await cut()).toMatchObject({ to: correction.content.at, counts: [{ made: 7, scrapped: 1 }] })
    expect((await operator.send('GET', `/api/entries/${randomUUID()}/parts`)).status).toBe(404)
  })

  it('is ended with what is left open named, and cannot be recorded into any more', async () => {
    const end = (reason: string | null) => setter.send<Entry>('POST', `/api/setups/${setupId}/ended`, { id: randomUUID(), reason })
    expect((await end(null)).body).toMatchObject({ code: 'left-open' })
    const { body } = await end('spindle needed for job 0417')
    expect(body.content.reason).toMatch(/^spindle needed for job 0417\. Left open: Homed; Seated and clamped; .*Zero G55, Y/)
    expect((await counted(operator, { made: 1 })).body).toMatchObject({ code: 'setup-ended' })
    expect((await jobNow()).state).toBe('open')
    const { body: lines } = await setter.send<{ entries: EntryLine[] }>('GET', `/api/entries?setup=${setupId}`)
    expect(lines.entries[0]!.setup).toEqual({ id: setupId, job: '0900', operation: 'Op 10, rev A', part: 'Square, rev A' })
    // Ended by mistake: taken back, it goes on.
    await setter.send('POST', `/api/entries/${body.content.id}/correction`, { id: randomUUID(), reason: 'wrong setup' })
    expect((await jobNow()).state).toBe('running')
  })

  it('does not let its job be closed under it', async () => {
    const { number, part: of, revision, quantity, due, note } = job
    const close = (closed: boolean) =>
      planner.send('PUT', `/api/jobs/${job.id}`, { number, part: of, revision, quantity, due, note, closed })
    expect((await close(true)).body).toMatchObject({ code: 'job-runs' })
    await setter.send('POST', `/api/setups/${setupId}/ended`, { id: randomUUID(), reason: 'all parts made' })
    expect((await close(true)).body).toMatchObject({ state: 'closed' })
    expect((await begin(setter)).body).toMatchObject({ code: 'job-closed' })
    expect((await close(false)).body).toMatchObject({ state: 'open' })
    expect((await begin(setter, { operation: operation.id })).status).toBe(200)
  })

  it('is proven by a cautious first run until a zero of it is written anew', async () => {
    const bare = {
      ...PLAN,
      name: 'Op 30',
      slots: ['G54'],
      steps: [{ id: 'seated', title: 'Seated', detail: null, kind: 'confirm', routine: null, preset: {} }],
    }
    const { body: own } = await planner.send<OperationRecord>('POST', `/api/parts/${part.id}/operations`, bare)
    await setter.send('POST', '/api/setups/now/ended', { id: randomUUID(), reason: 'spindle needed' })
    const id = randomUUID()
    expect((await begin(setter, { id, operation: own.id })).status).toBe(200)
    const run = (more = {}) => operator.send<Entry>('POST', `/api/setups/${id}/proven`, proof(more))
    await keepProgram(planner, id)
    await setter.send('POST', '/api/machines/mill-3/homed', { id: randomUUID(), checks: [] })
    expect((await run()).body).toMatchObject({ code: 'before-first-part', detail: expect.stringContaining('Seated') as string })
    const { body: seated } = await setter.send<Entry>('POST', `/api/setups/${id}/steps/seated/confirmed`, { id: randomUUID(), note: null })
    // Seated, and no go was given: neither is passed over.
    expect((await run()).body).toMatchObject({
      code: 'before-first-part',
      detail: expect.stringContaining('No go was given yet') as string,
    })
    await giveTheGo(setter, id)
    expect((await run({ checks: [] })).body).toMatchObject({ code: 'checklist' })
    expect((await run()).body.content).toMatchObject({ kind: 'proven', title: 'Proven: O0042, issue 1', reason: 'zero seen in X, Y and Z' })
    const proven = async () => (await setter.send<Setup>('GET', `/api/setups/${id}`)).body.proven
    expect(await proven()).toMatchObject({ by: 'Cordell', lapsed: null })
    await setter.send('POST', `/api/entries/${seated.content.id}/correction`, { id: randomUUID(), reason: 'jaws opened again' })
    expect(await proven()).toMatchObject({ lapsed: 'Seated to be done again' })
    await setter.send('POST', `/api/setups/${id}/steps/seated/confirmed`, { id: randomUUID(), note: null })
    expect(await proven()).toMatchObject({ lapsed: null })
    const { status } = await setter.send(
      'POST',
      '/api/machines/mill-3/entries',
      edgeEntry({ setup: id, step: null, basis: { 'work/G54/X/geometry': null }, answers: known('G54') }),
    )
    expect(status).toBe(200)
    expect(await proven()).toMatchObject({ lapsed: 'G54 X written since' })
  })

  it('is tied to the other side of the same job, whichever of the two is looked at', async () => {
    const flipped = await planner.send<OperationRecord>('POST', `/api/parts/${part.id}/operations`, {
      ...PLAN,
      name: 'Op 30, second side',
      slots: ['G55'],
    })
    const ordered = { number: '0931', part: part.id, revision: 'A', quantity: 4, due: null, note: '' }
    const { body: own } = await planner.send<Job>('POST', '/api/jobs', ordered)
    const [front, second] = [randomUUID(), randomUUID()]
    // What still lies in the slot of the first side.
    const again = (await setter.send<SetupSummary[]>('GET', '/api/setups')).body.find(({ slots }) => slots.includes('G55'))!.id
    await setter.send('POST', `/api/setups/${again}/ended`, { id: randomUUID(), reason: 'spindle needed' })
    expect((await begin(setter, { id: front, job: own.id })).status).toBe(200)
    await operator.send('POST', `/api/setups/${front}/parts`, { id: randomUUID(), made: 4, scrapped: 0, reason: null, unproven: 'a trial' })
    await setter.send('POST', `/api/setups/${front}/ended`, { id: randomUUID(), reason: 'flipped' })
    expect((await begin(setter, { id: second, operation: flipped.body.id, job: own.id })).status).toBe(200)
    const sides = async (of: string) => (await setter.send<Setup>('GET', `/api/setups/${of}`)).body.otherSides
    expect(await sides(second)).toMatchObject([{ setup: front, operationName: 'Op 10, rev A', machineName: 'Mill 3' }])
    expect((await sides(second))[0]!.endedAt).not.toBeNull()
    expect((await sides(front)).map(({ setup }) => setup)).toEqual([second])
    // What went through the first side alone is not made.
    const made = async () => (await setter.send<JobPage>('GET', `/api/jobs/${own.id}`)).body.job.made
    const count = (of: string, parts: number) =>
      operator.send('POST', `/api/setups/${of}/parts`, { id: randomUUID(), made: parts, scrapped: 0, reason: null, unproven: 'a trial' })
    expect(await made()).toBe(0)
    await count(second, 3)
    expect(await made()).toBe(3)
    // Setups of other jobs are no sides of it.
    expect(await sides('now')).toEqual([])
  })

  it('has no go where its program cuts into the jaws, and says how deep and in which line', async () => {
    const { body: own } = await planner.send<OperationRecord>('POST', `/api/parts/${part.id}/operations`, {
      ...PLAN,
      name: 'Op 40',
    })
    // The jaws reach 4 up a block whose lowest face lies at -12: their tops are at -8.
    const holding = { kind: 'vise', count: 1, fixedJaw: 'Y+', grip: mm(4), parallels: null }
    expect((await planner.send('PUT', `/api/operations/${own.id}/workpiece`, { holding, outline: null })).status).toBe(200)
    const there = (await setter.send<SetupSummary[]>('GET', '/api/setups')).body.find(({ slots }) => slots.includes('G55'))!.id
    await setter.send('POST', `/api/setups/${there}/ended`, { id: randomUUID(), reason: 'spindle needed' })
    const id = randomUUID()
    expect((await begin(setter, { id, operation: own.id })).status).toBe(200)
    await keepProgram(planner, id, 'O43\nG21 G90\nT4 M6\nG55 G0 X40. Y-20. Z10.\nG1 Z-9.5 F200\nY50.\nG0 Z10.\nM30')
    const { body } = await setter.send<GoPage>('GET', `/api/setups/${id}/go`)
    const jaws = body.findings.filter(({ id: of }) => of.startsWith('in the way') && of.includes('jaw'))
    expect(jaws).toMatchObject([
      { verdict: 'stop', line: 5 },
      { verdict: 'stop', line: 6 },
    ])
    expect(jaws[0]!.sentence).toContain('T4 cuts 1.5000 deep into the')
    // The squares that it was found by stay where the program was read.
    expect(body.read).not.toHaveProperty('depths')
  })

  it('is verified like everything else, down to the counts', async () => {
    const { pool } = connect(shop.appUrl, () => undefined)
    expect((await verifyLedger(pool)).faults).toEqual([])
    const owner = new pg.Client({ connectionString: shop.databaseUrl })
    await owner.connect()
    await expect(owner.query('UPDATE part_count SET made = 90')).rejects.toThrow('append-only')
    await owner.query('ALTER TABLE part_count DISABLE TRIGGER part_count_append_only')
    await owner.query('UPDATE part_count SET made = 90 WHERE made = 7')
    expect((await verifyLedger(pool)).faults.map(({ sentence }) => sentence)).toEqual([
      'what it counted is not what is kept of it',
      'part_count has lost a guard: refuse_change',
    ])
    await owner.query('UPDATE part_count SET made = 7 WHERE made = 90')
    await owner.end()
    await pool.end()
  })
})
