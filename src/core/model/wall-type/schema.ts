import { array, boolean, type InferType, object, string } from 'yup'
import { type AnyRecord, recordsOf } from '../by-kind'
import { idSchema, lengthMm, libraryField, ratedFields } from '../fields'

/** What a layer is for, in the order in which it runs through others where walls meet: bearing layers first. */
export const LAYER_USES = ['bearing', 'insulation', 'cavity', 'finish'] as const
export type LayerUse = (typeof LAYER_USES)[number]

export const wallLayerSchema = object({
  material: string().trim().min(1).max(100).required(),
  thicknessMm: lengthMm().positive().max(10_000).required(),
  use: string<LayerUse>().oneOf(LAYER_USES).required(),
}).noUnknown()

export type WallLayer = InferType<typeof wallLayerSchema>

/** How a kind of wall is built (IfcWallType with its IfcMaterialLayerSet), from its outside to its inside. */
export const wallTypeSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['wall-type'] as const)
    .required(),
  name: string().trim().min(1).max(100).required(),
  layers: array(wallLayerSchema.required()).min(1).max(20).required(),
  ...ratedFields,
  /** Whether walls of it stand between inside and outside; told from the rooms where left out. */
  external: boolean().optional(),
  loadBearing: boolean().optional(),
  library: libraryField,
}).noUnknown()

export type WallType = InferType<typeof wallTypeSchema>

const isWallType = (record: AnyRecord | undefined): record is WallType => record?.kind === 'wall-type'

/** All wall types by name. */
export const wallTypesOf = (records: ReadonlyMap<string, AnyRecord>): WallType[] =>
  recordsOf<WallType>('wall-type', records).toSorted((a, b) => a.name.localeCompare(b.name))

/** The type of a wall; null where it has none, or one that is gone. */
export function wallTypeOf(
  { typeId }: { readonly typeId?: string | null | undefined },
  records: ReadonlyMap<string, AnyRecord>,
): WallType | null {
  const found = typeId ? records.get(typeId) : undefined
  return isWallType(found) ? found : null
}
