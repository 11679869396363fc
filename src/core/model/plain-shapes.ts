import { circleShape } from './circle/shape'
import { ellipseShape } from './ellipse/shape'
import { hatchShape } from './hatch/shape'
import { pathShape } from './path/shape'
import type { PlainShape } from './plain-schemas'
import type { ShapeKind } from './shape'
import { splineShape } from './spline/shape'
import { textShape } from './text/shape'

/** How each plain shape is drawn, caught and changed. */
export const PLAIN_SHAPES: { [K in PlainShape['kind']]: ShapeKind<Extract<PlainShape, { kind: K }>> } = {
  path: pathShape,
  circle: circleShape,
  ellipse: ellipseShape,
  spline: splineShape,
  text: textShape,
  hatch: hatchShape,
}

export const plainKind = (shape: PlainShape): ShapeKind<PlainShape> =>
  PLAIN_SHAPES[shape.kind] as unknown as ShapeKind<PlainShape>
