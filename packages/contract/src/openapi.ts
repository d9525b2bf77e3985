import { z } from 'zod'
import { api } from './api.ts'
import type { Operation } from './operation.ts'
import { problemSchema } from './problem.ts'

const schema = (type: z.ZodType, io: 'input' | 'output') => z.toJSONSchema(type, { target: 'openapi-3.0', io, unrepresentable: 'any' })

const json = (type: z.ZodType, io: 'input' | 'output') => ({ 'application/json': { schema: schema(type, io) } })

/** The API as an OpenAPI 3.0 document, made from the contract. */
export function openApi(version: string) {
  const paths: Record<string, Record<string, unknown>> = {}
  for (const operation of Object.values(api) as Operation[]) {
    paths[operation.path] = { ...paths[operation.path], [operation.method]: describe(operation) }
  }
  return {
    openapi: '3.0.3',
    info: {
      title: 'Rook Ledger',
      version,
      description: 'Work offsets and tool offsets with their evidence. Lengths are whole nanometres.',
    },
    components: {
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'rook' } },
    },
    paths,
  }
}

function describe(operation: Operation) {
  const hasBody = operation.method === 'post' || operation.method === 'put'
  return {
    operationId: operation.id,
    summary: operation.summary,
    security: operation.access === 'anyone' ? [] : [{ session: [] }],
    parameters: [...parameters(operation.params, 'path'), ...parameters(operation.query, 'query')],
    ...(hasBody ? { requestBody: { required: true, content: json(operation.body, 'input') } } : {}),
    responses: {
      200: { description: 'Done.', content: json(operation.response, 'output') },
      ...Object.fromEntries(
        [...new Set([400, ...(operation.access === 'anyone' ? [] : [401, 403]), ...operation.problems])].map((status) => [
          status,
          { description: 'A problem document.', content: { 'application/problem+json': { schema: schema(problemSchema, 'output') } } },
        ]),
      ),
    },
  }
}

function parameters(type: z.ZodType, place: 'path' | 'query') {
  const { properties = {}, required = [] } = schema(type, 'input') as { properties?: Record<string, unknown>; required?: string[] }
  return Object.entries(properties).map(([name, property]) => ({
    name,
    in: place,
    required: place === 'path' || required.includes(name),
    schema: property,
  }))
}
