import type { Point } from '../../geometry/vector'
import type { Candidate, Evidence } from './evidence'
import type { LineFinder } from './line-finder'
import type { Phrase } from './phrases'
import { readRoomSize } from './printed-length'

/** Walls looked at on each side of a room's text: furniture and doors stand before them. */
const WALLS_A_SIDE = 5
/** Lines shorter than this many heights of the text are no walls. */
const SHORTEST_WALL = 3
/** Width and depth give the same scale within this, a stretched print included. */
const SAME_SCALE = 0.03
const SAME_PLACE_PT = 0.5
/** Kept for one room. */
const MOST_PAIRS = 12

/** Room sizes printed within rooms, with the clear distances between the walls around them that have their proportions. */
export function roomEvidence(phrases: readonly Phrase[], lines: LineFinder): Evidence[] {
  return phrases.flatMap((phrase) => {
    const sides = readRoomSize(phrase.text)
    if (!sides) return []
    const across = clearances(phrase, { x: 1, y: 0 }, lines)
    const up = clearances(phrase, { x: 0, y: 1 }, lines)
    const pairs: Candidate[][] = []
    for (const [wide, deep] of [sides, [sides[1], sides[0]]] as const)
      for (const a of across)
        for (const b of up) {
          // The unit of bare figures isn't known yet; their proportion is the same in any.
          if (wide.kind !== deep.kind) continue
          const proportion = (wide.value / a.lengthPt / deep.value) * b.lengthPt
          if (Math.abs(Math.log(proportion)) > SAME_SCALE) continue
          const likelihood = a.likelihood * b.likelihood * (wide === sides[0] ? 1 : 0.8)
          pairs.push([
            { from: a.from, to: a.to, likelihood, printed: wide },
            { from: b.from, to: b.to, likelihood, printed: deep },
          ])
        }
    const candidates = pairs
      .sort((a, b) => b[0]!.likelihood - a[0]!.likelihood)
      .slice(0, MOST_PAIRS)
      .flatMap((both, pair) => both.map((each) => ({ ...each, pair })))
    return [{ source: 'room' as const, text: phrase.text, candidates }]
  })
}

export interface Clearance {
  readonly from: Point
  readonly to: Point
  readonly lengthPt: number
  readonly likelihood: number
}

/** Distances between a line on one side of a text and one on the other, nearest first. */
export function clearances({ centre, heightPt }: Phrase, direction: Point, lines: LineFinder): Clearance[] {
  const places = (sign: number): number[] => {
    const towards = { x: direction.x * sign, y: direction.y * sign }
    const found: number[] = []
    // Two rays: one may pass through a door.
    for (const shift of [-1.5 * heightPt, 1.5 * heightPt]) {
      const origin = { x: centre.x - towards.y * shift, y: centre.y + towards.x * shift }
      for (const [a, b] of lines.inStrip(origin, towards, 0, LONGEST_RAY_PT, 0.1)) {
        const [dx, dy] = [b.x - a.x, b.y - a.y]
        const length = Math.hypot(dx, dy)
        if (length < SHORTEST_WALL * heightPt || Math.abs(dx * towards.x + dy * towards.y) > 0.03 * length) continue
        found.push((a.x - origin.x) * towards.x + (a.y - origin.y) * towards.y)
      }
    }
    const sorted = found.filter((at) => at > heightPt).sort((a, b) => a - b)
    return sorted.filter((at, i) => i === 0 || at - sorted[i - 1]! > SAME_PLACE_PT).slice(0, WALLS_A_SIDE)
  }
  const [before, after] = [places(-1), places(1)]
  return before.flatMap((b, i) =>
    after.map((a, j) => ({
      from: { x: centre.x - direction.x * b, y: centre.y - direction.y * b },
      to: { x: centre.x + direction.x * a, y: centre.y + direction.y * a },
      lengthPt: a + b,
      likelihood: 0.75 ** (i + j),
    })),
  )
}

/** No room is wider on paper than A0 is long. */
const LONGEST_RAY_PT = 3400
