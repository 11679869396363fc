import { type InferType, object, string } from 'yup'
import { inNumericOrder } from '../../text/numeric-order'
import { type AnyRecord, recordsOf } from '../by-kind'
import { finite, idSchema, lengthMm, pointSchema } from '../fields'

/**
 * A plane drawn on that stands along a line of the plan. Its right runs along the line, from start to end, and counts
 * from the place nearest to the project's zero; its up is upwards, from that zero on. One looks at it from the right
 * of the line.
 */
export const workPlaneSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['work-plane'] as const)
    .required(),
  name: string().trim().min(1).max(100).required(),
  start: pointSchema.required(),
  end: pointSchema.required(),
  /** By how much its top leans away from who looks at it; 0 stands upright. */
  leanRad: finite().min(-1.5).max(1.5).required(),
  /** What lies within this depth before and behind it shows on it. */
  beforeMm: lengthMm().min(0).required(),
  behindMm: lengthMm().min(0).required(),
  /** The plane of which all members are copied here whenever they change. */
  follows: idSchema.optional(),
  /** Of a plane that follows: where across it left and right are changed; not at all where left out. */
  mirroredAtMm: lengthMm().optional(),
  /** The part of which this is a view, in the part’s own space; its line and lean say nothing then. */
  partId: idSchema.optional(),
  /** From where the part is looked at. */
  side: string()
    .oneOf(['top', 'front', 'side'] as const)
    .optional(),
}).noUnknown()

export type WorkPlane = InferType<typeof workPlaneSchema>

const isWorkPlane = (record: AnyRecord | undefined): record is WorkPlane => record?.kind === 'work-plane'

export const workPlaneOf = (id: string, records: ReadonlyMap<string, AnyRecord>): WorkPlane | null => {
  const record = records.get(id)
  return isWorkPlane(record) ? record : null
}

/** Whether something is a view of a part. */
export const isPartView = (id: string | null | undefined, records: ReadonlyMap<string, AnyRecord>): boolean =>
  id != null && workPlaneOf(id, records)?.partId !== undefined

/** All work planes of the building by their names; the views of parts are none. */
export const workPlanesOf = (records: ReadonlyMap<string, AnyRecord>): WorkPlane[] =>
  recordsOf<WorkPlane>('work-plane', records)
    .filter(({ partId }) => partId === undefined)
    .sort((a, b) => inNumericOrder(a.name, b.name))

export type PartSide = NonNullable<WorkPlane['side']>

/** The sides from which a part is looked at, as a person calls them. */
export const SIDE_WORDS: Readonly<Record<PartSide, string>> = { top: 'Top', front: 'Front', side: 'Side' }

/** A view of a part, named by its side: its line, lean and depth say nothing. */
export const partView = (id: string, partId: string, side: PartSide): WorkPlane => ({
  id,
  kind: 'work-plane',
  name: SIDE_WORDS[side],
  start: { x: 0, y: 0 },
  end: { x: 1, y: 0 },
  leanRad: 0,
  beforeMm: 0,
  behindMm: 0,
  partId,
  side,
})

/** The views of a part: from above, from before it, from its right. */
export const viewsOf = (partId: string, records: ReadonlyMap<string, AnyRecord>): WorkPlane[] =>
  recordsOf<WorkPlane>('work-plane', records).filter((plane) => plane.partId === partId)

/** How deep a new plane looks to either side. */
export const USUAL_DEPTH_MM = 600
