import { length as lengthOf, subtract } from '../geometry/vector'
import type { KnownDimension, Placement } from '../model/underlay/schema'
import { FitError, SHORTEST_KNOWN_PT, statedPart } from './residual'
import { halfWidth68, halfWidth99 } from './student'

/**
 * How far a picked point usually lies from the one that is meant, on paper (standard deviation in points): a tenth of a
 * millimetre. Used where too few dimensions are known to measure it.
 */
const PICKING_PT = 0.3

/** The same of a drawn length: both ends are picked. */
const pickingOf = ({ pickedPt = 0 }: Pick<KnownDimension, 'pickedPt'>): number =>
  Math.max(PICKING_PT * Math.SQRT2, pickedPt)

/** Residuals beyond this many standard errors of picking are no picking errors: the number or a point is wrong. */
const TRUSTED_WITHIN = 3.5
/** Median absolute deviation to standard deviation of a normal distribution (Hampel 1974). */
const MAD_TO_SIGMA = 1.4826

export interface DimensionFit {
  /** The scale, and the strain where factors along and up the sheet were asked for. */
  readonly mmPerPt: number
  readonly strain: Placement['strain']
  /** Half width of the interval around `mmPerPt` that holds the true one in 68 of 100 cases, as a part of it. */
  readonly standardError: number
  /** For each dimension, in order: its share in the result, 0 to 1, and whether its residual looks like picking. */
  readonly shares: readonly number[]
  readonly trusted: readonly boolean[]
}

export interface StretchFinding {
  readonly mmPerPtAlong: number
  readonly mmPerPtUp: number
  /** Whether they differ by more than picking explains, at 99 %. */
  readonly beyondPicking: boolean
}

/** What is known of one dimension under a turn: the drawn vector, and what it has of its length per factor. */
interface Row {
  readonly statedMm: number
  /** On paper, in the sheet's own directions. */
  readonly dx: number
  readonly dy: number
  readonly axis: KnownDimension['axis']
  readonly pickingPt: number
}

/**
 * The scale of a sheet by least squares. Picking errs by the same amount on paper wherever one picks, so the drawn
 * lengths d carry the errors and the stated lengths s none: minimising the sum of (d − s/k)² gives
 * 1/k = Σ s·d / Σ s² (the slope of a regression through the origin), in which a dimension weighs by the square of its
 * length. The standard error follows from the residuals (Draper and Smith, Applied Regression Analysis, ch. 1), widened
 * by Student's t for few of them; with a single dimension from PICKING_PT.
 * @param turnRad of the sheet on the board, for dimensions along or across the board
 * @throws FitError where a dimension can't be measured
 */
export function fitDimensions(dimensions: readonly KnownDimension[], turnRad: number): DimensionFit {
  const rows = rowsOf(dimensions, turnRad)
  const drawn = rows.map((row) => drawnPt(row, turnRad, 1, 1))
  const scale = scaleOf(rows, drawn)
  return { mmPerPt: scale.mmPerPt, strain: undefined, standardError: scale.error, ...judge(rows, drawn) }
}

/**
 * Scales along and up the sheet apart, by Gauss and Newton on the same residuals; needs dimensions in both directions.
 * @throws FitError where one direction isn't measured
 */
export function fitStretched(dimensions: readonly KnownDimension[], turnRad: number): DimensionFit {
  const rows = rowsOf(dimensions, turnRad)
  const { along, up, error } = stretchOf(rows, turnRad)
  const mmPerPt = Math.sqrt(along * up)
  const drawn = rows.map((row) => drawnPt(row, turnRad, along / mmPerPt, up / mmPerPt))
  const strain = { along: along / mmPerPt, up: up / mmPerPt, lean: 0 }
  return { mmPerPt, strain, standardError: error, ...judge(rows, drawn) }
}

/** A tenth of a thousandth, 3 mm over 30 m: less is how a file rounds its figures, no stretch of a print. */
const LEAST_STRETCH = 1e-4

/** Whether the dimensions tell of a stretched print. @returns null where they don't measure both directions */
export function findStretch(dimensions: readonly KnownDimension[], turnRad: number): StretchFinding | null {
  try {
    const { along, up, differenceError, freedom } = stretchOf(rowsOf(dimensions, turnRad), turnRad)
    const off = Math.abs(Math.log(along / up))
    return {
      mmPerPtAlong: along,
      mmPerPtUp: up,
      beyondPicking: off > LEAST_STRETCH && off > differenceError * (freedom > 0 ? halfWidth99(freedom) : 2.576),
    }
  } catch (error) {
    if (error instanceof FitError) return null
    throw error
  }
}

function rowsOf(dimensions: readonly KnownDimension[], turnRad: number): Row[] {
  if (dimensions.length === 0) throw new FitError('Give at least one known length.')
  return dimensions.map((dimension) => {
    const { fromPt, toPt, statedMm, axis } = dimension
    const { x: dx, y: dy } = subtract(toPt, fromPt)
    const row: Row = { statedMm, dx, dy, axis, pickingPt: pickingOf(dimension) }
    if (!(statedMm > 0)) throw new FitError('The true length must be more than nothing.')
    if (drawnPt(row, turnRad, 1, 1) < SHORTEST_KNOWN_PT)
      throw new FitError(
        axis
          ? `The two points lie on one line ${axis === 'along' ? 'across' : 'along'} the board: between them nothing is measured ${axis}.`
          : 'The two points lie on one another. Pick the ends of a dimension, the longer the better.',
      )
    return row
  })
}

/** What a dimension measures of the sheet, with its directions stretched by factors. */
function drawnPt({ dx, dy, axis }: Row, turnRad: number, along: number, up: number): number {
  const [x, y] = [dx * along, dy * up]
  const [cos, sin] = [Math.cos(turnRad), Math.sin(turnRad)]
  return statedPart({ x: x * cos - y * sin, y: x * sin + y * cos }, axis)
}

const coarsestOf = (rows: readonly Row[]): number => Math.max(...rows.map(({ pickingPt }) => pickingPt))

function scaleOf(rows: readonly Row[], drawn: readonly number[]): { mmPerPt: number; error: number } {
  let [sd, ss] = [0, 0]
  for (const [i, { statedMm }] of rows.entries()) {
    sd += statedMm * drawn[i]!
    ss += statedMm ** 2
  }
  const perMm = sd / ss
  const freedom = rows.length - 1
  const squares = rows.reduce((sum, { statedMm }, i) => sum + (drawn[i]! - statedMm * perMm) ** 2, 0)
  const spread = freedom > 0 ? Math.sqrt(squares / freedom) * halfWidth68(freedom) : coarsestOf(rows)
  return { mmPerPt: 1 / perMm, error: spread / Math.sqrt(ss) / perMm }
}

const STEPS = 20

function stretchOf(rows: readonly Row[], turnRad: number) {
  // Logarithms of the two scales; both stay positive whatever a step does.
  let [a, b] = [0, 0].fill(
    Math.log(
      scaleOf(
        rows,
        rows.map((row) => drawnPt(row, turnRad, 1, 1)),
      ).mmPerPt,
    ),
  ) as [number, number]
  let normal = { aa: 0, ab: 0, bb: 0 }
  let squares = 0
  for (let step = 0; step < STEPS; step++) {
    let [ra, rb] = [0, 0]
    normal = { aa: 0, ab: 0, bb: 0 }
    squares = 0
    for (const row of rows) {
      const at = (da: number, db: number) => drawnPt(row, turnRad, Math.exp(a + da), Math.exp(b + db))
      const mm = at(0, 0)
      const perPt = mm / Math.hypot(row.dx, row.dy)
      // Residual on paper, and how it goes with the two logarithms.
      const residual = (row.statedMm - mm) / perPt
      const h = 1e-6
      const ga = (at(h, 0) - at(-h, 0)) / (2 * h) / perPt
      const gb = (at(0, h) - at(0, -h)) / (2 * h) / perPt
      normal = { aa: normal.aa + ga * ga, ab: normal.ab + ga * gb, bb: normal.bb + gb * gb }
      ra += ga * residual
      rb += gb * residual
      squares += residual ** 2
    }
    const determinant = normal.aa * normal.bb - normal.ab ** 2
    if (!(determinant > 1e-4 * (normal.aa + normal.bb) ** 2))
      throw new FitError('All known lengths lie in one direction. Measure one the other way to tell the two apart.')
    const [da, db] = [(normal.bb * ra - normal.ab * rb) / determinant, (normal.aa * rb - normal.ab * ra) / determinant]
    a += da
    b += db
    if (Math.abs(da) + Math.abs(db) < 1e-14) break
  }
  const determinant = normal.aa * normal.bb - normal.ab ** 2
  const freedom = rows.length - 2
  const spread = freedom > 0 ? Math.sqrt(squares / freedom) : coarsestOf(rows)
  const [va, vb, vab] = [normal.bb, normal.aa, -normal.ab].map((value) => value / determinant) as [
    number,
    number,
    number,
  ]
  return {
    along: Math.exp(a),
    up: Math.exp(b),
    freedom,
    error: (spread * Math.sqrt(va + vb + 2 * vab) * (freedom > 0 ? halfWidth68(freedom) : 1)) / 2,
    differenceError: spread * Math.sqrt(Math.max(0, va + vb - 2 * vab)),
  }
}

/** Shares by the squares of the lengths; trust by residuals from the scale in the middle, which wrong ones don't move. */
function judge(rows: readonly Row[], drawn: readonly number[]): Pick<DimensionFit, 'shares' | 'trusted'> {
  const squares = rows.map(({ statedMm }) => statedMm ** 2)
  const total = squares.reduce((sum, each) => sum + each, 0)
  const perMm = weightedMedian(rows.map(({ statedMm }, i) => ({ value: drawn[i]! / statedMm, weight: statedMm })))
  const residuals = rows.map(({ statedMm }, i) => Math.abs(drawn[i]! - statedMm * perMm))
  const middle = weightedMedian(residuals.map((value) => ({ value, weight: 1 })))
  const spread = Math.max(coarsestOf(rows), rows.length > 2 ? MAD_TO_SIGMA * middle : 0)
  return {
    shares: squares.map((each) => each / total),
    trusted: residuals.map((residual) => residual <= TRUSTED_WITHIN * spread),
  }
}

function weightedMedian(values: readonly { value: number; weight: number }[]): number {
  const sorted = [...values].sort((a, b) => a.value - b.value)
  const half = sorted.reduce((sum, { weight }) => sum + weight, 0) / 2
  let passed = 0
  for (const { value, weight } of sorted) {
    passed += weight
    if (passed >= half) return value
  }
  return sorted.at(-1)!.value
}

/** What the known dimensions leave unsure; `most` is where one more would help most, in sheet space. */
export interface Coverage {
  readonly short: boolean
  readonly oneDirection: boolean
  readonly most: { readonly fromPt: { x: number; y: number }; readonly toPt: { x: number; y: number } } | null
}

/** A dimension is long from this part of the sheet's longer side on. */
const LONG = 0.3

/** Whether the longest dimension is short for the sheet, or all lie in one direction, and what to measure then. */
export function coverageOf(
  dimensions: readonly KnownDimension[],
  { widthPt, heightPt }: { readonly widthPt: number; readonly heightPt: number },
): Coverage {
  const vectors = dimensions.map(({ fromPt, toPt }) => subtract(toPt, fromPt))
  const longest = Math.max(0, ...vectors.map(lengthOf))
  const along = vectors.some(({ x, y }) => Math.abs(x) > 0.5 * Math.hypot(x, y))
  const up = vectors.some(({ x, y }) => Math.abs(y) > 0.5 * Math.hypot(x, y))
  const short = dimensions.length > 0 && longest < LONG * Math.max(widthPt, heightPt)
  const oneDirection = dimensions.length > 0 && along !== up
  if (!short && !oneDirection) return { short, oneDirection, most: null }
  const wanted = oneDirection ? (along ? 'up' : 'along') : widthPt >= heightPt ? 'along' : 'up'
  const [x, y] = [widthPt / 2, heightPt / 2]
  const most =
    wanted === 'along'
      ? { fromPt: { x: widthPt * 0.1, y }, toPt: { x: widthPt * 0.9, y } }
      : { fromPt: { x, y: heightPt * 0.1 }, toPt: { x, y: heightPt * 0.9 } }
  return { short, oneDirection, most }
}
