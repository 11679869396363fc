import { boxOf } from '../geometry/box'
import type { Point } from '../geometry/vector'
import { alikeBy } from './alike'
import type { Hole } from './hole'
import { inAlikes, marked } from './pieces'
import { type BuiltPlate, holesInPlate } from './plates'

/** Plates that are cut by one drawing. */
export interface PlatePiece {
  readonly mark: string
  readonly plates: readonly BuiltPlate[]
  /** Middles and diameters, in the plane of the first one. */
  readonly holes: readonly (Point & { readonly diameterMm: number })[]
  readonly widthMm: number
  readonly heightMm: number
}

/** A plate as it is written down from one of its corners on, along its side from there: the same for all that are alike. */
function keyOf(built: BuiltPlate, holes: PlatePiece['holes']): string {
  const { corners, plate } = built
  // A plate can be turned over: both ways round are looked at.
  const written = [corners, [...corners].reverse()].flatMap((ring) =>
    ring.map((from, i) => {
      const to = ring[(i + 1) % ring.length]!
      const size = Math.hypot(to.x - from.x, to.y - from.y)
      const [cos, sin] = [(to.x - from.x) / size, (to.y - from.y) / size]
      const way = ring === corners ? 1 : -1
      const place = ({ x, y }: Point) => {
        const [dx, dy] = [x - from.x, y - from.y]
        return `${inAlikes(dx * cos + dy * sin)},${inAlikes(way * (dy * cos - dx * sin))}`
      }
      const outline = ring.map((_, j) => place(ring[(i + j) % ring.length]!)).join(' ')
      const drilled = holes.map((hole) => `${place(hole)}d${inAlikes(hole.diameterMm)}`).sort()
      return `${outline}|${drilled.join(' ')}`
    }),
  )
  return `${inAlikes(plate.thicknessMm)}|${written.sort()[0]}`
}

/** All plates by like pieces, each with its mark. */
export function platePiecesOf(plates: readonly BuiltPlate[], holesOf: (id: string) => readonly Hole[]): PlatePiece[] {
  const groups = alikeBy(plates, (built) => keyOf(built, holesInPlate(built, holesOf(built.plate.id))))
  return marked(groups, () => 'PL').map(({ mark, group }) => {
    const [first] = group as [BuiltPlate]
    const { minX, minY, maxX, maxY } = boxOf(first.corners)
    const holes = holesInPlate(first, holesOf(first.plate.id))
    return { mark, plates: group, holes, widthMm: maxX - minX, heightMm: maxY - minY }
  })
}
