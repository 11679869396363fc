import { type Chain, chainOf } from '../../draft/chain'
import { lengthFactor } from '../../geometry/affine'
import { directionUnder } from '../../geometry/piece/map'
import { boxOfPieces } from '../../geometry/piece/measure'
import { type Meeting, meetings } from '../../geometry/piece/meetings'
import { type Piece, segment } from '../../geometry/piece/piece'
import { add, dot, leftOf, type Point, scale, subtract } from '../../geometry/vector'
import { chainOfRing, mappedRing, vertices, withVertex } from '../path/shape'
import type { ShapeKind } from '../shape'
import { type Hatch, hatchSchema } from './schema'

/** More lines than these would be a grey surface: the spacing is drawn wider instead. */
const MOST_LINES = 2000

const ringChains = ({ rings }: Hatch): Chain[] => rings.map((ring) => chainOfRing(ring, true))

/** Whether a line goes in and out of an area as often, and never at the end of a piece. */
const isPlain = (hits: readonly Meeting[]): boolean =>
  hits.length % 2 === 0 && hits.every(({ u }) => u > END && u < 1 - END)
const END = 1e-9
/** How far beside its place a line is tried, in spacings. */
const HAIRS = [0, 1e-6, -1e-6, 3e-6]

/** A family of even lines over an area. */
interface EvenLines {
  /** On one of them, in the lower left of what they cover. */
  readonly through: Point
  readonly turnRad: number
  readonly spacingMm: number
  /** How many they are, counted to the left. */
  readonly count: number
  /** From where to where along them the area reaches. */
  readonly from: number
  readonly to: number
}

function evenLines(pieces: readonly Piece[], turnRad: number, spacingMm: number): EvenLines {
  const along = { x: Math.cos(turnRad), y: Math.sin(turnRad) }
  const across = leftOf(along)
  const { minX, minY, maxX, maxY } = boxOfPieces(pieces)
  const origin = { x: minX, y: minY }
  const corners = [origin, { x: maxX, y: minY }, { x: maxX, y: maxY }, { x: minX, y: maxY }].map((p) =>
    subtract(p, origin),
  )
  const heights = corners.map((p) => dot(p, across))
  const reach = corners.map((p) => dot(p, along))
  const [low, high] = [Math.min(...heights), Math.max(...heights)]
  const step = Math.max(spacingMm, (high - low) / MOST_LINES)
  const first = (Math.floor(low / step) + 0.5) * step
  return {
    through: add(origin, scale(across, first)),
    turnRad,
    spacingMm: step,
    count: Math.max(0, Math.ceil((high - first) / step)),
    from: Math.min(...reach) - 1,
    to: Math.max(...reach) + 1,
  }
}

/** The families of lines by which a hatch is filled; none where it has one tone. */
export function hatchLines(hatch: Hatch): EvenLines[] {
  if (hatch.pattern === 'solid') return []
  const pieces = ringChains(hatch).flatMap((chain) => chain.pieces)
  const turns = hatch.pattern === 'cross' ? [hatch.turnRad, hatch.turnRad + Math.PI / 2] : [hatch.turnRad]
  return turns.map((turnRad) => evenLines(pieces, turnRad, hatch.spacingMm))
}

/** The even lines within the rings, in one direction. */
function linesIn(pieces: readonly Piece[], { through, turnRad, spacingMm, count, from, to }: EvenLines): Chain[] {
  const along = { x: Math.cos(turnRad), y: Math.sin(turnRad) }
  const across = leftOf(along)
  const result: Chain[] = []
  /** A line through a corner or along an edge doesn't tell inside from outside: it is drawn a hair beside it. */
  const hitsBy = (i: number): Meeting[] => {
    for (const hair of HAIRS) {
      const foot = add(through, scale(across, (i + hair) * spacingMm))
      const line = segment(add(foot, scale(along, from)), add(foot, scale(along, to)))
      const hits = pieces.flatMap((piece) => meetings(line, piece)).sort((a, b) => a.t - b.t)
      if (isPlain(hits)) return hits
    }
    return []
  }
  for (let i = 0; i < count; i++) {
    const hits = hitsBy(i)
    for (let k = 0; k + 1 < hits.length; k += 2) result.push(chainOf([segment(hits[k]!.point, hits[k + 1]!.point)]))
  }
  return result
}

export const hatchShape: ShapeKind<Hatch> = {
  schema: hatchSchema,
  word: 'hatch',
  caught: false,
  line: false,
  chains: (hatch) => {
    if (hatch.pattern === 'solid') return ringChains(hatch)
    const pieces = ringChains(hatch).flatMap((chain) => chain.pieces)
    return hatchLines(hatch).flatMap((family) => linesIn(pieces, family))
  },
  fills: (hatch) => (hatch.pattern === 'solid' ? ringChains(hatch) : []),
  grips: ({ rings }) => rings.flatMap(vertices),
  withGrip: (hatch, index, to) => {
    let first = 0
    const rings = hatch.rings.map((ring) => {
      const at = index - first
      first += ring.xy.length / 2
      return at < 0 || at >= ring.xy.length / 2 ? ring : { ...ring, xy: withVertex(ring.xy, at, to) }
    })
    return { ...hatch, rings }
  },
  byGrips: true,
  mapped: (hatch, map) => ({
    ...hatch,
    rings: hatch.rings.map((ring) => mappedRing(ring, map)),
    spacingMm: hatch.spacingMm * lengthFactor(map),
    turnRad: directionUnder(map, hatch.turnRad),
  }),
}
