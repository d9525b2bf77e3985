import { z } from 'zod'
import { api } from './api.ts'
import { DOWNLOADS } from './downloads.ts'
import type { Operation } from './operation.ts'
import { problemSchema } from './base/problem.ts'

type Side = 'input' | 'output'

const jsonSchema = (type: z.ZodType, io: Side) => z.toJSONSchema(type, { target: 'draft-2020-12', io, unrepresentable: 'any' })

/**
 * A schema as it stands in the document: what it refers to by name is put among the document's own components. What is sent
 * may leave out what has a usual value, so it goes by another name than what is answered.
 */
function schemaIn(components: Record<string, unknown>, type: z.ZodType, io: Side): object {
  const named = (name: string) => (io === 'input' ? `${name}Sent` : name)
  const text = JSON.stringify(jsonSchema(type, io)).replace(
    /"#\/(?:\$defs|definitions|components\/schemas)\/([^"]+)"/g,
    (_all, name: string) => `"#/components/schemas/${named(name)}"`,
  )
  const {
    $defs = {},
    definitions = {},
    $schema: _schema,
    id: _id,
    ...own
  } = JSON.parse(text) as Record<string, unknown> & {
    $defs?: object
    definitions?: object
  }
  for (const [name, found] of Object.entries({ ...$defs, ...definitions })) {
    const { id: _own, ...plain } = found as Record<string, unknown>
    components[named(name)] ??= plain
  }
  return own
}

/** The schemas of what a call takes, each standing for itself. */
export const schemasOf = ({ params, query, body }: Pick<Operation, 'params' | 'query' | 'body'>) => {
  const of = (type: z.ZodType) => z.toJSONSchema(type, { io: 'input', unrepresentable: 'any' })
  return { params: of(params), query: of(query), body: of(body) }
}

/** The API as an OpenAPI 3.1 document, made from the contract. */
export function openApi(version: string) {
  const paths: Record<string, Record<string, unknown>> = {}
  const schemas: Record<string, unknown> = {}
  for (const operation of Object.values(api) as Operation[]) {
    paths[operation.path] = { ...paths[operation.path], [operation.method]: describe(operation, schemas) }
  }
  for (const [operationId, { path, summary }] of Object.entries(DOWNLOADS)) paths[path] = { get: download(operationId, path, summary) }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Rook Ledger',
      version,
      description: 'Work offsets and tool offsets with their evidence. Lengths are whole nanometres.',
    },
    components: {
      schemas,
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'rook' } },
    },
    paths,
  }
}

function describe(operation: Operation, components: Record<string, unknown>) {
  const json = (type: z.ZodType, io: Side) => ({ 'application/json': { schema: schemaIn(components, type, io) } })
  const hasBody = operation.method === 'post' || operation.method === 'put'
  return {
    operationId: operation.id,
    summary: operation.summary,
    security: operation.access === 'anyone' ? [] : [{ session: [] }],
    parameters: [
      ...parameters(operation.params, 'path', components),
      ...parameters(operation.query, 'query', components),
      ...shown(operation),
    ],
    ...(hasBody ? { requestBody: { required: true, content: json(operation.body, 'input') } } : {}),
    responses: {
      200: { description: 'Done.', content: json(operation.response, 'output') },
      ...Object.fromEntries(
        [...new Set([400, ...(operation.access === 'anyone' ? [] : [401, 403]), ...operation.problems])].map((status) => [
          status,
          {
            description: 'A problem document.',
            content: { 'application/problem+json': { schema: schemaIn(components, problemSchema, 'output') } },
          },
        ]),
      ),
    },
  }
}

/** A call that is answered with a file. */
const download = (operationId: string, path: string, summary: string) => ({
  operationId,
  summary,
  security: [{ session: [] }],
  parameters: [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({ name, in: 'path', required: true, schema: { type: 'string' } })),
  responses: {
    200: { description: 'The file.', content: { '*/*': { schema: { type: 'string', format: 'binary' } } } },
    404: {
      description: 'A problem document.',
      content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
    },
  },
})

function parameters(type: z.ZodType, place: 'path' | 'query', components: Record<string, unknown>) {
  const { properties = {}, required = [] } = schemaIn(components, type, 'input') as {
    properties?: Record<string, unknown>
    required?: string[]
  }
  return Object.entries(properties).map(([name, property]) => ({
    name,
    in: place,
    required: place === 'path' || required.includes(name),
    schema: property,
  }))
}

/** Every write says whom the screen shows; it has to be the session's person. */
const shown = ({ method, access }: Operation) =>
  method === 'get' || access === 'anyone' ? [] : [{ name: 'X-Rook-Person', in: 'header', required: true, schema: { type: 'string' } }]
