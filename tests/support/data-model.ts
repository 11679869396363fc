import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { SchemaDescription, SchemaFieldDescription } from 'yup'
import { RECORD_KINDS, type RecordKind, schemaOf } from '@/core/model/registry'

const MODEL = join(import.meta.dirname, '../../src/core/model')

/** What the source of a schema says of the kind, and of each of its fields. */
function saidOf(kind: RecordKind): { readonly kind: string; readonly fields: ReadonlyMap<string, string> } {
  const text = readFileSync(join(MODEL, kind, 'schema.ts'), 'utf8')
  const plain = (comment: string | undefined) =>
    (comment ?? '')
      .replace(/^\s*\* ?/gm, '')
      .replaceAll('|', '\\|')
      .replace(/\s+/g, ' ')
      .trim()
  const [, about] = /\/\*\*((?:(?!\*\/)[\s\S])*)\*\/\nexport const \w+Schema = /.exec(text) ?? []
  const fields = [...text.matchAll(/^ {2}\/\*\*((?:(?!\*\/)[\s\S])*)\*\/\n {2}(\w+):/gm)].map(
    ([, comment, name]) => [name!, plain(comment)] as const,
  )
  return { kind: plain(about), fields: new Map(fields) }
}

const UNITS: readonly (readonly [RegExp, string])[] = [
  [/Mm2?$/, 'millimetres'],
  [/Pt$/, 'points of the sheet'],
  [/Rad$/, 'radians'],
  [/Deg$/, 'degrees'],
  [/Kg$/, 'kilograms'],
]

/** Fields that name another record, besides those that end in `Id`. */
const REFERS: Readonly<Record<string, string>> = { tracedFrom: 'an underlay', to: 'a record', on: 'a record' }

function typeOf(field: SchemaFieldDescription): string {
  if (field.type === 'array') {
    const { innerType } = field as SchemaFieldDescription & { innerType?: SchemaFieldDescription }
    return `list of ${innerType && !Array.isArray(innerType) ? typeOf(innerType) : 'values'}`
  }
  const { oneOf = [] } = field as SchemaDescription
  const words = oneOf.filter((word) => word !== undefined && word !== null)
  if (words.length > 0) return words.map((word) => `\`${String(word)}\``).join(' \\| ')
  if (field.type === 'object') {
    const { fields } = field as SchemaFieldDescription & { fields?: Record<string, SchemaFieldDescription> }
    const names = Object.keys(fields ?? {})
    return names.length > 0 ? `{ ${names.join(', ')} }` : 'object'
  }
  return field.type
}

function unitOf(name: string, type: string): string {
  const [, unit] = UNITS.find(([pattern]) => pattern.test(name)) ?? []
  if (unit) return unit
  if (name.endsWith('Id') && name !== 'id')
    return `id of a ${name
      .replace(/Id$/, '')
      .replace(/([A-Z])/g, ' $1')
      .toLowerCase()}`
  return type === 'string' && REFERS[name] ? `id of ${REFERS[name]}` : ''
}

/** Every kind of record with its fields, as Markdown: what they hold, in what unit, whom they name. */
export function dataModel(): string {
  const sections = [...RECORD_KINDS].sort().map((kind) => {
    const { fields = {} } = schemaOf(kind).describe() as SchemaDescription & {
      fields?: Record<string, SchemaFieldDescription & { optional?: boolean; nullable?: boolean }>
    }
    const said = saidOf(kind)
    const rows = Object.entries(fields)
      .filter(([name]) => name !== 'kind' && name !== 'id')
      .map(([name, field]) => {
        const type = typeOf(field)
        const may = field.optional ? 'may be missing' : field.nullable ? 'may be null' : ''
        const notes = [unitOf(name, type), may, said.fields.get(name)].filter(Boolean).join('; ')
        return `- \`${name}\`: ${type}${notes ? ` — ${notes}` : ''}`
      })
    return `## ${kind}\n\n${said.kind ? `${said.kind}\n\n` : ''}${rows.join('\n')}`
  })
  return `# The data model

Made from the schemas in \`src/core/model\` by \`npm run papers\`; a test holds it to them. A project is a set of records. Each has an \`id\` (a UUID) and a \`kind\`; unknown fields are refused. Places are millimetres on the work plane, x to the right and y upwards, unless their name says otherwise. What names a record that is gone is mended or removed by the rules in \`src/core/sync/complete.ts\`, which browser and server share.

${sections.join('\n\n')}
`
}
