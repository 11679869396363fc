import { chainOf } from '../../draft/chain'
import { apply } from '../../geometry/affine'
import type { Cubic } from '../../geometry/bezier'
import { vertices } from '../path/shape'
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
  chains: (spline) => {
    const pieces = cubics(spline).map((curve) => ({ kind: 'cubic', curve }) as const)
    return pieces.length > 0 ? [chainOf(pieces, spline.closed)] : []
  },
  grips: (spline) => vertices(spline),
  withGrip: (spline, index, to) => {
    const xy = [...spline.xy]
    xy[index * 2] = to.x
    xy[index * 2 + 1] = to.y
    return { ...spline, xy }
  },
  mapped: (spline, map) => ({
    ...spline,
    xy: vertices(spline).flatMap((p) => {
      const { x, y } = apply(map, p)
      return [x, y]
    }),
  }),
}
