import { Matrix, solve } from 'ml-matrix'
import { type Affine, apply, compose, IDENTITY, ontoPair } from '../geometry/affine'
import { along, distance, dot, type Point } from '../geometry/vector'
import { apartRad, directionOf, type Stroke, type StrokeIndex } from './strokes'

/** How a newer page lies on an older one. */
export interface Registration {
  /** From the points of the newer page to those of the older. */
  readonly map: Affine
  /** The part of the newer page's long strokes that then lies on strokes of the older, 0 to 1. */
  readonly agree: number
  /** How far these lie beside the strokes that they lie on, as a root mean square in points of the older page. */
  readonly offPt: number
}

/** Writing of a page, by the middle of its baseline. */
export interface Landmark {
  readonly text: string
  readonly at: Point
}

/** Strokes shorter than this tell little of how a page lies. */
const LONG_PT = 8
const MOST_STROKES = 400
/** Directions are counted in bins of half a degree. */
const BINS = 360
/** Shifts are counted in bins of this, in points. */
const SHIFT_BIN_PT = 0.75
const PEAKS = 5
/** Papers and ratios by which issues of a drawing usually differ, besides none. */
const FACTORS = [1, Math.SQRT1_2, Math.SQRT2, 0.5, 2, 0.25, 4, 0.4, 2.5, 0.2, 5]
/** Where so much agrees no other factor is tried. */
const ENOUGH = 0.55
/** Where so much agrees nothing else is tried; one in so many places tells which few maps are worth asking all about. */
const SURELY = 0.9
const FEW_OF = 11
const WORTH_ASKING = 3
/** So few strokes say nothing beside many. */
const FEW = 12
/** A registration in which less agrees is none. */
const LEAST = 0.2

const longest = (strokes: readonly Stroke[]): Stroke[] =>
  strokes
    .flatMap((stroke) => {
      const size = stroke.slight ? 0 : distance(stroke.start, stroke.end)
      return size >= LONG_PT ? [{ stroke, size }] : []
    })
    .sort((a, b) => b.size - a.size)
    .slice(0, MOST_STROKES)
    .map(({ stroke }) => stroke)

/** The two directions in which most is drawn, the first one first. */
function mainDirections(strokes: readonly Stroke[]): number[] {
  const bins = new Float64Array(BINS)
  for (const stroke of strokes)
    bins[Math.floor((directionOf(stroke) / Math.PI) * BINS) % BINS]! += distance(stroke.start, stroke.end)
  const smooth = Array.from(bins, (value, i) => value + bins[(i + 1) % BINS]! + bins[(i + BINS - 1) % BINS]!)
  const first = smooth.indexOf(Math.max(...smooth))
  const rest = smooth.map((value, i) =>
    apartRad((i / BINS) * Math.PI, (first / BINS) * Math.PI) > Math.PI / 8 ? value : 0,
  )
  return [first, rest.indexOf(Math.max(...rest))].map((i) => meanDirection(strokes, ((i + 0.5) / BINS) * Math.PI))
}

/** The mean direction of strokes near one, by their lengths. */
function meanDirection(strokes: readonly Stroke[], near: number): number {
  let [sum, weight] = [0, 0]
  for (const stroke of strokes) {
    const off = ((((directionOf(stroke) - near + Math.PI / 2) % Math.PI) + Math.PI) % Math.PI) - Math.PI / 2
    if (Math.abs(off) > Math.PI / 120) continue
    const size = distance(stroke.start, stroke.end)
    sum += off * size
    weight += size
  }
  return near + (weight > 0 ? sum / weight : 0)
}

const scaledTurn = (turnRad: number, factor: number): Affine => {
  const [cos, sin] = [Math.cos(turnRad) * factor, Math.sin(turnRad) * factor]
  return [cos, sin, -sin, cos, 0, 0]
}

const mapped = (map: Affine, { start, end }: Stroke): Stroke => ({ start: apply(map, start), end: apply(map, end) })

/** Shifts across a direction by which most strokes of one page come to lie on strokes of the other, the best first. */
function shiftsAcross(newer: readonly Stroke[], older: readonly Stroke[], direction: number): number[] {
  const normal = { x: -Math.sin(direction), y: Math.cos(direction) }
  const offsets = (strokes: readonly Stroke[]) =>
    strokes
      .filter((stroke) => apartRad(directionOf(stroke), direction) < Math.PI / 180)
      .map((stroke) => ({ at: dot(stroke.start, normal), size: distance(stroke.start, stroke.end) }))
  const votes = new Map<number, number>()
  const [ours, theirs] = [offsets(newer), offsets(older)]
  for (const a of ours)
    for (const b of theirs) {
      const bin = Math.round((b.at - a.at) / SHIFT_BIN_PT)
      votes.set(bin, (votes.get(bin) ?? 0) + Math.min(a.size, b.size))
    }
  return [...votes]
    .map(([bin, count]) => [bin, count + ((votes.get(bin - 1) ?? 0) + (votes.get(bin + 1) ?? 0)) / 2] as const)
    .sort(([, a], [, b]) => b - a)
    .slice(0, PEAKS)
    .map(([bin]) => bin * SHIFT_BIN_PT)
}

/** Places along strokes, with the direction there. */
const samplesOf = (strokes: readonly Stroke[]) =>
  strokes.flatMap((stroke) =>
    [0.1, 0.3, 0.5, 0.7, 0.9].map((part) => ({
      at: along(stroke.start, stroke.end, part),
      turnRad: directionOf(stroke),
      weight: distance(stroke.start, stroke.end),
    })),
  )

type Sample = ReturnType<typeof samplesOf>[number]

const turnOf = ([a, b]: Affine): number => Math.atan2(b, a)

/** The part of places that lies on the other page's strokes. */
function agreement(samples: readonly Sample[], map: Affine, index: StrokeIndex, within: number): number {
  let [hit, all] = [0, 0]
  for (const { at, turnRad, weight } of samples) {
    all += weight
    if (index.nearest(apply(map, at), within, turned(turnRad, map), Math.PI / 60)) hit += weight
  }
  return all > 0 ? hit / all : 0
}

const turned = (turnRad: number, map: Affine): number => (((turnRad + turnOf(map)) % Math.PI) + Math.PI) % Math.PI

/** Landmarks that are tried in pairs. */
const MOST_LANDMARKS = 24
/** Pairs of landmarks nearer to one another than this tell little of turn and scale, in points. */
const LEAST_APART_PT = 30

/** Maps by which two words that stand once on either page come to lie on one another, those that most words agree with first. */
function mapsByWords(newer: readonly Landmark[], older: readonly Landmark[]): Affine[] {
  const once = (marks: readonly Landmark[]) => {
    const found = new Map<string, Landmark | null>()
    for (const mark of marks) found.set(mark.text, found.has(mark.text) ? null : mark)
    return found
  }
  const theirs = once(older)
  const pairs = [...once(newer)].flatMap(([text, mark]) => {
    const other = theirs.get(text)
    return mark && other ? [{ from: mark.at, to: other.at }] : []
  })
  const some = pairs.filter((_, i) => i % Math.ceil(pairs.length / MOST_LANDMARKS) === 0)
  const maps: { readonly map: Affine; readonly count: number }[] = []
  for (const [i, a] of some.entries())
    for (const b of some.slice(i + 1)) {
      if (distance(a.from, b.from) < LEAST_APART_PT || distance(a.to, b.to) < LEAST_APART_PT) continue
      const map = ontoPair([a.from, b.from], [a.to, b.to], true)
      if (!map) continue
      const count = pairs.filter(({ from, to }) => distance(apply(map, from), to) < 3).length
      maps.push({ map, count })
    }
  return maps
    .sort((a, b) => b.count - a.count)
    .slice(0, PEAKS)
    .map(({ map }) => map)
}

/**
 * Lays a newer page onto an older one by the strokes and words that both have: shifted, turned, at another scale. Null
 * where nothing agrees.
 */
export function register(
  newer: readonly Stroke[],
  older: StrokeIndex,
  words: { readonly newer: readonly Landmark[]; readonly older: readonly Landmark[] },
): Registration | null {
  const [ours, theirs] = [longest(newer), longest(older.strokes)]
  if (ours.length < 4 || theirs.length < 4) return null
  const samples = samplesOf(ours)
  const few = samples.filter((_, i) => i % FEW_OF === 0)
  const ourWays = mainDirections(ours)
  const theirWays = mainDirections(theirs)
  const turns = distinctTurns(
    ourWays.flatMap((own) => theirWays.flatMap((their) => [their - own, their - own + Math.PI])),
  )
  let best: Pick<Registration, 'map' | 'agree'> = { map: IDENTITY, agree: 0 }
  const within = 2 * SHIFT_BIN_PT
  /** A few places tell which maps are worth asking all places about. */
  const attempt = (maps: readonly Affine[]) => {
    const likely = maps
      .map((map) => ({ map, agree: agreement(few, map, older, within) }))
      .sort((a, b) => b.agree - a.agree)
      .slice(0, WORTH_ASKING)
    for (const { map } of likely) {
      const agree = agreement(samples, map, older, within)
      if (agree > best.agree) best = { map, agree }
    }
  }
  attempt([IDENTITY, ...mapsByWords(words.newer, words.older)])
  for (const factor of best.agree >= SURELY ? [] : FACTORS) {
    if (best.agree >= ENOUGH) break
    for (const turnRad of turns) {
      const base = scaledTurn(turnRad, factor)
      const laid = ours.map((stroke) => mapped(base, stroke))
      const [first, second] = theirWays.map((way) => ({ way, shifts: shiftsAcross(laid, theirs, way) }))
      attempt(
        first!.shifts.flatMap((a) => second!.shifts.map((b) => compose(base, shiftBy(first!.way, a, second!.way, b)))),
      )
    }
  }
  // A few lines lie on some of many by chance.
  const byChance = ours.length < FEW && theirs.length > 3 * ours.length
  if (best.agree < LEAST || byChance) return null
  return refined(best, samples, older)
}

/** The shift that moves by `a` across one direction and by `b` across another. */
function shiftBy(one: number, a: number, other: number, b: number): Affine {
  const [n1, n2] = [one, other].map((way) => ({ x: -Math.sin(way), y: Math.cos(way) })) as [Point, Point]
  const det = n1.x * n2.y - n1.y * n2.x
  if (Math.abs(det) < 0.1) return IDENTITY
  return [1, 0, 0, 1, (a * n2.y - b * n1.y) / det, (b * n1.x - a * n2.x) / det]
}

function distinctTurns(turns: readonly number[]): number[] {
  const kept: number[] = []
  for (const turn of turns.map((each) => Math.atan2(Math.sin(each), Math.cos(each))))
    if (!kept.some((each) => Math.abs(Math.atan2(Math.sin(each - turn), Math.cos(each - turn))) < 2e-3)) kept.push(turn)
  return kept
}

/** Nearer and nearer: the similarity that brings places onto the strokes that they lie beside, by least squares. */
function refined(
  { map: rough }: Pick<Registration, 'map'>,
  samples: readonly Sample[],
  index: StrokeIndex,
): Registration {
  let map = rough
  for (const within of [3, 2, 1, 0.6, 0.4, 0.4]) {
    // Normal equations of four unknowns: quicker than a decomposition of thousands of rows, and as good in double precision.
    const square = Matrix.zeros(4, 4)
    const right = Matrix.zeros(4, 1)
    let count = 0
    for (const { at, turnRad } of samples) {
      const p = apply(map, at)
      const way = turned(turnRad, map)
      const found = index.nearest(p, within, way, Math.PI / 90)
      if (!found) continue
      const normal = { x: -Math.sin(way), y: Math.cos(way) }
      // a x - b y + e and b x + a y + f are the place that it comes to.
      const row = [normal.x * at.x + normal.y * at.y, normal.y * at.x - normal.x * at.y, normal.x, normal.y]
      const wanted = dot(found.at, normal)
      row.forEach((value, i) => {
        right.set(i, 0, right.get(i, 0) + value * wanted)
        row.forEach((other, k) => {
          square.set(i, k, square.get(i, k) + value * other)
        })
      })
      count++
    }
    if (count < 8) break
    const [a, b, e, f] = solve(square, right, true).to1DArray() as [number, number, number, number]
    if (![a, b, e, f].every(Number.isFinite) || Math.hypot(a, b) < 1e-6) break
    map = [a, b, -b, a, e, f]
  }
  let [squares, count] = [0, 0]
  for (const { at, turnRad } of samples) {
    const p = apply(map, at)
    const found = index.nearest(p, SHIFT_BIN_PT, turned(turnRad, map), Math.PI / 90)
    if (!found) continue
    squares += distance(found.at, p) ** 2
    count++
  }
  const offPt = count > 0 ? Math.sqrt(squares / count) : 0
  return { map, agree: agreement(samples, map, index, SHIFT_BIN_PT), offPt }
}
