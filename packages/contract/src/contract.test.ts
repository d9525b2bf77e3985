import { Validator } from '@seriousme/openapi-schema-validator'
import { mm } from '@rook/core'
import { describe, expect, it } from 'vitest'
import { CALLS, type Call, type CallName } from './calls.ts'
import { gaugeEventBody, gaugeInput } from './gauges/gauge.ts'
import {
  api,
  LEAST_ROLE,
  machineInput,
  mayDo,
  openApi,
  personInput,
  pinSchema,
  reason,
  recordBody,
  ROLES,
  skipBody,
  whoMay,
  type Operation,
} from './index.ts'

const ID = 'a0000000-0000-4000-8000-000000000001'
const operations = Object.entries(api) as [string, Operation][]

describe('the contract', () => {
  it('names every call once, under the address it has', () => {
    for (const [name, operation] of operations) expect(operation.id).toBe(name)
    const addresses = operations.map(([, { method, path }]) => `${method} ${path}`)
    expect(new Set(addresses).size).toBe(addresses.length)
  })

  it('asks for exactly the parameters that its addresses have', () => {
    for (const [name, { path, params }] of operations) {
      const inPath = [...path.matchAll(/\{(\w+)\}/g)].map(([, parameter]) => parameter)
      expect(Object.keys((params as unknown as { shape: object }).shape), name).toEqual(inPath)
    }
  })

  it('lets only leads change what others rest on', () => {
    const lead = operations.filter(([, { access }]) => access === 'lead').map(([name]) => name)
    expect(lead.sort()).toEqual([
      'addGauge',
      'addMachine',
      'addPerson',
      'changeConnection',
      'changeGauge',
      'changeMachine',
      'changePerson',
      'changeShop',
      'changeTemplate',
      'liftPause',
      'personRecords',
      'resetPin',
    ])
    const open = operations.filter(([, { access }]) => access === 'anyone').map(([name]) => name)
    expect(open.sort()).toEqual(['openShop', 'people', 'session', 'signIn', 'signOut'])
  })

  it('lets whoever only looks change nothing, and only a setter what parts are made by', () => {
    const changing = operations.filter(([, { method, access }]) => method !== 'get' && access === 'viewer').map(([name]) => name)
    // They work something out, are the asker's own, or are notes, which anybody adds.
    expect(changing.sort()).toEqual([
      'addRemark',
      'changeOwnPin',
      'held',
      'readPresets',
      'readRecord',
      'reportFault',
      'valuesOut',
      'watch',
      'withdrawRemark',
    ])
    const by = (least: string) =>
      Object.entries(LEAST_ROLE)
        .filter(([, role]) => role === least)
        .map(([kind]) => kind)
    expect(by('setter').sort()).toEqual([
      'begun',
      'calibration',
      'carried',
      'edited',
      'ended',
      'go',
      'mounted',
      'pick-up',
      'preset',
      'skipped',
      'statement',
      'touch-off',
    ])
    expect(by('viewer')).toEqual([])
    expect(ROLES.map((role) => mayDo(role, 'setter'))).toEqual([false, false, true, true, true])
    expect(whoMay('planner')).toBe('Only a planner or a lead can do this.')
  })

  it('says of every call that changes something whether it can be asked after', () => {
    for (const [name, { body }] of operations) {
      const call: Call = CALLS[name as CallName]
      if (call.method === 'get') continue
      const hasId = 'id' in ((body as unknown as { shape?: object }).shape ?? {})
      expect(call.named, name).toBe(hasId)
    }
  })

  it('changes nothing by a GET', () => {
    for (const [name, { method, summary }] of operations)
      if (method === 'get') expect(summary, name).not.toMatch(/^(Adds|Changes|Notes|Appends|Drops)/)
  })
})

describe('OpenAPI', () => {
  const document = openApi('1.2.3')

  it('is a document that others can read, with nothing in it that leads nowhere', async () => {
    const validator = new Validator()
    expect(await validator.validate(JSON.parse(JSON.stringify(document)) as Record<string, unknown>)).toEqual({ valid: true })
    const schemas = document.components.schemas as Record<string, unknown>
    const referred = [...JSON.stringify(document).matchAll(/"\$ref":"([^"]+)"/g)].map(([, to]) => to!)
    expect(referred.length).toBeGreaterThan(20)
    for (const to of new Set(referred)) expect(schemas, to).toHaveProperty([to.replace('#/components/schemas/', '')])
  })

  it('describes every call with its problems', () => {
    expect(document.info.version).toBe('1.2.3')
    for (const [name, { method, path, problems }] of operations) {
      const described = document.paths[path]?.[method] as {
        operationId: string
        responses: Record<string, object>
        parameters: { name: string; in: string }[]
      }
      expect(described.operationId).toBe(name)
      for (const status of [200, 400, ...problems]) expect(described.responses, `${name} ${status}`).toHaveProperty(String(status))
    }
  })

  it('is JSON from end to end', () => {
    expect(JSON.parse(JSON.stringify(document))).toEqual(document)
  })

  it('says that a body is needed where one is sent', () => {
    expect(document.paths['/api/machines/{id}/entries']!.post).toMatchObject({ requestBody: { required: true } })
    expect(document.paths['/api/floor']!.get).not.toHaveProperty('requestBody')
  })
})

const sentences = (schema: { safeParse(value: unknown): { error?: { issues: { message: string }[] } } }, value: unknown) =>
  schema.safeParse(value).error?.issues.map(({ message }) => message) ?? []

const MACHINE = {
  name: 'Mill 9',
  kind: 'mill',
  unit: 'mm',
  increment: mm(0.001),
  travels: ['X', 'Y', 'Z'].map((axis) => ({ axis, min: mm(-500), max: 0 })),
  slots: [{ code: 'G54', name: null }],
  lengthConvention: 'gauge-length',
  diameterRegister: 'diameter',
  xReads: 'diameter',
}

describe('a machine\u2019s record', () => {
  it('is good with what has a usual value left out', () => {
    expect(machineInput.parse(MACHINE)).toMatchObject({ rotates: false, limits: {} })
  })

  it.each([
    [{ name: ' ' }, 'Name: give the machine a name.'],
    [{ increment: 0 }, 'Least increment: more than zero.'],
    [{ travels: [MACHINE.travels[0], MACHINE.travels[0]] }, 'Travels: each axis once.'],
    [{ travels: [{ axis: 'X', min: 5, max: 5 }, MACHINE.travels[1]] }, 'Travel: the lower end must lie below the upper end.'],
    [
      {
        slots: [
          { code: 'G54', name: null },
          { code: 'G54', name: 'again' },
        ],
      },
      'Slots: each slot once.',
    ],
    [
      {
        slots: [
          { code: 'G54', name: 'left vise' },
          { code: 'G55', name: ' Left vise ' },
        ],
      },
      'Slots: two have the same name. A person goes by the name; give each its own.',
    ],
    [{ slots: [{ code: 'fifty-four', name: null }] }, 'Slot: write it as the control does, such as G54 or G54.1 P3.'],
    [{ limits: { zeroMoves: mm(1) } }, 'A machine\u2019s limit may be tighter than the shop\u2019s, not looser.'],
    [{ limits: { zeroMoves: -1 } }, 'A limit is more than zero.'],
    [{ limits: { other: 1 } }, 'There is no limit called \u201cother\u201d.'],
  ])('refuses %j', (more, sentence) => {
    expect(sentences(machineInput, { ...MACHINE, ...more })).toContain(sentence)
  })
})

describe('what people send', () => {
  it.each([
    [pinSchema, '12', 'PIN: four to eight digits.'],
    [pinSchema, '12a4', 'PIN: four to eight digits.'],
    [reason, '  a ', 'Reason: a few words at least.'],
    [reason, 'x'.repeat(501), 'Reason: 500 characters at the most.'],
    [personInput, { name: '', role: 'setter', pin: '1234' }, 'Name: write the person\u2019s name.'],
    [skipBody, { id: ID, reason: '' }, 'Reason: say in a few words why the step is skipped.'],
    [gaugeInput, { name: 'Pin', family: 'gauge-pin', size: -1, uncertainty: 5, intervalDays: null }, 'Size: not less than zero.'],
    [
      gaugeInput,
      { name: 'Pin', family: 'gauge-pin', size: 1, uncertainty: 0, intervalDays: null },
      'Standard uncertainty: more than zero.',
    ],
    [gaugeInput, { name: 'Pin', family: 'gauge-pin', size: 1, uncertainty: 5, intervalDays: 0 }, 'Interval: a day at least.'],
    [gaugeEventBody, { id: ID, kind: 'calibrated', note: 'certificate', uncertainty: -5 }, 'Standard uncertainty: more than zero.'],
  ])('%#', (schema, value, sentence) => {
    expect(sentences(schema, value)).toContain(sentence)
  })

  it('fills what an entry may leave out', () => {
    const sent = { id: ID, routine: 'edge', inputs: {}, basis: {} }
    expect(recordBody.parse(sent)).toMatchObject({ agreed: [], setup: null, step: null, answers: {}, seen: [], release: null })
  })

  it('does not take an entry that is larger than any can be', () => {
    const sent = { id: ID, routine: 'edge', inputs: { reading: '1'.repeat(201) }, basis: {} }
    expect(recordBody.safeParse(sent).success).toBe(false)
    expect(recordBody.safeParse({ ...sent, inputs: {}, id: '7' }).success).toBe(false)
  })
})
