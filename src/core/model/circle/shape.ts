import { chainOf } from '../../draft/chain'
import { type Affine, apply, lengthFactor } from '../../geometry/affine'
import { circle, polar } from '../../geometry/piece/piece'
import { distance } from '../../geometry/vector'
import type { ShapeKind } from '../shape'
import { type Circle, circleSchema } from './schema'

const QUARTERS = [0, 1, 2, 3].map((i) => (i * Math.PI) / 2)

export const circleShape: ShapeKind<Circle> = {
  schema: circleSchema,
  word: 'circle',
  caught: true,
  line: true,
  chains: ({ center, radiusMm }) => [chainOf([circle(center, radiusMm)])],
  spots: ({ center }) => [{ word: 'centre', at: center }],
  grips: ({ center, radiusMm }) => [center, ...QUARTERS.map((angle) => polar(center, radiusMm, angle))],
  withGrip: (shape, index, to) =>
    index === 0 ? { ...shape, center: to } : { ...shape, radiusMm: Math.max(1e-6, distance(shape.center, to)) },
  mapped: (shape, map) => ({
    ...shape,
    ...mappedCircle(shape, map),
    ...(shape.drawn && { drawn: mappedCircle(shape.drawn, map) }),
  }),
}

const mappedCircle = ({ center, radiusMm }: Pick<Circle, 'center' | 'radiusMm'>, map: Affine) => ({
  center: apply(map, center),
  radiusMm: radiusMm * lengthFactor(map),
})
