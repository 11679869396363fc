import { chainOf } from '../../draft/chain'
import { apply } from '../../geometry/affine'
import { mirrors } from '../../geometry/piece/map'
import type { EllipseArc } from '../../geometry/piece/piece'
import { add, leftOf, length, scale, subtract, unit } from '../../geometry/vector'
import type { ShapeKind } from '../shape'
import { type Ellipse, ellipseSchema } from './schema'

const other = ({ axis, ratio }: Ellipse) => scale(leftOf(axis), ratio)

export const ellipseArc = (shape: Ellipse): EllipseArc => ({
  kind: 'ellipse',
  center: shape.center,
  u: shape.axis,
  v: other(shape),
  fromRad: shape.fromRad,
  sweepRad: shape.sweepRad,
})

export const ellipseShape: ShapeKind<Ellipse> = {
  schema: ellipseSchema,
  word: 'ellipse',
  caught: true,
  line: true,
  chains: (shape) => [chainOf([ellipseArc(shape)])],
  spots: ({ center }) => [{ word: 'centre', at: center }],
  grips: (shape) => [
    shape.center,
    add(shape.center, shape.axis),
    add(shape.center, other(shape)),
    subtract(shape.center, shape.axis),
    subtract(shape.center, other(shape)),
  ],
  withGrip: (shape, index, to) => {
    const away = subtract(to, shape.center)
    switch (index) {
      case 0:
        return { ...shape, center: to }
      case 1:
      case 3:
        return length(away) > 0 ? { ...shape, axis: index === 1 ? away : scale(away, -1) } : shape
      default: {
        const across = unit(leftOf(shape.axis))
        const height = across ? (away.x * across.x + away.y * across.y) * (index === 2 ? 1 : -1) : 0
        return height === 0 ? shape : { ...shape, ratio: height / length(shape.axis) }
      }
    }
  },
  mapped: (shape, map) => {
    const center = apply(map, shape.center)
    return {
      ...shape,
      center,
      axis: subtract(apply(map, add(shape.center, shape.axis)), center),
      ratio: mirrors(map) ? -shape.ratio : shape.ratio,
    }
  },
}
