import { array, type InferType, lazy, mixed, object, string } from 'yup'
import { idSchema, libraryField, pointSchema } from '../fields'
import { numbers } from '../path/schema'
import { type PlainShape, validatePlainShape } from '../plain-schemas'

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

interface Triangles {
  readonly positions: readonly number[]
  readonly triangles: readonly number[]
}

/** Triangles of what the symbol stands for, z upwards from its base. Millimetres. */
const solidSchema = object({
  positions: numbers(9, 600_000).required(),
  /** Three corners for each, as numbers of places. */
  triangles: numbers(3, 600_000).required(),
})
  .noUnknown()
  .test('corners', 'A triangle has a corner that is not there.', (solid: Triangles | undefined) =>
    (solid?.triangles ?? []).every(
      (corner) => Number.isInteger(corner) && corner >= 0 && 3 * corner < solid!.positions.length,
    ),
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
  /** Of a part: it stands in the building as a solid. */
  solid: solidSchema.optional().default(undefined),
  /** Of a part: what it is made of, by its name. */
  material: string().max(100).optional(),
  library: libraryField,
}).noUnknown()

export type SymbolRecord = Omit<InferType<typeof symbolSchema>, 'shapes'> & { shapes: PlainShape[] }
