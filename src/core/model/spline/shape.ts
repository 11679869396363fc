import { chainOf } from '../../draft/chain'
import type { Cubic } from '../../geometry/bezier'
import { mappedCoordinates, vertices, withVertex } from '../path/shape'
import type { ShapeKind } from '../shape'
import { type Spline, splineSchema } from './schema'
import { curveThrough } from './through'

function cubics({ by, closed, xy }: Spline): Cubic[] {
  const points = vertices({ xy })
  if (by === 'through') return curveThrough(points, closed)
  const count = Math.floor((points.length - 1) / 3)
  return Array.from({ length: count }, (_, i) => {
    const [start, pullStart, pullEnd, end] = points.slice(i * 3, i * 3 + 4)
    return { start: start!, pullStart: pullStart!, pullEnd: pullEnd!, end: end! }
  })
}

export const splineShape: ShapeKind<Spline> = {
  schema: splineSchema,
  word: 'curve',
  caught: true,
  line: true,
  chains: (spline) => {
    const pieces = cubics(spline).map((curve) => ({ kind: 'cubic', curve }) as const)
    return pieces.length > 0 ? [chainOf(pieces, spline.closed)] : []
  },
  grips: (spline) => vertices(spline),
  withGrip: (spline, index, to) => ({ ...spline, xy: withVertex(spline.xy, index, to) }),
  byGrips: true,
  mapped: (spline, map) => ({ ...spline, xy: mappedCoordinates(spline.xy, map) }),
}
