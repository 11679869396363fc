import { XMLBuilder, XMLParser } from 'fast-xml-parser'

/** One node as the parser gives it with its order kept: its name with its children, and its attributes beside them. */
type Node = { readonly [name: string]: readonly Node[] | string | Attributes | undefined; readonly ':@'?: Attributes }
type Attributes = Readonly<Record<string, string>>

const AS_IT_STANDS = {
  ignoreAttributes: false,
  attributeNamePrefix: '',
  preserveOrder: true,
  processEntities: false,
  parseTagValue: false,
  trimValues: false,
  cdataPropName: '#cdata',
} as const

const SWITCH = /<(?:\w+:)?switch[\s>]/

/**
 * A drawing in which each `switch` stands for the child that it shows: the first that asks for nothing we lack (SVG 2,
 * 5.9). What makes drawings into PDFs knows no switch.
 */
export function withoutSwitches(text: string): string {
  if (!SWITCH.test(text)) return text
  const nodes = new XMLParser(AS_IT_STANDS).parse(text) as readonly Node[]
  return String(new XMLBuilder({ ...AS_IT_STANDS, suppressEmptyNode: true }).build(nodes.map(resolved)))
}

const nameOf = (node: Node): string => Object.keys(node).find((key) => key !== ':@') ?? ''
const childrenOf = (node: Node): readonly Node[] => {
  const found = node[nameOf(node)]
  return Array.isArray(found) ? (found as readonly Node[]) : []
}
const withoutPrefix = (name: string): string => name.split(':').at(-1)!

function resolved(node: Node): Node {
  const name = nameOf(node)
  if (name.startsWith('#') || name.startsWith('?')) return node
  const children = childrenOf(node).map(resolved)
  const attributes = node[':@']
  if (withoutPrefix(name) !== 'switch') return { [name]: children, ...(attributes && { ':@': attributes }) }
  const shown = children.find((child) => !nameOf(child).startsWith('#') && isShown(child))
  return { [name.replace('switch', 'g')]: shown ? [shown] : [], ...(attributes && { ':@': attributes }) }
}

/** Foreign objects are of other languages; of tongues we read English. */
function isShown(node: Node): boolean {
  if (withoutPrefix(nameOf(node)) === 'foreignObject') return false
  const { requiredExtensions, systemLanguage } = node[':@'] ?? {}
  if (requiredExtensions !== undefined) return false
  return systemLanguage === undefined || systemLanguage.split(',').some((tongue) => /^\s*en\b/i.test(tongue))
}
