import { CholeskyDecomposition, Matrix } from 'ml-matrix'

/** Something that has to be zero, of few of the unknowns. */
export interface Equation {
  /** Which unknowns it looks at. */
  readonly of: readonly number[]
  residual(values: Float64Array): number
}

/** Residuals below this are none; unknowns are about one in size. */
export const SOLVED = 1e-10
/** Central differences are most exact about here: the cube root of what a number resolves. */
const STEP = 6e-6
const MOST_ITERATIONS = 60
/** A sketch that is far from what is demanded is led there in so many steps, so that it keeps its form. */
const STEPS_FAR = 8
const FAR = 0.02

/** The derivatives of an equation, for each of `of` in turn, by central differences. */
export function slopesOf({ of, residual }: Equation, values: Float64Array): number[] {
  return of.map((i) => {
    const here = values[i]!
    values[i] = here + STEP
    const above = residual(values)
    values[i] = here - STEP
    const below = residual(values)
    values[i] = here
    return (above - below) / (2 * STEP)
  })
}

const sumOfSquares = (list: readonly number[]): number => list.reduce((sum, each) => sum + each * each, 0)

/** The largest residual of some equations. */
export const farthestOff = (equations: readonly Equation[], values: Float64Array): number =>
  equations.reduce((most, each) => Math.max(most, Math.abs(each.residual(values))), 0)

/**
 * Values near the given ones for which equations hold, by Levenberg's and Marquardt's method on the side of the equations
 * (Nocedal and Wright, Numerical Optimization, ch. 10): of all ways there it takes the one that moves least.
 * @param ease how easily each unknown moves, 1 usually
 * @returns the values as near as it came; whether that is near enough tells `farthestOff`
 */
export function solveEquations(
  equations: readonly Equation[],
  start: Float64Array,
  ease: (unknown: number) => number,
): Float64Array {
  const first = equations.map((each) => each.residual(start))
  const far = first.some((each) => Math.abs(each) > FAR)
  const steps = far ? STEPS_FAR : 1
  let values = Float64Array.from(start)
  for (let step = 1; step <= steps; step++) {
    const left = 1 - step / steps
    values = approach(
      equations,
      values,
      ease,
      first.map((each) => each * left),
    )
  }
  return values
}

function approach(
  equations: readonly Equation[],
  start: Float64Array,
  ease: (unknown: number) => number,
  targets: readonly number[],
): Float64Array<ArrayBuffer> {
  const off = (values: Float64Array) => equations.map((each, i) => each.residual(values) - targets[i]!)
  let values = Float64Array.from(start)
  let residuals = off(values)
  let damping = 1e-9
  for (let turn = 0; turn < MOST_ITERATIONS && residuals.some((each) => Math.abs(each) > SOLVED / 100); turn++) {
    const rows = equations.map((each) => slopesOf(each, values))
    const better = stepFrom(equations, rows, residuals, values, ease, damping)
    const after = better && off(better)
    if (better && after && sumOfSquares(after) < sumOfSquares(residuals)) {
      values = better
      residuals = after
      damping = Math.max(damping / 10, 1e-13)
    } else if (damping > 1e3) break
    else damping = Math.max(damping * 10, 1e-12)
  }
  return values
}

/** One step by the slopes: Wᵀ Jᵀ (J W Jᵀ + λ I)⁻¹ (−r). */
function stepFrom(
  equations: readonly Equation[],
  rows: readonly (readonly number[])[],
  residuals: readonly number[],
  values: Float64Array,
  ease: (unknown: number) => number,
  damping: number,
): Float64Array<ArrayBuffer> | null {
  const count = equations.length
  const touching = new Map<number, { row: number; slope: number }[]>()
  for (const [row, { of }] of equations.entries())
    for (const [k, unknown] of of.entries()) {
      const list = touching.get(unknown) ?? []
      list.push({ row, slope: rows[row]![k]! })
      touching.set(unknown, list)
    }
  const normal = Matrix.zeros(count, count)
  for (const [unknown, list] of touching)
    for (const a of list)
      for (const b of list) normal.set(a.row, b.row, normal.get(a.row, b.row) + ease(unknown) * (a.slope * b.slope))
  const largest = Math.max(1e-12, ...normal.diagonal())
  for (let i = 0; i < count; i++) normal.set(i, i, normal.get(i, i) + damping * largest)
  const parted = new CholeskyDecomposition(normal)
  if (!parted.isPositiveDefinite()) return null
  const pull = parted.solve(Matrix.columnVector(residuals.map((each) => -each))).to1DArray()
  const moved = Float64Array.from(values)
  for (const [unknown, list] of touching)
    moved[unknown]! += ease(unknown) * list.reduce((sum, { row, slope }) => sum + slope * pull[row]!, 0)
  return moved.every(Number.isFinite) ? moved : null
}
