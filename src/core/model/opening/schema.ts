import { type InferType, object, string } from 'yup'
import { idSchema, lengthMm } from '../fields'

export const OPENING_USES = ['door', 'window', 'passage'] as const
export type OpeningUse = (typeof OPENING_USES)[number]

/** How a door's leaves move (IfcDoorTypeOperationEnum has one of each). */
export const DOOR_WAYS = ['hinged', 'double', 'sliding', 'folding'] as const
export type DoorWay = (typeof DOOR_WAYS)[number]

/** A hole through a wall (IfcOpeningElement) with the door or window that fills it. It keeps its place on the wall. */
export const openingSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['opening'] as const)
    .required(),
  wallId: idSchema.required(),
  /** Its kind, where it has one: its sizes are those of that. */
  typeId: idSchema.optional(),
  /** What it goes by on drawings and in schedules; counted where left out, see marks.ts. */
  mark: string().trim().max(30).optional(),
  use: string<OpeningUse>().oneOf(OPENING_USES).required(),
  /** From the start of the wall's traced line to the middle of the opening. */
  alongMm: lengthMm().required(),
  widthMm: lengthMm().positive().max(100_000).required(),
  heightMm: lengthMm().positive().max(100_000).required(),
  /** From the foot of the wall to the foot of the opening. */
  sillMm: lengthMm().min(0).max(100_000).required(),
  way: string<DoorWay>().oneOf(DOOR_WAYS).required(),
  /** The jamb that bears the leaf, by the end of the wall that it is nearer to. */
  hinge: string<'start' | 'end'>().oneOf(['start', 'end']).required(),
  /** The side of the wall into which the leaf turns, looking from the wall's start to its end. */
  opens: string<'left' | 'right'>().oneOf(['left', 'right']).required(),
}).noUnknown()

export type Opening = InferType<typeof openingSchema>
