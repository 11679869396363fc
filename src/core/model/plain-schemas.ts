import { object, string } from 'yup'
import { type Circle, circleSchema } from './circle/schema'
import { type Ellipse, ellipseSchema } from './ellipse/schema'
import { type Hatch, hatchSchema } from './hatch/schema'
import { type Path, pathSchema } from './path/schema'
import { type RecordOf, recordKind } from './record-kind'
import { type Spline, splineSchema } from './spline/schema'
import { type Text, textSchema } from './text/schema'

/** Shapes that stand for themselves: what a symbol can hold. A new one is a folder beside this and a line here. */
export const PLAIN_SCHEMAS = {
  path: recordKind<Path>(pathSchema),
  circle: recordKind<Circle>(circleSchema),
  ellipse: recordKind<Ellipse>(ellipseSchema),
  spline: recordKind<Spline>(splineSchema),
  text: recordKind<Text>(textSchema),
  hatch: recordKind<Hatch>(hatchSchema),
}

export type PlainShape = RecordOf<typeof PLAIN_SCHEMAS>

export const isPlainShape = (record: { readonly kind: string }): record is PlainShape => record.kind in PLAIN_SCHEMAS

const kindSchema = object({
  kind: string<PlainShape['kind']>()
    .oneOf(Object.keys(PLAIN_SCHEMAS) as PlainShape['kind'][])
    .required(),
})

/**
 * Checks something from outside to be a shape that a symbol can hold.
 * @throws ValidationError of Yup
 */
export function validatePlainShape(candidate: unknown): PlainShape {
  const { kind } = kindSchema.validateSync(candidate, { strict: true })
  return PLAIN_SCHEMAS[kind].validate(candidate)
}
