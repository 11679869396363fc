import { array, type InferType, number, object, string } from 'yup'
import { recordsOf } from '../by-kind'
import { idSchema } from '../fields'

/** How parts of drawn lines may lie to one another. */
export const RELATION_WAYS = [
  'on',
  'level',
  'upright',
  'parallel',
  'square',
  'tangent',
  'concentric',
  'equal',
  'symmetric',
  'fixed',
] as const
export type RelationWay = (typeof RELATION_WAYS)[number]

/** A point of a shape (its number as dimensions know it), or one piece of its line; a whole circle is its piece 0. */
const featureSchema = object({
  id: idSchema.required(),
  anchor: number().integer().min(0).max(1e6).optional(),
  piece: number().integer().min(0).max(1e6).optional(),
})
  .noUnknown()
  .test(
    'one',
    'Either a point or a piece is named.',
    ({ anchor, piece }) => (anchor === undefined) !== (piece === undefined),
  )

/** Something that holds between drawn lines of one view of a part, whatever else changes. */
export const relationSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['relation'] as const)
    .required(),
  planeId: idSchema.required(),
  way: string<RelationWay>().oneOf(RELATION_WAYS).required(),
  of: array(featureSchema.required()).min(1).max(3).required(),
}).noUnknown()

export type Relation = InferType<typeof relationSchema>
export type FeatureRef = Relation['of'][number]

/** The relations of a view. */
export const relationsOn = (
  planeId: string,
  records: ReadonlyMap<string, { readonly id: string; readonly kind: string }>,
): Relation[] => recordsOf<Relation>('relation', records).filter((relation) => relation.planeId === planeId)
