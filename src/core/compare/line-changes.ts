import { boxOf, grow, holds, overlaps, unite } from '../geometry/box'
import { add, distance, length, middle, type Point, scale, subtract } from '../geometry/vector'
import type { SheetChange } from './change'
import { type Cluster, clusterOf, clusters } from './clusters'
import { apartRad, directionOf, type Stroke, StrokeIndex, totalLength } from './strokes'
import { uncovered } from './uncovered'

/** Nobody says of what went farther that it moved. */
const FARTHEST_PT = 85
/** What moved is there again to this part. */
const SAME_PART = 0.8
/** And so much of it was not there before: the rest may lie on itself. */
const NEW_PART = 0.35
/** Strokes by which a shift is looked for. */
const MOST_LEADERS = 12
const SHIFTS_TRIED = 8

/** What counts as the same, as one, and as nothing, in points. */
export interface Near {
  readonly tolerancePt: number
  /** Strokes nearer to one another than this belong to one change. */
  readonly nearPt: number
  /** Changes in less than this, in length of line, are what another program writes otherwise. */
  readonly shortestPt: number
}

/** Two issues of a page: all their strokes, and those that lie on one of them alone. */
export interface Issues {
  readonly before: StrokeIndex
  readonly after: StrokeIndex
  readonly gone: readonly Stroke[]
  readonly fresh: readonly Stroke[]
}

/** Strokes that are on one page alone as changes: what moved, by how much; what is gone, new, or drawn otherwise. */
export function lineChanges(
  { before, after, gone, fresh }: Issues,
  { tolerancePt, nearPt, shortestPt }: Near,
): SheetChange[] {
  const plain = { subject: 'lines', by: null, line: null, before: null, after: null } as const
  const freshIndex = new StrokeIndex(fresh)
  const stays: Stroke[] = []
  const moves: Move[] = []
  for (const cluster of clusters(gone, nearPt)) {
    const by = cluster.lengthPt >= shortestPt ? shiftOf(cluster, { fresh: freshIndex, after }, tolerancePt) : null
    if (by) addMove(moves, { cluster, by }, { tolerancePt, nearPt })
    else stays.push(...cluster.strokes)
  }
  const changes: SheetChange[] = []
  let left: readonly Stroke[] = fresh
  for (const { cluster, by } of moves) {
    // What moved by less than its size lies partly on itself: it is the whole of it that went there.
    const within = grow(cluster.box, nearPt)
    const whole = before
      .inBox(within)
      .filter(({ start, end }) => holds(within, boxOf([start, end])))
      .map((stroke) => shifted(stroke, by))
    const there = [...cluster.strokes.map((stroke) => shifted(stroke, by)), ...whole]
    changes.push({ ...plain, kind: 'moved', box: unite(cluster.box, clusterOf(there).box), by })
    left = uncovered(left, new StrokeIndex(there), 2 * tolerancePt)
  }
  const worthy = (all: readonly Stroke[]) => clusters(all, nearPt).filter(({ lengthPt }) => lengthPt >= shortestPt)
  const [went, came] = [worthy(stays), new Set(worthy(left))]
  for (const cluster of went) {
    // What stands in the place of something else is one change.
    const instead = [...came].filter(({ box }) => overlaps(grow(box, nearPt / 2), cluster.box))
    for (const each of instead) came.delete(each)
    const box = instead.map((each) => each.box).reduce(unite, cluster.box)
    changes.push({ ...plain, kind: instead.length > 0 ? 'changed' : 'gone', box })
  }
  for (const { box } of came) changes.push({ ...plain, kind: 'new', box })
  return changes
}

interface Move {
  readonly cluster: Cluster
  readonly by: Point
}

/** Adds what moved; what lies beside it and went the same way is of the same change. */
function addMove(moves: Move[], { cluster, by }: Move, { tolerancePt, nearPt }: Omit<Near, 'shortestPt'>): void {
  const same = moves.findIndex(
    (move) =>
      length(subtract(move.by, by)) <= 2 * tolerancePt &&
      overlaps(grow(move.cluster.box, nearPt + length(by)), cluster.box),
  )
  const all = same < 0 ? cluster : clusterOf([...cluster.strokes, ...moves.splice(same, 1)[0]!.cluster.strokes])
  moves.push({ cluster: all, by })
}

const shifted = ({ start, end }: Stroke, by: Point): Stroke => ({ start: add(start, by), end: add(end, by) })

/** The newer page: strokes that are on it alone, and all of them. */
interface Newer {
  readonly fresh: StrokeIndex
  readonly after: StrokeIndex
}

/** The shift by which a cluster lies on strokes of the newer page; null where there is none. */
export function shiftOf(
  { strokes, lengthPt }: Pick<Cluster, 'strokes' | 'lengthPt'>,
  { fresh, after }: Newer,
  tolerancePt: number,
  farthestPt = FARTHEST_PT,
): Point | null {
  const leaders = [...strokes]
    .sort((a, b) => distance(b.start, b.end) - distance(a.start, a.end))
    .slice(0, MOST_LEADERS)
  const votes = new Map<string, { weight: number; sum: Point; count: number }>()
  for (const leader of leaders) {
    const size = distance(leader.start, leader.end)
    const at = middle(leader.start, leader.end)
    for (const other of fresh.inBox(grow(boxOf([at]), farthestPt))) {
      if (Math.abs(distance(other.start, other.end) - size) > tolerancePt) continue
      if (apartRad(directionOf(leader), directionOf(other)) > 0.05) continue
      const by = subtract(middle(other.start, other.end), at)
      if (length(by) > farthestPt) continue
      const key = `${Math.round(by.x / tolerancePt / 2)} ${Math.round(by.y / tolerancePt / 2)}`
      const vote = votes.get(key) ?? { weight: 0, sum: { x: 0, y: 0 }, count: 0 }
      votes.set(key, { weight: vote.weight + size, sum: add(vote.sum, by), count: vote.count + 1 })
    }
  }
  const coveredPart = (by: Point, index: StrokeIndex): number => {
    const bare = uncovered(
      strokes.map((stroke) => shifted(stroke, by)),
      index,
      tolerancePt,
    )
    return 1 - totalLength(bare) / lengthPt
  }
  const [best] = [...votes.values()]
    .map(({ weight, sum, count }) => ({ weight, by: scale(sum, 1 / count) }))
    .sort((a, b) => b.weight - a.weight || length(a.by) - length(b.by))
    .slice(0, SHIFTS_TRIED)
    .map(({ by }) => ({ by, part: coveredPart(by, after), fresh: coveredPart(by, fresh) }))
    .filter((each) => each.part >= SAME_PART && each.fresh >= NEW_PART)
    // Of those that explain about as much the nearest.
    .sort((a, b) => Math.round(20 * (b.part - a.part)) || length(a.by) - length(b.by))
  return best?.by ?? null
}
