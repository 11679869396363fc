import type { Point } from '../../geometry/vector'
import { type Interval, united } from '../intervals'
import type { BoardLines } from './board-lines'

/** Lines of a sheet that lie on one another: along them it is told where there is ink, and with which pen. */
export interface Face {
  /** Across the direction, to its left. */
  readonly asideMm: number
  readonly covered: readonly Interval[]
  readonly pieces: readonly { readonly from: number; readonly to: number; readonly style: number }[]
}

/** All faces that run one way, the rightmost first. Lengths count along `u` and across along `v`, from the origin. */
export interface Direction {
  readonly u: Point
  readonly v: Point
  readonly faces: readonly Face[]
}

/** Directions are told apart in bins of this size; lines of one wall share theirs to a few of them. */
const BIN_RAD = Math.PI / 1800
const NEAR_BINS = 4
/** Faces that run shorter altogether belong to no wall. */
const SHORTEST_FACE_MM = 150

/** The faces of a sheet by their directions. */
export function directionsOf({ lines, slipMm }: BoardLines): Direction[] {
  const bins = new Float64Array(1800)
  const angles = lines.map(({ start, end }) => {
    const rad = Math.atan2(end.y - start.y, end.x - start.x)
    return ((rad % Math.PI) + Math.PI) % Math.PI
  })
  const binOf = (rad: number) => Math.round(rad / BIN_RAD) % 1800
  angles.forEach((rad, i) => {
    bins[binOf(rad)]! += lines[i]!.lengthMm
  })
  const order = Array.from(bins.keys())
    .filter((bin) => bins[bin]! >= 2 * SHORTEST_FACE_MM)
    .sort((a, b) => bins[b]! - bins[a]!)
  // Each bin goes to the strongest direction near it.
  const owner = new Int32Array(1800).fill(-1)
  const leaders: number[] = []
  for (const bin of order) {
    if (owner[bin] !== -1) continue
    leaders.push(bin)
    for (let k = -NEAR_BINS; k <= NEAR_BINS; k++) {
      const near = (bin + k + 1800) % 1800
      if (owner[near] === -1) owner[near] = bin
    }
  }
  const members = new Map(leaders.map((bin) => [bin, [] as number[]]))
  angles.forEach((rad, i) => {
    members.get(owner[binOf(rad)]!)?.push(i)
  })
  return [...members].map(([bin, each]) => directionFrom(each, angles, bin * BIN_RAD, lines, slipMm))
}

function directionFrom(
  members: readonly number[],
  angles: readonly number[],
  aboutRad: number,
  lines: BoardLines['lines'],
  slipMm: number,
): Direction {
  let [turn, weight] = [0, 0]
  for (const i of members) {
    let off = angles[i]! - aboutRad
    if (off > Math.PI / 2) off -= Math.PI
    if (off < -Math.PI / 2) off += Math.PI
    turn += off * lines[i]!.lengthMm
    weight += lines[i]!.lengthMm
  }
  const rad = aboutRad + (weight > 0 ? turn / weight : 0)
  const u = { x: Math.cos(rad), y: Math.sin(rad) }
  const v = { x: -u.y, y: u.x }
  const pieces = members.flatMap((i) => {
    const { start, end, style } = lines[i]!
    const [a, b] = [start.x * u.x + start.y * u.y, end.x * u.x + end.y * u.y]
    const [p, q] = [start.x * v.x + start.y * v.y, end.x * v.x + end.y * v.y]
    return Math.abs(p - q) > 2 * slipMm
      ? []
      : [{ asideMm: (p + q) / 2, from: Math.min(a, b), to: Math.max(a, b), style }]
  })
  pieces.sort((a, b) => a.asideMm - b.asideMm)
  const faces: Face[] = []
  for (let i = 0; i < pieces.length; ) {
    let end = i + 1
    while (
      end < pieces.length &&
      pieces[end]!.asideMm - pieces[end - 1]!.asideMm <= slipMm / 2 &&
      pieces[end]!.asideMm - pieces[i]!.asideMm <= slipMm
    )
      end++
    const group = pieces.slice(i, end).sort((a, b) => a.from - b.from)
    i = end
    const covered = united(
      group.map(({ from, to }) => [from, to] as const),
      slipMm,
    )
    const length = group.reduce((sum, { from, to }) => sum + to - from, 0)
    if (covered.every(([from, to]) => to - from < SHORTEST_FACE_MM)) continue
    const asideMm = group.reduce((sum, piece) => sum + piece.asideMm * (piece.to - piece.from), 0) / length
    faces.push({ asideMm, covered, pieces: group })
  }
  faces.sort((a, b) => a.asideMm - b.asideMm)
  return { u, v, faces }
}
