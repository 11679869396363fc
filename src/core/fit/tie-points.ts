import { Matrix, SingularValueDecomposition, solve } from 'ml-matrix'
import { type Affine, apply, compose } from '../geometry/affine'
import {
  composeProjective,
  type Homography,
  homographyOf,
  invertProjective,
  project,
  projectiveOf,
} from '../geometry/projective'
import { distance, type Point } from '../geometry/vector'
import { FitError } from './residual'
import { halfWidth68 } from './student'

/** A point of a sheet with the place where it belongs. */
export interface TiePoint {
  /** Sheet space. */
  readonly sheetPt: Point
  /** On the board. */
  readonly atMm: Point
}

/**
 * How a sheet may be moved: without scaling; with one scale; along, up and leaning apart; or as a photo is.
 */
export type TieKind = 'rigid' | 'similarity' | 'affine' | 'homography'

export interface TieFit {
  readonly kind: TieKind
  /** Null for a homography. */
  readonly map: Affine | null
  readonly homography: Homography
  /** For each tie point, where it belongs minus where it comes to lie, in millimetres. */
  readonly residualsMm: readonly Point[]
  /** Root mean square of a coordinate's residual with the freedom that is left; null where none is. */
  readonly spreadMm: number | null
}

/** Tie points that each kind needs. */
export const FEWEST: Readonly<Record<TieKind, number>> = { rigid: 2, similarity: 2, affine: 3, homography: 4 }
const UNKNOWNS: Readonly<Record<TieKind, number>> = { rigid: 3, similarity: 4, affine: 6, homography: 8 }
const WORDS: Readonly<Record<TieKind, string>> = {
  rigid: 'To move and turn a sheet',
  similarity: 'To move, turn and scale a sheet',
  affine: 'To straighten a sheet that leans',
  homography: 'To straighten a photo',
}
/** Points are on one line where they leave it by less than this part of their extent. */
const ONE_LINE = 1e-3

/**
 * The placement that brings the tie points nearest to where they belong, by least squares.
 * @param mmPerPt the scale that is kept by `rigid`
 * @throws FitError where there are too few, or they lie so that nothing follows
 */
export function fitTiePoints(ties: readonly TiePoint[], kind: TieKind, mmPerPt = 1): TieFit {
  if (ties.length < FEWEST[kind])
    throw new FitError(
      `${WORDS[kind]} takes ${FEWEST[kind]} points or more; there ${ties.length === 1 ? 'is one' : `are ${ties.length}`}.`,
    )
  refuseDegenerate(ties, kind)
  // Both sides near zero and of size one: without that the equations lose their figures (Hartley 1997).
  const [sheet, board] = [ties.map(({ sheetPt }) => sheetPt), ties.map(({ atMm }) => atMm)]
  const [from, to] = [normalising(sheet), normalising(board)]
  const [p, q] = [sheet.map((each) => apply(from, each)), board.map((each) => apply(to, each))]
  if (kind === 'homography') return homographyFit(ties, p, q, from, to)
  const keep = kind === 'rigid' ? (mmPerPt * to[0]) / from[0] : null
  const normal = kind === 'affine' ? affineOf(p, q) : similarityOf(p, q, keep)
  const map = compose(compose(from, normal), inverseOf(to))
  return judged(ties, kind, map, projectiveOf(map))
}

function judged(ties: readonly TiePoint[], kind: TieKind, map: Affine | null, homography: Homography): TieFit {
  const residualsMm = ties.map(({ sheetPt, atMm }) => {
    const { x, y } = project(homography, sheetPt)
    return { x: atMm.x - x, y: atMm.y - y }
  })
  const freedom = 2 * ties.length - UNKNOWNS[kind]
  const squares = residualsMm.reduce((sum, { x, y }) => sum + x * x + y * y, 0)
  return {
    kind,
    map,
    homography,
    residualsMm,
    spreadMm: freedom > 0 ? Math.sqrt(squares / freedom) * halfWidth68(freedom) : null,
  }
}

/** Moves points to their middle and scales their mean distance from it to √2. */
function normalising(points: readonly Point[]): Affine {
  const x = points.reduce((sum, p) => sum + p.x, 0) / points.length
  const y = points.reduce((sum, p) => sum + p.y, 0) / points.length
  const mean = points.reduce((sum, p) => sum + Math.hypot(p.x - x, p.y - y), 0) / points.length
  const scale = Math.SQRT2 / mean
  return [scale, 0, 0, scale, -x * scale, -y * scale]
}

const inverseOf = ([s, , , , e, f]: Affine): Affine => [1 / s, 0, 0, 1 / s, -e / s, -f / s]

/** Closed form of least squares for turn, shift and scale in the plane (Umeyama 1991). @param keep a scale that is not solved for */
function similarityOf(p: readonly Point[], q: readonly Point[], keep: number | null): Affine {
  let [cos, sin, size] = [0, 0, 0]
  for (const [i, { x, y }] of p.entries()) {
    cos += x * q[i]!.x + y * q[i]!.y
    sin += x * q[i]!.y - y * q[i]!.x
    size += x * x + y * y
  }
  const scale = keep ?? Math.hypot(cos, sin) / size
  const turn = Math.atan2(sin, cos)
  const [a, b] = [Math.cos(turn) * scale, Math.sin(turn) * scale]
  return [a, b, -b, a, 0, 0]
}

function affineOf(p: readonly Point[], q: readonly Point[]): Affine {
  const known = new Matrix(p.map(({ x, y }) => [x, y, 1]))
  const wanted = new Matrix(q.map(({ x, y }) => [x, y]))
  const found = solve(known, wanted, true)
  const at = (row: number, column: number) => found.get(row, column)
  return [at(0, 0), at(0, 1), at(1, 0), at(1, 1), at(2, 0), at(2, 1)]
}

/** Direct linear transformation, then Gauss and Newton on the sheet, where points are picked (Hartley and Zisserman, ch. 4). */
function homographyFit(
  ties: readonly TiePoint[],
  p: readonly Point[],
  q: readonly Point[],
  from: Affine,
  to: Affine,
): TieFit {
  let back = direct(q, p)
  for (let step = 0; step < 30; step++) {
    const next = refined(back, q, p)
    const change = next.reduce((sum, value, i) => sum + Math.abs(value - back[i]!), 0)
    back = next
    if (change < 1e-13) break
  }
  const normal = invertProjective(back)
  const homography = composeProjective(composeProjective(projectiveOf(from), normal), projectiveOf(inverseOf(to)))
  const last = homography[8] || 1
  return judged(
    ties,
    'homography',
    null,
    homographyOf((i) => homography[i]! / last),
  )
}

function direct(p: readonly Point[], q: readonly Point[]): Homography {
  const rows = p.flatMap(({ x, y }, i) => {
    const { x: u, y: v } = q[i]!
    return [
      [x, y, 1, 0, 0, 0, -u * x, -u * y, -u],
      [0, 0, 0, x, y, 1, -v * x, -v * y, -v],
    ]
  })
  // Four points give eight equations; a row of noughts lets the decomposition see the ninth direction.
  if (rows.length === 8) rows.push(new Array(9).fill(0))
  const { rightSingularVectors } = new SingularValueDecomposition(new Matrix(rows), { autoTranspose: true })
  const h = rightSingularVectors.getColumn(8)
  return homographyOf((i) => h[i]! / h[8]!)
}

function refined(h: Homography, p: readonly Point[], q: readonly Point[]): Homography {
  const slopes: number[][] = []
  const rest: number[][] = []
  for (const [i, { x, y }] of p.entries()) {
    const w = h[6] * x + h[7] * y + h[8]
    const [u, v] = [(h[0] * x + h[1] * y + h[2]) / w, (h[3] * x + h[4] * y + h[5]) / w]
    slopes.push([x / w, y / w, 1 / w, 0, 0, 0, (-u * x) / w, (-u * y) / w])
    slopes.push([0, 0, 0, x / w, y / w, 1 / w, (-v * x) / w, (-v * y) / w])
    rest.push([q[i]!.x - u], [q[i]!.y - v])
  }
  const step = solve(new Matrix(slopes), new Matrix(rest), true).getColumn(0)
  return homographyOf((i) => (i < 8 ? h[i]! + step[i]! : h[i]!))
}

function refuseDegenerate(ties: readonly TiePoint[], kind: TieKind): void {
  for (const [points, where] of [
    [ties.map(({ sheetPt }) => sheetPt), 'on the sheet'],
    [ties.map(({ atMm }) => atMm), 'where they belong'],
  ] as const) {
    const extent = Math.max(...points.map((p) => distance(p, points[0]!)))
    if (!(extent > 0)) throw new FitError(`All points lie on one another ${where}. Pick points far apart.`)
    if (kind === 'rigid' || kind === 'similarity') continue
    if (thickness(points) < ONE_LINE * extent)
      throw new FitError(`All points lie on one line ${where}. Pick one well off that line.`)
    if (kind === 'homography' && !fourApart(points, extent))
      throw new FitError(`Four points are needed of which no three lie on one line ${where}.`)
  }
}

/** The smaller extent of points: their singular value across the line that fits them best. */
function thickness(points: readonly Point[]): number {
  const x = points.reduce((sum, p) => sum + p.x, 0) / points.length
  const y = points.reduce((sum, p) => sum + p.y, 0) / points.length
  let [xx, xy, yy] = [0, 0, 0]
  for (const p of points) {
    xx += (p.x - x) ** 2
    xy += (p.x - x) * (p.y - y)
    yy += (p.y - y) ** 2
  }
  const half = (xx + yy) / 2
  return Math.sqrt(Math.max(0, half - Math.hypot((xx - yy) / 2, xy)))
}

/** Whether some four of the points have no three on one line. */
function fourApart(points: readonly Point[], extent: number): boolean {
  const few = points.slice(0, 12)
  const bent = (a: Point, b: Point, c: Point) => thickness([a, b, c]) > ONE_LINE * extent
  for (const [i, a] of few.entries())
    for (let j = i + 1; j < few.length; j++)
      for (let k = j + 1; k < few.length; k++) {
        const [b, c] = [few[j]!, few[k]!]
        if (!bent(a, b, c)) continue
        for (let l = k + 1; l < few.length; l++) {
          const d = few[l]!
          if (bent(a, b, d) && bent(a, c, d) && bent(b, c, d)) return true
        }
      }
  return false
}
