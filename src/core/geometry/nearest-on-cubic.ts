import { type Cubic, cubicAt } from './bezier'
import { bisect } from './bisect'
import { distance, dot, type Point, subtract } from './vector'

/**
 * The parameter (0 to 1) of the place of a cubic that is nearest to `p`, of all such places the best one.
 * Where the way to `p` stands square to the curve a polynomial of the fifth degree has its roots. In Bernstein form the
 * changes of sign among its coefficients bound how many (Lane and Riesenfeld, Bounds on a polynomial, 1981), so that none
 * is missed, however tightly the curve turns.
 */
export function nearestOnCubic(curve: Cubic, p: Point): number {
  let best = 0
  let least = Infinity
  for (const t of [0, ...rootsOf(squareTo(curve, p)), 1]) {
    const away = distance(cubicAt(curve, t), p)
    if (away >= least) continue
    best = t
    least = away
  }
  return best
}

/** Half the slope of the squared distance: Bernstein coefficients of the product of (curve − p) and the curve's slope. */
function squareTo({ start, pullStart, pullEnd, end }: Cubic, p: Point): number[] {
  const points = [start, pullStart, pullEnd, end]
  const away = points.map((each) => subtract(each, p))
  const slope = [0, 1, 2].map((i) => subtract(points[i + 1]!, points[i]!))
  const coefficients = [0, 0, 0, 0, 0, 0]
  for (let i = 0; i < 4; i++)
    for (let j = 0; j < 3; j++)
      coefficients[i + j]! += ((THIRD[i]! * SECOND[j]!) / FIFTH[i + j]!) * dot(away[i]!, slope[j]!)
  return coefficients
}

// Rows of Pascal's triangle.
const SECOND = [1, 2, 1]
const THIRD = [1, 3, 3, 1]
const FIFTH = [1, 5, 10, 10, 5, 1]

/** Parameters nearer than this are one: two roots between them touch, and either will do. */
const LEAST_WIDTH = 1e-12

/** The roots of a polynomial between two parameters. @param coefficients in Bernstein form over that interval */
function rootsOf(coefficients: readonly number[], from = 0, to = 1): number[] {
  const changes = signChanges(coefficients)
  if (changes === 0) return []
  if (to - from < LEAST_WIDTH) return [(from + to) / 2]
  if (changes === 1) return [from + (to - from) * bisect((t) => valueAt(coefficients, t), 0, 1)]
  const { left, right } = halves(coefficients)
  const middle = (from + to) / 2
  return [...rootsOf(left, from, middle), ...(right[0] === 0 ? [middle] : []), ...rootsOf(right, middle, to)]
}

function signChanges(coefficients: readonly number[]): number {
  const signs = coefficients.map(Math.sign).filter((sign) => sign !== 0)
  return signs.filter((sign, i) => i > 0 && sign !== signs[i - 1]).length
}

/** The value of a polynomial in Bernstein form (de Casteljau). */
function valueAt(coefficients: readonly number[], t: number): number {
  const row = [...coefficients]
  for (let count = row.length - 1; count > 0; count--)
    for (let i = 0; i < count; i++) row[i]! += (row[i + 1]! - row[i]!) * t
  return row[0]!
}

/** A polynomial in Bernstein form over either half of its interval. */
function halves(coefficients: readonly number[]): { left: number[]; right: number[] } {
  const right = [...coefficients]
  const left = coefficients.map((_, k) => {
    const first = right[0]!
    for (let i = 0; i < coefficients.length - 1 - k; i++) right[i] = (right[i]! + right[i + 1]!) / 2
    return first
  })
  return { left, right }
}
