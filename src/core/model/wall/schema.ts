import { boolean, type InferType, object, string } from 'yup'
import { finite, idSchema, lengthMm, pointSchema } from '../fields'

/** Which line of the wall was traced, looking from its start to its end. The core is what its bearing layers take up. */
export const TRACED_LINES = ['left', 'left core', 'centre', 'right core', 'right'] as const
export type TracedLine = (typeof TRACED_LINES)[number]

/** A wall (IfcWall) along a traced line: straight, or a piece of a circle. */
export const wallSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['wall'] as const)
    .required(),
  /** Ends of the traced line on the work plane. */
  start: pointSchema.required(),
  end: pointSchema.required(),
  /** Where the traced line is an arc: the tangent of a quarter of its sweep, positive anticlockwise. */
  bulge: finite().min(-10).max(10).optional(),
  /** Of a wall with a type the sum of its layers. */
  thicknessMm: lengthMm().positive().max(10_000).required(),
  tracedLine: string<TracedLine>().oneOf(TRACED_LINES).required(),
  typeId: idSchema.optional(),
  /** What of its type lies outside of the core on either side. */
  shell: object({ leftMm: lengthMm().min(0).required(), rightMm: lengthMm().min(0).required() })
    .noUnknown()
    .default(undefined)
    .optional(),
  /** Whether its outside is its right: its layers then run from right to left. */
  flipped: boolean().optional(),
  levelId: idSchema.optional(),
  /** Its own height; from level to level where it is not given. */
  heightMm: lengthMm().positive().optional(),
  /** How far its foot stands above its level. */
  baseMm: lengthMm().optional(),
  /** How far its head stands above the next level, where it has no height of its own. */
  topMm: lengthMm().optional(),
  /** The underlay that it was traced from, where that is known. */
  tracedFrom: idSchema.optional(),
}).noUnknown()

export type Wall = InferType<typeof wallSchema>
