import { readPrintedLength } from '../fit/proposal/printed-length'
import { type Affine, apply, IDENTITY } from '../geometry/affine'
import { type Box, boxOf, grow, overlaps, unite } from '../geometry/box'
import { distance, type Point, subtract } from '../geometry/vector'
import { joinWords } from '../sheet/join-runs'
import { isVisible, type Linework } from '../sheet/linework'
import type { ChangeKind, SheetChange } from './change'

/** A phrase of a page, by the middle of its baseline. Points of the older page. */
export interface Phrase {
  readonly text: string
  readonly at: Point
  readonly box: Box
  readonly heightPt: number
  readonly turnRad: number
}

/** The writing of a page that shows, in phrases. @param map of its points @param join what is told as one */
export function phrasesOf(linework: Linework, map: Affine = IDENTITY, join = joinWords): Phrase[] {
  const factor = Math.hypot(map[0], map[1])
  const turn = Math.atan2(map[1], map[0])
  return join(linework.text.filter(({ flags, text }) => isVisible(flags) && text.trim() !== '')).map((run) => {
    const { text, x, y, lengthPt, heightPt, turnRad } = run
    const corner = (along: number, up: number): Point =>
      apply(map, {
        x: x + along * Math.cos(turnRad) - up * Math.sin(turnRad),
        y: y + along * Math.sin(turnRad) + up * Math.cos(turnRad),
      })
    const box = boxOf([corner(0, 0), corner(lengthPt, 0), corner(lengthPt, heightPt), corner(0, heightPt)])
    return {
      text: asSaid(text),
      at: corner(lengthPt / 2, 0),
      box,
      heightPt: heightPt * factor,
      turnRad: turnRad + turn,
    }
  })
}

/** Writing without what two programs write otherwise: kinds of spaces, quotes and dashes, ligatures. */
const asSaid = (text: string): string =>
  text
    .normalize('NFKC')
    .replace(/[’′‘`]/g, "'")
    .replace(/[”″“]|''/g, '"')
    .replace(/[‐‑‒–—−]/g, '-')
    .replace(/\s+/g, ' ')
    .trim()

/** Writing is in its place where its middle lies off by less than this, in heights. */
const SAME_PLACE = 0.6
/** Writing that says something else stands about where it stood, to this many heights. */
const ABOUT_THERE = 2
/** Writing that is gone and new farther away than this is not the same. */
const FARTHEST_PT = 250

const isDimension = (text: string): boolean => readPrintedLength(text) !== null

/** Whether two phrases say the same in the same place. */
export const isAt = (a: Phrase, b: Phrase): boolean =>
  a.text === b.text && distance(a.at, b.at) <= SAME_PLACE * Math.max(a.heightPt, b.heightPt)

/**
 * Phrases of which not every word stands on the other page where it stood: where writing lies close, one program's
 * phrases are not another's.
 * @param words of the same page, one by one
 */
export function withoutStanding(
  phrases: readonly Phrase[],
  words: readonly Phrase[],
  others: readonly Phrase[],
): Phrase[] {
  const moved = words.filter((word) => !others.some((other) => isAt(word, other)))
  const stood = words.filter((word) => !moved.includes(word))
  const isIn = (word: Phrase, { box, heightPt }: Phrase) => overlaps(grow(box, heightPt / 8), boxOf([word.at]))
  return phrases.filter(
    (phrase) => moved.some((word) => isIn(word, phrase)) || !stood.some((word) => isIn(word, phrase)),
  )
}

/** What is written otherwise: dimensions and other words that say something else, moved, went or came. */
export function textChanges(older: readonly Phrase[], newer: readonly Phrase[]): SheetChange[] {
  const [before, after] = [new Set(older), new Set(newer)]
  const take = (holds: (a: Phrase, b: Phrase) => boolean): [Phrase, Phrase][] =>
    [...before].flatMap((a): [Phrase, Phrase][] => {
      let best: Phrase | null = null
      for (const b of after) if (holds(a, b) && (!best || distance(b.at, a.at) < distance(best.at, a.at))) best = b
      if (!best) return []
      before.delete(a)
      after.delete(best)
      return [[a, best]]
    })
  const size = (a: Phrase, b: Phrase) => Math.max(a.heightPt, b.heightPt)
  const isAlike = (a: Phrase, b: Phrase) => Math.abs(Math.sin(a.turnRad - b.turnRad)) < 0.1
  // What stands where it stood is done with.
  take(isAt)
  const altered = take((a, b) => a.text !== b.text && isAlike(a, b) && overlaps(grow(a.box, a.heightPt / 4), b.box))
  const moved = take(
    (a, b) =>
      a.text === b.text &&
      isAlike(a, b) &&
      Math.abs(a.heightPt - b.heightPt) < 0.2 * a.heightPt &&
      distance(a.at, b.at) < FARTHEST_PT,
  )
  // A dimension that says something else stands in another middle.
  const nearby = take(
    (a, b) =>
      isAlike(a, b) &&
      isDimension(a.text) === isDimension(b.text) &&
      distance(a.at, b.at) <= ABOUT_THERE * size(a, b) + (isDimension(a.text) ? 6 * size(a, b) : 0) &&
      Math.abs(across(a, b)) <= SAME_PLACE * size(a, b),
  )
  const change = (kind: ChangeKind, a: Phrase | null, b: Phrase | null): SheetChange => ({
    kind,
    subject: isDimension((a ?? b)!.text) ? 'dimension' : 'text',
    box: a && b ? unite(a.box, b.box) : (a ?? b)!.box,
    by: kind === 'moved' ? subtract(b!.at, a!.at) : null,
    line: null,
    before: a?.text ?? null,
    after: b?.text ?? null,
  })
  return [
    ...[...altered, ...nearby].map(([a, b]) => change('changed', a, b)),
    ...moved.map(([a, b]) => change('moved', a, b)),
    ...[...before].map((a) => change('gone', a, null)),
    ...[...after].map((b) => change('new', null, b)),
  ]
}

/** How far the second phrase stands over the line of the first. */
const across = (a: Phrase, b: Phrase): number => {
  const by = subtract(b.at, a.at)
  return by.y * Math.cos(a.turnRad) - by.x * Math.sin(a.turnRad)
}
