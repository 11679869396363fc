import { array, type InferType, object, string } from 'yup'
import { idSchema, lengthMm, pointSchema } from '../fields'

/** A floor plate (IfcSlab) over a ring of corners. */
export const slabSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['slab'] as const)
    .required(),
  levelId: idSchema.required(),
  ring: array(pointSchema.required()).min(3).max(2000).required(),
  /** What is cut out of it: stair wells, shafts. */
  holes: array(array(pointSchema.required()).min(3).max(2000).required()).max(200).optional(),
  thicknessMm: lengthMm().positive().max(10_000).required(),
  /** Its upper side against the level; 0 for a floor. */
  topMm: lengthMm().required(),
  /** The underlay that it was traced from, where that is known. */
  tracedFrom: idSchema.optional(),
}).noUnknown()

export type Slab = InferType<typeof slabSchema>

/** Its outline and its holes, each a ring. */
export const slabRings = ({ ring, holes = [] }: Slab): readonly Slab['ring'][] => [ring, ...holes]

/** The slab with its rings, in the same order, as something makes them. */
export function withRings(slab: Slab, rings: readonly Slab['ring'][]): Slab {
  const [ring, ...holes] = rings
  return { ...slab, ring: ring!, ...(slab.holes && { holes }) }
}
