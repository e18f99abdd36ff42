import { convertSchema } from '@sodaru/yup-to-json-schema'
import {
  entryInput,
  entryRecord,
  errorAnswer,
  ERRORS,
  everyEntryInput,
  everyEntryRecord,
  ROUTES,
  type Route,
} from '@halitus/core/contract'

type Json = Record<string, unknown>

/** Schemas chosen by the value they check can’t describe themselves: they stand under a name, as one of several. */
const NAMED = { Entry: everyEntryRecord, NewEntry: everyEntryInput } as const
const ref = (name: keyof typeof NAMED) => ({ $ref: `#/components/schemas/${name}` })

/** What the converter leaves out: no other fields than these; and an entry within a list is any of the entries. */
function tidy(value: unknown, top = false): unknown {
  if (Array.isArray(value)) return value.map((v) => tidy(v))
  if (typeof value !== 'object' || value === null) return value
  const { default: _, ...schema } = value as Json
  const properties = schema.properties as Json | undefined
  if (!top && properties?.provenance && properties.seq && properties.data) return ref('Entry')
  return {
    ...Object.fromEntries(Object.entries(schema).map(([key, v]) => [key, tidy(v)])),
    ...(properties && { additionalProperties: false }),
  }
}

/**
 * A Yup schema as JSON Schema. Kept by a library where it is faithful: types, bounds, choices, patterns, required and
 * unknown fields. Tests of our own (a note, a moment) aren't in it; the server's answer names them.
 */
export function jsonSchema(schema: unknown): Json {
  if (schema === entryInput) return ref('NewEntry')
  if (schema === entryRecord) return ref('Entry')
  return tidy(convertSchema(schema as Parameters<typeof convertSchema>[0]), true) as Json
}

const content = (type: string, schema: Json) => ({ content: { [type]: { schema } } })
const BINARY = { type: 'string', format: 'binary' }

function operation(route: Route): Json {
  const parameters = [...route.path.matchAll(/:(\w+)/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }))
  const query = route.query ? jsonSchema(route.query) : {}
  const required = (query.required ?? []) as string[]
  const queryParameters = Object.entries((query.properties ?? {}) as Json).map(([name, schema]) => ({
    name,
    in: 'query',
    required: required.includes(name),
    schema,
  }))
  return {
    summary: route.summary,
    parameters: [...parameters, ...queryParameters],
    ...((route.body || route.takes) && {
      requestBody: {
        required: !route.bodyMayLack,
        ...content(
          route.takes ?? 'application/json',
          route.body ? jsonSchema(route.bodyToday ?? route.body) : BINARY,
        ),
      },
    }),
    responses: {
      [route.status]: {
        description: 'done',
        ...content(route.gives ?? 'application/json', route.answer ? jsonSchema(route.answer) : BINARY),
      },
      default: {
        description: 'what is wrong',
        content: { 'application/json': { schema: { $ref: '#/components/schemas/Error' } } },
      },
    },
  }
}

/** The OpenAPI 3.1 document of every route in the contract. */
export function openApi(): Json {
  const paths: Record<string, Json> = {}
  for (const route of Object.values(ROUTES) as Route[]) {
    const path = `/api${route.path.replace(/:(\w+)/g, '{$1}')}`
    paths[path] = { ...paths[path], [route.method]: operation(route) }
  }
  const codes = Object.entries(ERRORS).map(([code, { status, means }]) => `${code} (${status}): ${means}`)
  return {
    openapi: '3.1.0',
    info: { title: 'Halitus', version: '0.1.0', license: { name: 'MIT' } },
    paths,
    components: {
      schemas: {
        ...Object.fromEntries(
          Object.entries(NAMED).map(([name, each]) => [name, { oneOf: each().map(jsonSchema) }]),
        ),
        Error: { ...jsonSchema(errorAnswer), description: codes.join('\n') },
      },
    },
  }
}
