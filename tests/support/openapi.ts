import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { BODIES, QUERIES } from '@/app/api/taken'
import { jsonSchemaOf } from './json-schema'

const ROOT = join(import.meta.dirname, '../..')
export const API = join(ROOT, 'src/app/api')

/** A request that the server answers. */
export interface Route {
  readonly method: string
  /** With parameters in braces: `/api/projects/{id}`. */
  readonly path: string
}

/** What the route handlers answer. */
export const routesInCode = (): Route[] =>
  readdirSync(API, { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('route.ts'))
    .flatMap((file) => {
      const path = `/api/${file.replace(/\/?route\.ts$/, '')}`.replaceAll('[', '{').replaceAll(']', '}')
      const text = readFileSync(join(API, file), 'utf8')
      return [...text.matchAll(/export (?:const|async function|function) (GET|POST|PUT|PATCH|DELETE)\b/g)].map(
        ([, method]) => ({ method: method!, path }),
      )
    })
    .sort((a, b) => `${a.path} ${a.method}`.localeCompare(`${b.path} ${b.method}`))

/** What a path looks like, whatever its parameters are called. */
const form = (path: string): string =>
  path
    .split('?')[0]!
    .split('/')
    .map((part) => (/^(\{.*\}|[A-Z][A-Z0-9]*)$/.test(part) ? '{}' : part))
    .join('/')

/** What docs/http.md tells, by method and form of the path. */
export function routesInPapers(): ReadonlyMap<string, string> {
  const rows = readFileSync(join(ROOT, 'docs/http.md'), 'utf8').matchAll(/^\| (.*?) +\| (.*?) *\|$/gm)
  const found = new Map<string, string>()
  for (const [, requests, does] of rows)
    for (const [, method, path] of requests!.matchAll(/`(GET|POST|PUT|PATCH|DELETE) ([^` ]+)/g)) {
      const key = `${method} ${form(path!)}`
      found.set(key, [found.get(key), does!].filter(Boolean).join('; or '))
    }
  return found
}

export const keyOf = ({ method, path }: Route): string => `${method} ${form(path)}`

/** The requests whose handlers take fields in their body. */
export const routesWithBodies = (): string[] =>
  routesInCode().flatMap(({ method, path }) => {
    const file = join(API, path.replace('/api', '').replaceAll('{', '[').replaceAll('}', ']'), 'route.ts')
    const [, handler = ''] = readFileSync(file, 'utf8').split(
      new RegExp(`export (?:const|async function) ${method}\\b`),
    )
    return /\b(bodyOf|jsonOf)\(/.test(handler.split('\nexport ')[0]!) ? [`${method} ${path}`] : []
  })

interface Parameter {
  readonly name: string
  readonly in: 'path' | 'query'
  readonly required: boolean
  readonly schema: object
}

function queryOf(key: string): Parameter[] {
  const schema = QUERIES[key]
  if (!schema) return []
  const { properties = {}, required = [] } = jsonSchemaOf(schema) as {
    properties?: Record<string, object>
    required?: readonly string[]
  }
  return Object.entries(properties).map(([name, each]) => ({
    name,
    in: 'query',
    required: required.includes(name),
    schema: each,
  }))
}

/** The HTTP interface in OpenAPI 3.1: what the handlers answer, told as docs/http.md tells it. */
export function openApi(): object {
  const told = routesInPapers()
  const paths: Record<string, Record<string, object>> = {}
  for (const route of routesInCode()) {
    const { method, path } = route
    const key = `${method} ${path}`
    const inPath = [...path.matchAll(/\{(\w+)\}/g)].map(
      ([, name]): Parameter => ({ name: name!, in: 'path', required: true, schema: { type: 'string' } }),
    )
    const parameters = [...inPath, ...queryOf(key)]
    const body = BODIES[key]
    paths[path] = {
      ...paths[path],
      [method.toLowerCase()]: {
        summary: told.get(keyOf(route)) ?? '',
        ...(parameters.length > 0 && { parameters }),
        ...(body && {
          requestBody: { required: true, content: { 'application/json': { schema: jsonSchemaOf(body) } } },
        }),
        responses: {
          '2XX': { description: 'Done' },
          '4XX': {
            description: 'Refused, with the reason',
            content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
          },
        },
      },
    }
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Calque', version: '0.1.0', description: 'Made from the route handlers by `npm run papers`.' },
    paths,
    components: {
      schemas: {
        Problem: {
          type: 'object',
          description: 'Problem details (RFC 9457)',
          properties: {
            type: { type: 'string' },
            title: { type: 'string' },
            status: { type: 'integer' },
            detail: { type: 'string' },
          },
        },
      },
    },
  }
}
