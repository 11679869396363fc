import { isVisible, type Linework } from './linework'

/** Figures in a signature: likeness is told to about a tenth. */
const FIGURES = 96
/** Ends of lines nearer than this on paper are the same. */
const GRID_PT = 2
/** Lines looked at, evenly spread over those of the page. */
const MOST_LINES = 20_000

/**
 * A page in few figures, so that pages of two revisions can be told to be alike: for each of many orders of everything on
 * it, the first (min-wise hashing: Broder 1997). Empty for a page without lines and text.
 */
export function signatureOf(linework: Linework): number[] {
  const least = new Uint32Array(FIGURES).fill(0xffffffff)
  let any = false
  const add = (hash: number) => {
    any = true
    for (let i = 0; i < FIGURES; i++) {
      const mixed = mix(hash ^ Math.imul(i + 1, 0x9e3779b1))
      if (mixed < least[i]!) least[i] = mixed
    }
  }
  const { segments, segmentFlags, text } = linework
  const stride = Math.max(1, Math.floor(segmentFlags.length / MOST_LINES))
  for (let i = 0; i < segmentFlags.length; i += stride) {
    if (!isVisible(segmentFlags[i]!)) continue
    let hash = 17
    for (let k = 0; k < 4; k++) hash = Math.imul(hash, 31) + Math.round(segments[4 * i + k]! / GRID_PT)
    add(mix(hash))
  }
  for (const { text: words, flags } of text)
    if (isVisible(flags)) for (const word of words.split(/\s+/)) add(hashOf(word))
  return any ? [...least] : []
}

/** How alike two pages are, 0 to 1: the part of everything on them that they share. */
export function likeness(a: readonly number[], b: readonly number[]): number {
  if (a.length !== b.length || a.length === 0) return 0
  return a.filter((figure, i) => figure === b[i]).length / a.length
}

/** Pages less alike than this are different drawings on the same title block. */
const ALIKE = 0.25

export interface PageMatch {
  readonly from: string
  /** The page that takes its place; null where none is left. */
  readonly to: string | null
  readonly by: 'content' | 'number' | null
}

interface Page {
  readonly id: string
  readonly number: number
  readonly signature: readonly number[] | null
}

/** Which page of a newer file takes the place of each page of an older one: by what is on them, then by number. */
export function matchPages(older: readonly Page[], newer: readonly Page[]): PageMatch[] {
  const pairs = older
    .flatMap((from) => newer.map((to) => ({ from, to, alike: likeness(from.signature ?? [], to.signature ?? []) })))
    .filter(({ alike }) => alike >= ALIKE)
    // Of two as like, the one of the same number.
    .sort((a, b) => b.alike - a.alike || Number(b.from.number === b.to.number) - Number(a.from.number === a.to.number))
  const found = new Map<string, PageMatch>()
  const taken = new Set<string>()
  for (const { from, to } of pairs) {
    if (found.has(from.id) || taken.has(to.id)) continue
    found.set(from.id, { from: from.id, to: to.id, by: 'content' })
    taken.add(to.id)
  }
  for (const from of older) {
    if (found.has(from.id)) continue
    const to = newer.find(({ id, number }) => number === from.number && !taken.has(id))
    if (to) taken.add(to.id)
    found.set(from.id, { from: from.id, to: to?.id ?? null, by: to ? 'number' : null })
  }
  return older.map(({ id }) => found.get(id)!)
}

function hashOf(word: string): number {
  let hash = 7
  for (let i = 0; i < word.length; i++) hash = Math.imul(hash, 31) + word.charCodeAt(i)
  return mix(hash)
}

/** Spreads the bits of an integer (MurmurHash3's finaliser). */
function mix(value: number): number {
  let h = value | 0
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b)
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35)
  return (h ^ (h >>> 16)) >>> 0
}
