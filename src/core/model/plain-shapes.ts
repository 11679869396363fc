import { object, string } from 'yup'
import type { Circle } from './circle/schema'
import { circleShape } from './circle/shape'
import type { Ellipse } from './ellipse/schema'
import { ellipseShape } from './ellipse/shape'
import type { Hatch } from './hatch/schema'
import { hatchShape } from './hatch/shape'
import type { Path } from './path/schema'
import { pathShape } from './path/shape'
import type { ShapeKind } from './shape'
import type { Spline } from './spline/schema'
import { splineShape } from './spline/shape'
import type { Text } from './text/schema'
import { textShape } from './text/shape'

/** Shapes that stand for themselves: what a symbol can hold. A new one is a folder beside this and a line in each list. */
export type PlainShape = Path | Circle | Ellipse | Spline | Text | Hatch

export const PLAIN_SHAPES: { [K in PlainShape['kind']]: ShapeKind<Extract<PlainShape, { kind: K }>> } = {
  path: pathShape,
  circle: circleShape,
  ellipse: ellipseShape,
  spline: splineShape,
  text: textShape,
  hatch: hatchShape,
}

export const isPlainShape = (record: { readonly kind: string }): record is PlainShape => record.kind in PLAIN_SHAPES

export const plainKind = (shape: PlainShape): ShapeKind<PlainShape> =>
  PLAIN_SHAPES[shape.kind] as unknown as ShapeKind<PlainShape>

const kindSchema = object({
  kind: string<PlainShape['kind']>()
    .oneOf(Object.keys(PLAIN_SHAPES) as PlainShape['kind'][])
    .required(),
})

/**
 * Checks something from outside to be a shape that a symbol can hold.
 * @throws ValidationError of Yup
 */
export function validatePlainShape(candidate: unknown): PlainShape {
  const { kind } = kindSchema.validateSync(candidate, { strict: true })
  return PLAIN_SHAPES[kind].schema.validateSync(candidate, { strict: true, abortEarly: false }) as unknown as PlainShape
}
