import { bisect } from './bisect'
import { dot, type Point } from './vector'

// Polynomials between 0 and 1 by their coefficients in Bernstein form.

/** Rows of Pascal's triangle. */
const PASCAL: readonly (readonly number[])[] = [
  [1],
  [1, 1],
  [1, 2, 1],
  [1, 3, 3, 1],
  [1, 4, 6, 4, 1],
  [1, 5, 10, 10, 5, 1],
]

/** The scalar product of two curves, of the fifth degree together at most. */
export function scalarProduct(a: readonly Point[], b: readonly Point[]): number[] {
  const [rowA, rowB, row] = [a.length - 1, b.length - 1, a.length + b.length - 2].map((degree) => PASCAL[degree]!)
  const product = row!.map(() => 0)
  for (let i = 0; i < a.length; i++)
    for (let j = 0; j < b.length; j++) product[i + j]! += ((rowA![i]! * rowB![j]!) / row![i + j]!) * dot(a[i]!, b[j]!)
  return product
}

/** Parameters nearer than this are one: two roots between them touch, and either will do. */
const LEAST_WIDTH = 1e-12

/**
 * The roots of a polynomial. The changes of sign among its coefficients bound how many there are (Lane and Riesenfeld,
 * Bounds on a polynomial, 1981), so that none is missed, however near to each other they lie.
 */
export function rootsOf(coefficients: readonly number[], from = 0, to = 1): number[] {
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

/** The value of a polynomial (de Casteljau). */
function valueAt(coefficients: readonly number[], t: number): number {
  const row = [...coefficients]
  for (let count = row.length - 1; count > 0; count--)
    for (let i = 0; i < count; i++) row[i]! += (row[i + 1]! - row[i]!) * t
  return row[0]!
}

/** A polynomial over either half of its interval. */
function halves(coefficients: readonly number[]): { left: number[]; right: number[] } {
  const right = [...coefficients]
  const left = coefficients.map((_, k) => {
    const first = right[0]!
    for (let i = 0; i < coefficients.length - 1 - k; i++) right[i] = (right[i]! + right[i + 1]!) / 2
    return first
  })
  return { left, right }
}
