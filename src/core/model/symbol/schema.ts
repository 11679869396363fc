import { array, type InferType, lazy, mixed, object, string } from 'yup'
import { idSchema, pointSchema } from '../fields'
import { type PlainShape, validatePlainShape } from '../plain-shapes'

const shapeSchema = lazy(() =>
  mixed<PlainShape>()
    .required()
    .test('shape', 'Not a shape that a symbol can hold.', function (candidate) {
      try {
        validatePlainShape(candidate)
        return true
      } catch (error) {
        return this.createError({ message: (error as Error).message })
      }
    }),
)

/** A group of shapes that is kept once and placed many times. Symbols hold no symbols. */
export const symbolSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['symbol'] as const)
    .required(),
  name: string().trim().min(1).max(200).required(),
  /** The point by which it is placed. */
  base: pointSchema.required(),
  shapes: array(shapeSchema).min(1).max(5000).required(),
}).noUnknown()

export type SymbolRecord = Omit<InferType<typeof symbolSchema>, 'shapes'> & { shapes: PlainShape[] }
