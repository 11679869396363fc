import { type Affine, apply, compose } from '../geometry/affine'
import { corners, overlaps } from '../geometry/box'
import { distance } from '../geometry/vector'
import type { Linework } from '../sheet/linework'
import { isAt, type Phrase } from './text-changes'

/** Sides of two papers are alike to this part. */
const ALIKE = 0.02

type Paper = Pick<Linework, 'widthPt' | 'heightPt'>

/**
 * How a newer page lies on an older one as their papers lie: frame and title block keep their place on the paper where
 * the drawing was shifted on it. Null where the papers are not alike.
 * @param map how the drawings lie on one another, which tells by how many quarters the paper is turned
 */
export function onPaper(older: Paper, newer: Paper, map: Affine): Affine | null {
  const quarters = ((Math.round(Math.atan2(map[1], map[0]) / (Math.PI / 2)) % 4) + 4) % 4
  const isTurned = quarters % 2 === 1
  const [width, height] = isTurned ? [newer.heightPt, newer.widthPt] : [newer.widthPt, newer.heightPt]
  const [sx, sy] = [older.widthPt / width, older.heightPt / height]
  if (Math.abs(sx / sy - 1) > ALIKE) return null
  const turns: readonly Affine[] = [
    [1, 0, 0, 1, 0, 0],
    [0, 1, -1, 0, newer.heightPt, 0],
    [-1, 0, 0, -1, newer.widthPt, newer.heightPt],
    [0, -1, 1, 0, 0, newer.widthPt],
  ]
  return compose(turns[quarters]!, [sx, 0, 0, sy, 0, 0])
}

/**
 * The words of two issues that are left to be told: without those that stand where they stood, on the drawing or on its
 * paper; and what stands on the paper about where other words of the paper stood is taken from there.
 * @param byDrawing the newer words as the drawings lie on one another
 * @param byPaper the same words, in the same order, as the papers do; null where these are not alike
 */
export function phrasesLeft(
  older: readonly Phrase[],
  byDrawing: readonly Phrase[],
  byPaper: readonly Phrase[] | null,
): { readonly older: Phrase[]; readonly newer: Phrase[] } {
  if (!byPaper) return { older: [...older], newer: [...byDrawing] }
  const left = new Set(older)
  const stays = (words: readonly Phrase[], open: ReadonlySet<number>): number[] =>
    [...open].filter((i) => {
      const same = [...left].find((each) => isAt(each, words[i]!))
      if (same) left.delete(same)
      return same !== undefined
    })
  const open = new Set(byDrawing.keys())
  for (const words of [byDrawing, byPaper]) for (const i of stays(words, open)) open.delete(i)
  const meets = (word: Phrase) => [...left].some(({ box }) => overlaps(box, word.box))
  const newer = [...open].map((i) => {
    const [drawn, printed] = [byDrawing[i]!, byPaper[i]!]
    return !meets(drawn) && meets(printed) ? printed : drawn
  })
  return { older: [...left], newer }
}

/** How far two maps lay the same corner of a page apart at most. */
export const farthestApart = (a: Affine, b: Affine, { widthPt, heightPt }: Paper): number =>
  Math.max(
    ...corners({ minX: 0, minY: 0, maxX: widthPt, maxY: heightPt }).map((p) => distance(apply(a, p), apply(b, p))),
  )
