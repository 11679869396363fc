import { XMLBuilder } from 'fast-xml-parser'

/** An element of a document with its attributes and what stands in it, in the form that the writer takes in order. */
export type XmlNode =
  | { readonly [element: string]: readonly XmlNode[] | Readonly<Record<string, string>> }
  | { readonly '#text': string }

/** What XML 1.0 does not allow in any form. */
const NOT_ALLOWED = /[^\t\n\r\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu
const allowed = (text: string): string => text.replace(NOT_ALLOWED, '')

/** A figure to a millionth, without an exponent; -0 is none. */
export const xmlFigure = (value: number): string => String(Number(value.toFixed(6)) + 0)

/** An element; text among its content is written as text. */
export function xmlElement(
  name: string,
  attributes: Readonly<Record<string, string>> = {},
  content: readonly (XmlNode | string)[] = [],
): XmlNode {
  const named = Object.entries(attributes).map(([key, value]) => [`@_${key}`, allowed(value)] as const)
  return {
    [name]: content.map((each) => (typeof each === 'string' ? { '#text': allowed(each) } : each)),
    ':@': Object.fromEntries(named),
  }
}

const builder = new XMLBuilder({ preserveOrder: true, ignoreAttributes: false, suppressEmptyNode: true })

/** A document in UTF-8 with its declaration. */
export const writeXml = (root: XmlNode): string => `<?xml version="1.0" encoding="UTF-8"?>\n${builder.build([root])}\n`

/** Text as XML may hold it: without what XML 1.0 does not allow, and with what it keeps for itself written as entities. */
export const escapeXml = (text: string): string =>
  allowed(text).replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;')
