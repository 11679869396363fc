import type { AnySchema, SchemaDescription } from 'yup'

/** What is read of a description of Yup. */
interface Described {
  readonly type: string
  readonly fields?: Readonly<Record<string, object>>
  readonly innerType?: object
  readonly optional?: boolean
  readonly nullable?: boolean
  readonly oneOf?: readonly unknown[]
  readonly tests?: SchemaDescription['tests']
}

const LIMITS: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  string: { min: 'minLength', max: 'maxLength' },
  number: { min: 'minimum', max: 'maximum' },
  array: { min: 'minItems', max: 'maxItems' },
}

function limitsOf({ type, tests = [] }: Described): Record<string, unknown> {
  const limits: Record<string, unknown> = {}
  for (const { name, params = {} } of tests) {
    const limit = name && LIMITS[type]?.[name]
    if (limit) limits[limit] = params[name!]
    if (name === 'integer') limits.type = 'integer'
    if (name === 'matches' || name === 'uuid') limits.pattern = String(params.regex).replace(/^\/|\/[a-z]*$/g, '')
    if (params.more === 0) limits.exclusiveMinimum = 0
  }
  return limits
}

function described(description: object): object {
  const field = description as Described
  const { type, fields, innerType, oneOf = [], nullable } = field
  const words = oneOf.filter((word) => word !== undefined && word !== null)
  // What may be anything is told elsewhere: the records of a change in docs/data-model.md.
  if (type === 'mixed' || type === 'lazy') return {}
  const limits = limitsOf(field)
  return {
    ...limits,
    type: nullable ? [limits.type ?? type, 'null'] : (limits.type ?? type),
    ...(words.length > 0 && { enum: nullable ? [...words, null] : words }),
    ...(innerType && { items: described(innerType) }),
    ...(fields &&
      Object.keys(fields).length > 0 && {
        properties: Object.fromEntries(Object.entries(fields).map(([name, each]) => [name, described(each)])),
        required: Object.entries(fields).flatMap(([name, each]) => ((each as Described).optional ? [] : [name])),
      }),
  }
}

/** A Yup schema as JSON Schema 2020-12, as far as it can be described. */
export const jsonSchemaOf = (schema: AnySchema): object => described(schema.describe())
