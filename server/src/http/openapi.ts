import type { SchemaDescription } from 'yup'
import type { DocumentedRoute } from './route.ts'

type Json = Record<string, unknown>
type Describable = { describe(options?: { value?: unknown }): SchemaDescription }

/** A Yup description as JSON Schema: type, bounds, choices, required fields. */
function jsonSchema(d: SchemaDescription): Json {
  const fields = d as SchemaDescription & {
    fields?: Record<string, SchemaDescription>
    innerType?: SchemaDescription
  }
  const bound = (name: string) => d.tests?.find((t) => t.name === name)?.params
  const min = bound('min')?.min
  const max = bound('max')?.max
  const choices = d.oneOf?.length ? { enum: d.oneOf } : {}
  switch (d.type) {
    case 'object': {
      const properties = Object.entries(fields.fields ?? {})
      return {
        type: 'object',
        properties: Object.fromEntries(properties.map(([name, field]) => [name, jsonSchema(field)])),
        required: properties.filter(([, f]) => !(f as { optional?: boolean }).optional).map(([name]) => name),
      }
    }
    case 'array':
      return {
        type: 'array',
        items: fields.innerType ? jsonSchema(fields.innerType) : {},
        ...(max !== undefined && { maxItems: max }),
      }
    case 'number':
      return {
        type: d.tests?.some((t) => t.name === 'integer') ? 'integer' : 'number',
        ...(min !== undefined && { minimum: min }),
        ...(max !== undefined && { maximum: max }),
        ...choices,
      }
    case 'string':
      return {
        type: 'string',
        ...(min !== undefined && { minLength: min }),
        ...(max !== undefined && { maxLength: max }),
        ...choices,
      }
    case 'boolean':
      return { type: 'boolean' }
    default:
      return {}
  }
}

/** Lazy schemas depend on the value; they are described for an empty one. */
const describe = (schema: unknown): Json => {
  const s = schema as Describable
  try {
    return jsonSchema(s.describe({ value: {} }))
  } catch {
    return { type: 'object' }
  }
}

const ERROR = {
  type: 'object',
  properties: {
    error: {
      type: 'object',
      properties: { code: { type: 'string' }, message: { type: 'string' }, field: { type: 'string' } },
      required: ['code', 'message'],
    },
  },
}

/** The OpenAPI 3.1 document of all routes. */
export function openApi(documented: DocumentedRoute[]): Json {
  const paths: Record<string, Json> = {}
  for (const route of documented) {
    const path = `/api${route.path.replace(/:(\w+)/g, '{$1}')}`
    const parameters = [...route.path.matchAll(/:(\w+)/g)].map(([, name]) => ({
      name,
      in: 'path',
      required: true,
      schema: { type: 'string' },
    }))
    const query = route.query ? describe(route.query) : undefined
    const queryParameters = Object.entries((query?.properties ?? {}) as Json).map(([name, schema]) => ({
      name,
      in: 'query',
      required: false,
      schema,
    }))
    paths[path] = {
      ...paths[path],
      [route.method]: {
        summary: route.summary,
        parameters: [...parameters, ...queryParameters],
        ...((route.body || route.takes) && {
          requestBody: {
            required: true,
            content: {
              [route.takes ?? 'application/json']: {
                schema: route.body ? describe(route.body) : { type: 'string', format: 'binary' },
              },
            },
          },
        }),
        responses: {
          200: { description: 'done', content: { [route.gives ?? 'application/json']: { schema: {} } } },
          default: { description: 'what is wrong', content: { 'application/json': { schema: ERROR } } },
        },
      },
    }
  }
  return { openapi: '3.1.0', info: { title: 'Halitus', version: '0.1.0', license: { name: 'MIT' } }, paths }
}
