import { type InferType, object, string } from 'yup'
import { type AnyRecord, recordsOf } from '../by-kind'
import { idSchema, lengthMm, libraryField, ratedFields } from '../fields'
import { DOOR_WAYS, type DoorWay, OPENING_USES, type Opening, type OpeningUse } from '../opening/schema'

/** A kind of door or window that is placed many times (IfcDoorType, IfcWindowType). */
export const openingTypeSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['opening-type'] as const)
    .required(),
  name: string().trim().min(1).max(100).required(),
  use: string<OpeningUse>().oneOf(OPENING_USES).required(),
  widthMm: lengthMm().positive().max(100_000).required(),
  heightMm: lengthMm().positive().max(100_000).required(),
  sillMm: lengthMm().min(0).max(100_000).required(),
  way: string<DoorWay>().oneOf(DOOR_WAYS).required(),
  ...ratedFields,
  library: libraryField,
}).noUnknown()

export type OpeningType = InferType<typeof openingTypeSchema>

const isOpeningType = (record: AnyRecord | undefined): record is OpeningType => record?.kind === 'opening-type'

/** All types of doors and windows by name. */
export const openingTypesOf = (records: ReadonlyMap<string, AnyRecord>): OpeningType[] =>
  recordsOf<OpeningType>('opening-type', records).toSorted((a, b) => a.name.localeCompare(b.name))

/** The type of an opening; null where it has none, or one that is gone. */
export function openingTypeOf(
  { typeId }: { readonly typeId?: string | null | undefined },
  records: ReadonlyMap<string, AnyRecord>,
): OpeningType | null {
  const found = typeId ? records.get(typeId) : undefined
  return isOpeningType(found) ? found : null
}

/** An opening of a type; about the middle that it had. */
export function ofOpeningType(opening: Opening, type: OpeningType): Opening {
  const { id, use, widthMm, heightMm, sillMm, way } = type
  return { ...opening, typeId: id, use, widthMm, heightMm, sillMm, way }
}

/** An opening with sizes of its own. */
export function withoutType(opening: Opening): Opening {
  const { typeId: _, ...own } = opening
  return own
}
