import { SourceError } from '@/core/sheet/problem'

/** Names for pieces of text, as some programs write the styles of all their lines (XML 1.0, 4.2.1). */
const DECLARED = /<!ENTITY\s+([\w.:-]+)\s+(?:"([^"]*)"|'([^']*)')\s*>/g
const SUBSET = /<!DOCTYPE[^[>]*\[([\s\S]*?)\]\s*>/
const USED = /&([A-Za-z_][\w.:-]*);/g
/** They may stand within one another, but a small file must not swell to gigabytes by it. */
const MOST_GROWN = 20_000_000
const DEEPEST = 8
/** XML's own. */
const PREDEFINED = new Set(['lt', 'gt', 'amp', 'quot', 'apos'])

/**
 * A drawing with what its own entities stand for in their place, and no document type. What lies outside of the file is
 * not fetched.
 * @throws SourceError where it would grow beyond bounds
 */
export function withoutEntities(text: string): string {
  const subset = text.match(SUBSET)
  if (!subset) return text
  const named = new Map([...subset[1]!.matchAll(DECLARED)].map(([, name, one, other]) => [name!, one ?? other ?? '']))
  let body = text.replace(SUBSET, '')
  for (let depth = 0; depth < DEEPEST; depth++) {
    let grown = body.length
    let found = false
    body = body.replace(USED, (reference, name: string) => {
      const value = PREDEFINED.has(name) ? undefined : named.get(name)
      if (value === undefined) return reference
      found = true
      grown += value.length
      if (grown > MOST_GROWN) throw new SourceError('drawing-too-large')
      return value
    })
    if (!found) return body
  }
  return body
}
