import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'

/**
 * IFC files checked against the EXPRESS schema of IFC 4, as Debian's libifcplusplus-dev has it: the headers of another
 * program, made from the schema by a generator, with every entity, its attributes, what may be left out, and the text of
 * each SELECT and ENUMERATION.
 */
const HEADERS = '/usr/include/ifcpp/IFC4/include'

interface Attribute {
  readonly name: string
  readonly type: string
  readonly optional: boolean
  /** How many lists lie around it. */
  readonly depth: number
}

interface Definition {
  readonly name: string
  readonly parents: readonly string[]
  readonly attributes: readonly Attribute[]
  /** Members of a SELECT. */
  readonly among: readonly string[]
  /** Words of an ENUMERATION. */
  readonly words: readonly string[] | null
  readonly isEntity: boolean
}

const known = new Map<string, Definition | null>()

function definitionOf(name: string): Definition | null {
  const found = known.get(name)
  if (found !== undefined) return found
  const read = readDefinition(name)
  known.set(name, read)
  return read
}

function readDefinition(name: string): Definition | null {
  let text: string
  try {
    text = readFileSync(join(HEADERS, `${name}.h`), 'utf8')
  } catch {
    return null
  }
  const [, heritage = ''] = new RegExp(`class IFCQUERY_EXPORT ${name} : ([^\\n{]+)`).exec(text) ?? []
  const list = (found: RegExpExecArray | null) => (found ? found[1]!.split(',').map((each) => each.trim()) : null)
  const among = list(/= SELECT\s*\(([^)]+)\)/.exec(text)) ?? []
  const words = list(/= ENUMERATION OF\s*\(([^)]+)\)/.exec(text))
  const attributes: Attribute[] = []
  for (const line of text.slice(text.indexOf('toString() const;')).split(/\r?\n/)) {
    const attribute =
      /^\s*(?:\/\/)?\s*((?:std::vector<)*)\s*(?:shared_ptr<(Ifc\w+)>|(double|int|bool|std::wstring))[\s>]*\s+m_(\w+);(.*)$/.exec(
        line,
      )
    if (!attribute) continue
    const [, lists = '', type, plain, own = '', rest = ''] = attribute
    attributes.push({
      name: own,
      type: type ?? plain!,
      optional: rest.includes('optional'),
      depth: (lists.match(/std::vector</g) ?? []).length,
    })
  }
  return {
    name,
    parents: [...heritage.matchAll(/public (Ifc\w+)/g)].map(([, parent]) => parent!),
    attributes,
    among,
    words,
    isEntity: text.includes('//ENTITY'),
  }
}

/** Whether one definition is another, by its parents or as a member of a SELECT. */
function isA(name: string, wanted: string): boolean {
  if (name === wanted) return true
  if (definitionOf(wanted)?.among.some((member) => isA(name, member))) return true
  return definitionOf(name)?.parents.some((parent) => isA(parent, wanted)) ?? false
}

type Value =
  | { readonly kind: 'none' | 'derived' }
  | { readonly kind: 'ref'; readonly id: number }
  | { readonly kind: 'word'; readonly word: string }
  | { readonly kind: 'text' | 'number' | 'whole' }
  | { readonly kind: 'list'; readonly items: readonly Value[] }
  | { readonly kind: 'typed'; readonly type: string; readonly value: Value }

const TOKEN =
  /\s*(?:(\$)|(\*)|#(\d+)|\.([A-Z0-9_]+)\.|('(?:[^']|'')*')|([A-Z][A-Z0-9_]*)\s*\(|(\()|(-?\d+\.\d*(?:E[-+]?\d+)?)|(-?\d+))/y

/** The values between the brackets of a line. */
function readValues(text: string): Value[] {
  let at = 0
  const items = (): Value[] => {
    const list: Value[] = []
    for (;;) {
      if (text[at] === ')') {
        at++
        return list
      }
      if (text[at] === ',') at++
      TOKEN.lastIndex = at
      const found = TOKEN.exec(text)
      if (!found) throw new Error(`can't be read at: ${text.slice(at, at + 40)}`)
      at = TOKEN.lastIndex
      const [, none, derived, ref, word, quoted, type, open, real] = found
      if (none) list.push({ kind: 'none' })
      else if (derived) list.push({ kind: 'derived' })
      else if (ref) list.push({ kind: 'ref', id: Number(ref) })
      else if (word) list.push({ kind: 'word', word })
      else if (quoted) list.push({ kind: 'text' })
      else if (type) list.push({ kind: 'typed', type, value: items()[0]! })
      else if (open) list.push({ kind: 'list', items: items() })
      else list.push({ kind: real ? 'number' : 'whole' })
    }
  }
  return items()
}

/** Names as the schema writes them, by the capitals of files. */
const names = new Map(readdirSync(HEADERS).map((file) => [file.slice(0, -2).toUpperCase(), file.slice(0, -2)]))

/** What the plain types at the bottom are written as. */
const PLAIN: Readonly<Record<string, readonly string[]>> = {
  double: ['number'],
  int: ['whole'],
  bool: ['word'],
  'std::wstring': ['text'],
}

/** Everything in which a file departs from the schema, as sentences; none where it keeps it. */
export function faultsOfIfc(text: string): string[] {
  const lines = new Map<number, { readonly type: string; readonly body: string }>()
  for (const [, id, type, body] of text.matchAll(/^#(\d+)=([A-Z0-9]+)\((.*\));$/gm))
    lines.set(Number(id), { type: names.get(type!) ?? type!, body: body! })
  const faults: string[] = []
  const say = (id: number, fault: string) => faults.push(`#${id} ${lines.get(id)!.type}: ${fault}`)
  const fits = (value: Value, { type, depth }: Pick<Attribute, 'type' | 'depth'>, id: number, where: string): void => {
    if (depth > 0) {
      if (value.kind !== 'list') return void say(id, `${where} is no list`)
      for (const item of value.items) fits(item, { type, depth: depth - 1 }, id, where)
      return
    }
    switch (value.kind) {
      case 'ref': {
        const other = lines.get(value.id)
        if (!other) return void say(id, `${where} refers to nothing`)
        if (!isA(other.type, type)) say(id, `${where} is a ${other.type}, not a ${type}`)
        return
      }
      case 'typed': {
        const own = names.get(value.type)
        if (!own || !isA(own, type)) say(id, `${where} is a ${value.type}, not a ${type}`)
        return
      }
      case 'word': {
        const definition = definitionOf(type)
        if (definition?.words) {
          if (!definition.words.includes(value.word)) say(id, `${where} has no word ${value.word}`)
        } else if (!plainKinds(type).includes('word')) say(id, `${where} is a word, not a ${type}`)
        return
      }
      case 'list':
        // Types that are lists themselves.
        if (!LIST_TYPES.test(type)) say(id, `${where} is a list, not a ${type}`)
        return
      case 'text':
      case 'number':
      case 'whole':
        if (!plainKinds(type).includes(value.kind)) say(id, `${where} is a ${value.kind}, not a ${type}`)
        return
      default:
        say(id, `${where} is left out`)
    }
  }
  for (const [id, { type, body }] of lines) {
    const definition = definitionOf(type)
    if (!definition?.isEntity) {
      say(id, 'is no entity')
      continue
    }
    const values = readValues(body)
    if (values.length !== definition.attributes.length) {
      say(id, `has ${values.length} attributes, not ${definition.attributes.length}`)
      continue
    }
    definition.attributes.forEach((attribute, i) => {
      const value = values[i]!
      if (value.kind === 'derived') return
      if (value.kind === 'none') {
        if (!attribute.optional) say(id, `${attribute.name} is left out`)
        return
      }
      fits(value, attribute, id, attribute.name)
    })
  }
  return faults
}

const LIST_TYPES = /^IfcCompoundPlaneAngleMeasure$|^IfcComplexNumber$/

/** What a defined type is written as, down to the plain ones. */
function plainKinds(type: string): readonly string[] {
  const plain = PLAIN[type]
  if (plain) return plain
  const definition = definitionOf(type)
  if (!definition || definition.isEntity || definition.words) return []
  const text = readFileSync(join(HEADERS, `${type}.h`), 'utf8')
  const [, own] = /^\s*(double|int|bool|std::wstring|LogicalEnum)\s+m_value/m.exec(text) ?? []
  if (own) return own === 'LogicalEnum' ? ['word'] : (PLAIN[own] ?? [])
  // A type of another type.
  return definition.parents.flatMap((parent) => plainKinds(parent))
}
